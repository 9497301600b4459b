'use client';
/** What a visual shows for its answer: the picture, or why there is none and what to do. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useCallback, useMemo, type ReactNode } from 'react';
import { dayWords, unitText, windowWords } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import type { Visual } from '../../core/dashboard/document/document';
import { measureOf } from '../../core/model/model';
import { titleOf } from '../../core/dashboard/document/title';
import type { EmptyAnswer, ShownAnswer, VisualAnswer } from '../../core/dashboard/turn/answer';
import { dimensionName } from '../../core/model/dimension';
import { drillText, finerUnit } from '../../core/dashboard/reader/drill';
import { isPickSource, NO_PICK, type Pick } from '../../core/dashboard/reader/pick';
import { dimensionsOf, isChart, measuresOf } from '../../core/dashboard/document/visuals';
import { EMPTY_WORDS } from '../../core/period/resolvedWords';
import { useAnswers, useDocument, useWorkspace } from '../workspace/workspace';
import { runsWords } from '../../core/period/describe';
import { CalendarMapVisual } from './calendarmap/CalendarMapVisual';
import { ColumnChart } from './chart/ColumnChart';
import { CrosstabVisual } from './crosstab/CrosstabVisual';
import { FigureVisual } from './figure/FigureVisual';
import { LyingBars } from './chart/LyingBars';
import { bucketPicking, categoryPicking, dayPicking, type Picking } from './picking';
import { TableVisual } from './table/TableVisual';

function Centred({ children, alert = false }: { children: ReactNode; alert?: boolean }) {
  return (
    <div
      role={alert ? 'alert' : 'status'}
      style={{
        height: '100%',
        display: 'flex',
        flexDirection: 'column',
        gap: 8,
        alignItems: 'center',
        justifyContent: 'center',
        textAlign: 'center',
        padding: 8,
      }}
    >
      {children}
    </div>
  );
}

export function VisualBody({ visual, answer }: { visual: Visual; answer: VisualAnswer | undefined }) {
  if (!answer || answer.kind === 'elsewhere') {
    return (
      <Centred>
        <Typography color="textSecondary">Reading…</Typography>
      </Centred>
    );
  }
  if (answer.kind === 'broken') {
    return (
      <Centred alert>
        <Typography color="warning">{answer.message}</Typography>
      </Centred>
    );
  }
  if (answer.kind === 'empty') return <EmptyBody answer={answer} />;
  return <Picture visual={visual} answer={answer} />;
}

/** The picture of an answer. */
function Picture({ visual, answer }: { visual: Visual; answer: ShownAnswer }) {
  const { model, reader } = useWorkspace();
  const { rule } = model;
  const title = titleOf(visual, model);
  // The same list as long as visual and model are: charts are drawn again only when something changed.
  const measures = useMemo(
    () => measuresOf(visual).flatMap((shown) => measureOf(model, shown.dataset, shown.measure) ?? []),
    [visual, model],
  );
  const dimensions = useMemo(
    () => dimensionsOf(visual).map((dimension) => dimensionName(model, dimension)),
    [visual, model],
  );
  const { setDrill } = reader;
  const unit = answer.kind === 'chart' ? answer.buckets?.unit : undefined;
  const starts = answer.kind === 'chart' ? answer.buckets?.starts : undefined;
  const drill = useCallback(
    (bucket: number) => {
      const day = starts?.[bucket];
      if (unit && day !== undefined) setDrill(visual.id, drillText(unit, day, rule));
    },
    [setDrill, visual.id, unit, starts, rule],
  );
  const { setPick } = reader;
  const pick = isPickSource(visual) ? (reader.state.picks?.[visual.id] ?? NO_PICK) : undefined;
  const put = useCallback((next: Pick) => setPick(visual.id, next), [setPick, visual.id]);
  const picking = useMemo(() => pick && pickingOf(answer, pick, rule, put), [answer, pick, rule, put]);
  const [measure] = measures;
  if (visual.kind === 'table')
    return answer.kind === 'table' ? <TableVisual table={visual} answer={answer} title={title} /> : null;
  if (!measure || measures.length < visual.measures.length) return null;
  switch (answer.kind) {
    case 'chart': {
      if (!isChart(visual)) return null;
      if (answer.categories && (visual.kind === 'bar' || visual.kind === 'stacked')) {
        const { shown } = answer.window;
        const words = windowWords(shown[0]!.start, shown[shown.length - 1]!.end);
        return (
          <LyingBars
            visual={visual}
            answer={answer}
            measures={measures}
            windowWords={words}
            title={title}
            picking={picking}
          />
        );
      }
      return (
        <ColumnChart
          visual={visual}
          answer={answer}
          measures={measures}
          rule={rule}
          title={title}
          picking={picking}
          {...(unit && finerUnit(unit) ? { onDrill: drill } : {})}
        />
      );
    }
    case 'crosstab':
      return (
        <CrosstabVisual
          answer={answer}
          measures={measures}
          dimensions={dimensions}
          rule={rule}
          title={title}
          pick={pick}
          onPick={pick && put}
        />
      );
    case 'figure':
      return <FigureVisual answer={answer} measure={measure} title={title} />;
    case 'calendarmap':
      return (
        <CalendarMapVisual answer={answer} measure={measure} rule={rule} title={title} picking={picking} />
      );
    case 'table':
      return null;
  }
}

/** Choosing the marks of an answer that stand in one line; a crosstab has lines of its own. */
function pickingOf(
  answer: ShownAnswer,
  pick: Pick,
  rule: CalendarRule,
  put: (pick: Pick) => void,
): Picking | undefined {
  if (answer.kind === 'chart' && answer.buckets) return bucketPicking(pick, answer.buckets, rule, put);
  if (answer.kind === 'chart' && answer.categories) return categoryPicking(pick, answer.categories, put);
  if (answer.kind === 'calendarmap') return dayPicking(pick, answer.first, answer.values.length, rule, put);
  return undefined;
}

/** No row in the window: says when there is data, and moves there with one click. */
function EmptyBody({ answer }: { answer: EmptyAnswer }) {
  const { model, reader, setPeriod, clear } = useWorkspace();
  const document = useDocument();
  const { nearest } = answer;
  const emptied = useAnswers(
    (state) =>
      answer.acting.flatMap(({ control }) => {
        const own = state.controls[control];
        return own?.kind === 'period' && own.empty
          ? [`${own.text} has no day, ${EMPTY_WORDS[own.empty]}`]
          : [];
      })[0],
  );
  const noDaysReason = emptied ?? 'the windows of its time controls do not meet';
  const timelines = answer.acting
    .filter((entry) => entry.route.kind === 'role')
    .map((entry) => entry.control);
  const slicers = answer.acting
    .filter((entry) => entry.route.kind === 'column' || entry.route.kind === 'attribute')
    .map((entry) => entry.control);
  const sources = answer.acting
    .filter((entry) => entry.route.kind === 'pick' && reader.state.picks?.[entry.control])
    .map((entry) => entry.control);
  const letBe = sources.length > 0 && (
    <Button onClick={() => sources.forEach((id) => reader.setPick(id, null))}>
      Let go of what is chosen on {sources.length === 1 ? 'the other visual' : 'other visuals'}
    </Button>
  );
  if (nearest === undefined) {
    return (
      <Centred>
        <Typography>
          No rows for these choices
          {answer.asked.length === 0 ? `: ${noDaysReason}` : ''}.
        </Typography>
        {answer.asked.length === 0 && timelines.length > 0 && (
          <Button onClick={() => timelines.slice(1).forEach(clear)}>
            Let the first of them decide alone
          </Button>
        )}
        {answer.asked.length > 0 && slicers.length > 0 && (
          <Button onClick={() => slicers.forEach(clear)}>Show every value</Button>
        )}
        {letBe}
      </Centred>
    );
  }
  const level = document.controls.find((control) => control.id === timelines[0]);
  const unit = level?.kind === 'timeline' ? level.level : level?.kind === 'range' ? level.snap : 'month';
  return (
    <Centred>
      <Typography>
        No data {runsWords(answer.asked, model.rule)}. Nearest: {dayWords(nearest)}.
      </Typography>
      {timelines.length > 0 && (
        <Button onClick={() => timelines.forEach((id) => setPeriod(id, unitText(unit, nearest, model.rule)))}>
          Go there
        </Button>
      )}
      {letBe}
    </Centred>
  );
}
