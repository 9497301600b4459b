'use client';
/** The timeline: the almanac as a ribbon of tiles, with its window in words. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { memo, useCallback, useMemo, useState } from 'react';
import { dayWords } from '../../core/calendar/names';
import { sameRuns, type DayRuns } from '../../core/calendar/runs';
import type { Unit } from '../../core/calendar/units';
import type { Timeline } from '../../core/dashboard/document';
import { titleOf } from '../../core/dashboard/title';
import type { TimelineAnswer } from '../../core/dashboard/turn';
import { resolveText } from '../../core/period/resolve';
import { useControlAnswer, useWorkspace } from '../dashboard/workspace';
import { coverageWords, runsWords } from '../dashboard/words';
import { itemTitleStyle, phraseStyle, quietStyle, role } from '../../theme/roles';
import { useSize } from '../visuals/useSize';
import { closedSpan, LEVELS, ribbonOf, spanText, type Span } from './ribbon';
import { TimelineRibbon } from './TimelineRibbon';

export function TimelineControl({ timeline }: { timeline: Timeline }) {
  const { model } = useWorkspace();
  const answer = useControlAnswer(timeline.id);
  const title = titleOf(timeline, model);
  if (answer?.kind === 'broken') return <Typography color="warning">{answer.message}</Typography>;
  if (answer?.kind !== 'timeline') return <Typography color="textSecondary">{title} · reading…</Typography>;
  return <AnsweredTimeline key={timeline.level} timeline={timeline} title={title} answer={answer} />;
}

/** Keeps the same runs while their days are the same, so that tiles are not made anew on every answer. */
function useSameRuns(runs: DayRuns): DayRuns {
  const [kept, setKept] = useState(runs);
  if (kept !== runs && !sameRuns(kept, runs)) setKept(runs);
  return sameRuns(kept, runs) ? kept : runs;
}

function AnsweredTimeline({
  timeline,
  title,
  answer,
}: {
  timeline: Timeline;
  title: string;
  answer: TimelineAnswer;
}) {
  const { model, reader, preview, setPeriod, clear } = useWorkspace();
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [level, setLevel] = useState<Unit>(timeline.level);
  const covered = useSameRuns(answer.covered);
  const ribbon = useMemo(
    () => ribbonOf(covered, level, model.rule, timeline.allowUncovered),
    [covered, level, model.rule, timeline.allowUncovered],
  );
  // The reader's own text is ahead of the answer: keys pressed in quick succession build on each other.
  const wanted = resolveText(reader.state.periods[timeline.id] ?? timeline.default, { rule: model.rule });
  const asked = wanted.ok ? wanted.runs : answer.asked;
  const isEverything = answer.asked[0]?.start === -Infinity && answer.asked[0].end === Infinity;
  const moveLevel = useCallback(
    (by: 1 | -1) =>
      setLevel((old) => LEVELS[Math.max(0, Math.min(LEVELS.length - 1, LEVELS.indexOf(old) + by))] ?? old),
    [],
  );
  const changeLevel = timeline.levelFixed ? null : moveLevel;
  const withWords = timeline.size === 'words';
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 2, minHeight: 0 }}>
      {timeline.size !== 'ribbon' && (
        <div
          style={{
            display: 'flex',
            alignItems: 'baseline',
            gap: 12,
            minHeight: 22,
            whiteSpace: 'nowrap',
            overflow: 'hidden',
          }}
        >
          <h2 style={itemTitleStyle}>{title}</h2>
          {withWords && (
            <>
              <span style={{ ...phraseStyle, color: role.time }}>{answer.text}</span>
              <span style={{ ...quietStyle, overflow: 'hidden', textOverflow: 'ellipsis' }}>
                {windowSentence(answer, isEverything)}
              </span>
            </>
          )}
          <span style={{ flex: 1 }} />
          <LevelSwitch level={level} changeLevel={changeLevel} />
          <ClearButton id={timeline.id} disabled={isEverything} clear={clear} />
        </div>
      )}
      {answer.error && (
        <Typography variant="body2" color="error" role="alert">
          “{answer.text}” is not a period: {answer.error.message} Showing every day.
        </Typography>
      )}
      <div ref={ref} style={{ flex: 1, minHeight: 30, position: 'relative' }}>
        {ribbon && width > 0 ? (
          <TimelineRibbon
            title={title}
            ribbon={ribbon}
            width={width}
            height={Math.max(30, height)}
            withScale={timeline.size !== 'ribbon' && height >= 46}
            span={closedSpan(ribbon, asked)}
            others={answer.others.map((other) => other.runs)}
            changeLevel={changeLevel}
            preview={(span: Span) => preview(timeline.id, spanText(ribbon, span))}
            commit={(span: Span) => setPeriod(timeline.id, spanText(ribbon, span))}
            clear={() => clear(timeline.id)}
          />
        ) : (
          !ribbon && (
            <Typography color="textSecondary">
              No data under these choices. Clear a slicer to see when there is data.
            </Typography>
          )
        )}
      </div>
    </div>
  );
}

function windowSentence(answer: TimelineAnswer, isEverything: boolean): string {
  if (answer.shown.length === 0) {
    const where = `no data ${runsWords(answer.asked)}`;
    return answer.nearest === undefined ? where : `${where}; nearest: ${dayWords(answer.nearest)}`;
  }
  const words = `${runsWords(answer.shown)} · ${coverageWords(answer.shown, answer.daysWithData)}`;
  return isEverything ? `everything: ${words}` : words;
}

const ClearButton = memo(function ClearButton({
  id,
  disabled,
  clear,
}: {
  id: string;
  disabled: boolean;
  clear: (id: string) => void;
}) {
  return (
    <Button onClick={() => clear(id)} disabled={disabled} sx={{ minWidth: 0, py: 0 }}>
      Clear
    </Button>
  );
});

const LevelSwitch = memo(function LevelSwitch({
  level,
  changeLevel,
}: {
  level: Unit;
  changeLevel: ((by: 1 | -1) => void) | null;
}) {
  if (!changeLevel) return null;
  const at = LEVELS.indexOf(level);
  const button = (by: 1 | -1, name: string, sign: string, disabled: boolean) => (
    <Button
      aria-label={name}
      title={name}
      onClick={() => changeLevel(by)}
      disabled={disabled}
      sx={{ minWidth: 22, px: 0.5, py: 0 }}
    >
      {sign}
    </Button>
  );
  return (
    <Typography variant="body2" color="textSecondary" component="span" sx={{ whiteSpace: 'nowrap' }}>
      {button(-1, 'Finer level', '‹', at <= 0)}
      {level}
      {button(1, 'Coarser level', '›', at >= LEVELS.length - 1)}
    </Typography>
  );
});
