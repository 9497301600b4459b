'use client';
/** The frame of an item on the dashboard: a control, or a visual with its title and window. */
import { memo } from 'react';
import type { Control, Visual } from '../../core/dashboard/document/document';
import { isControl } from '../../core/dashboard/document/document';
import { parseIsoDay } from '../../core/calendar/day';
import { dayWords } from '../../core/calendar/names';
import { datasetOf, type Model } from '../../core/model/model';
import { drillTrail, readDrill } from '../../core/dashboard/reader/drill';
import { titleOf } from '../../core/dashboard/document/title';
import { isShown, tellsGrain, type ShownAnswer, type VisualAnswer } from '../../core/dashboard/turn/answer';
import { itemTitleStyle, quietStyle, role } from '../../theme/roles';
import { ControlBody } from '../controls/ControlBody';
import { ChosenLine } from '../visuals/ChosenLine';
import { VisualBody } from '../visuals/VisualBody';
import { useTraced } from '../wiring/traced';
import { runsWords } from '../../core/period/describe';
import type { CalendarRule } from '../../core/calendar/rule';
import { coverageWords } from '../workspace/words';
import { isWaiting } from '../workspace/answersStore';
import { useAnswers, useHeld, useVisualAnswer, useWorkspace } from '../workspace/workspace';

export interface ItemFrameProps {
  readonly item: Visual | Control;
  /** lit: chosen or pointed at; faded: another item is. */
  readonly light?: 'lit' | 'faded' | undefined;
}

export const ItemFrame = memo(function ItemFrame({ item, light }: ItemFrameProps) {
  const { model } = useWorkspace();
  const edge = light === 'lit' ? role.time : role.hairline;
  return (
    <section
      id={`item-${item.id}`}
      aria-label={titleOf(item, model)}
      style={{
        height: '100%',
        boxSizing: 'border-box',
        background: role.surface,
        border: `1px solid ${edge}`,
        outline: light === 'lit' ? `1px solid ${edge}` : 'none',
        borderRadius: 3,
        padding: isControl(item) && item.kind === 'timeline' ? '6px 12px 4px' : '8px 12px',
        opacity: light === 'faded' ? 0.35 : 1,
        overflow: 'hidden',
        display: 'flex',
        flexDirection: 'column',
        minHeight: 0,
        // What changes inside an item is laid out and painted there alone.
        contain: 'strict',
      }}
    >
      {isControl(item) ? <ControlBody control={item} /> : <VisualFrame visual={item} />}
    </section>
  );
});

const noteWords = (answer: ShownAnswer) => answer.notes.map((note) => note.words);

/** The words under a title that are made from the answer. */
function ownSubtitle(visual: Visual, answer: ShownAnswer, rule: CalendarRule): string {
  const { window: shown } = answer;
  const parts = [runsWords(shown.shown, rule), coverageWords(shown.shown, shown.daysWithData)];
  if ('buckets' in answer && answer.buckets && answer.kind !== 'figure' && !answer.notes.some(tellsGrain))
    parts.push(`by ${answer.buckets.unit}`);
  if (answer.kind === 'table') parts.push(`${answer.rows.toLocaleString('en')} rows`);
  if (answer.kind === 'crosstab' && answer.total > answer.table.length)
    parts.push(`first ${answer.table.length} of ${answer.total.toLocaleString('en')} rows`);
  if (visual.ownPeriod) parts.push(`own period “${visual.ownPeriod.phrase}”`);
  if ('unsettled' in visual && visual.unsettled === 'leave out') parts.push('final figures only');
  return [...parts, ...noteWords(answer)].join(' · ');
}

function subtitle(visual: Visual, answer: VisualAnswer | undefined, model: Model): string {
  if (!isShown(answer)) return ' ';
  if (visual.subtitle.trim() === '') return ownSubtitle(visual, answer, model.rule);
  return [filled(visual.subtitle, answer, model), ...noteWords(answer)].join(' · ');
}

/** When the oldest of the shown datasets was loaded; "live" where all are read as they are now. */
function loadedWords(answer: ShownAnswer, model: Model): string {
  const shown = [...new Set(answer.uses.map((use) => use.dataset))].flatMap(
    (key) => datasetOf(model, key) ?? [],
  );
  const stored = shown.filter((dataset) => !dataset.live).map((dataset) => dataset.loadedAt);
  if (stored.length === 0) return 'live';
  return dayWords(parseIsoDay(stored.sort()[0]!.slice(0, 10))!);
}

/** A text with its placeholders filled: {window}, {latest} day with data, when the data was {loaded}. */
function filled(text: string, answer: VisualAnswer | undefined, model: Model): string {
  if (!text.includes('{')) return text;
  const shown = isShown(answer) ? answer : undefined;
  return text
    .replaceAll('{window}', shown ? runsWords(shown.window.shown, model.rule) : '…')
    .replaceAll('{latest}', shown ? dayWords(shown.latest) : '…')
    .replaceAll('{loaded}', shown ? loadedWords(shown, model) : '…');
}

function filledTitle(visual: Visual, answer: VisualAnswer | undefined, model: Model): string {
  return visual.title.includes('{') ? filled(visual.title, answer, model) : titleOf(visual, model);
}

const SUBTITLE = {
  ...quietStyle,
  margin: '0 0 4px',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
} as const;

/** The way back from a drill: everything, then each level down to where the visual is. */
function DrillTrail({ visual }: { visual: Visual }) {
  const { model, held } = useWorkspace();
  const drilled = useHeld(({ state }) => state.drills?.[visual.id]);
  const drill = readDrill(drilled ?? '', model.rule);
  if (!drill) return null;
  const levels = drillTrail(drill, model.rule);
  return (
    <nav aria-label={`Levels of ${titleOf(visual, model)}`} style={{ ...quietStyle, whiteSpace: 'nowrap' }}>
      <button type="button" style={WHY} onClick={() => held.drill(visual.id, null)}>
        All
      </button>
      {levels.map(({ text, words }, i) => (
        <span key={text}>
          {' › '}
          <button
            type="button"
            style={{ ...WHY, color: role.time, fontWeight: i === levels.length - 1 ? 650 : 450 }}
            aria-current={i === levels.length - 1}
            onClick={() => held.drill(visual.id, text)}
          >
            {words}
          </button>
        </span>
      ))}
    </nav>
  );
}

const WHY = {
  border: 0,
  background: 'none',
  padding: '0 2px',
  font: 'inherit',
  fontSize: 11,
  color: role.quiet,
  cursor: 'pointer',
  flex: 'none',
} as const;

function VisualFrame({ visual }: { visual: Visual }) {
  const { model } = useWorkspace();
  const openTrace = useTraced((state) => state.open);
  const answer = useVisualAnswer(visual.id);
  const waiting = useAnswers((state) => isWaiting(state, visual.id));
  return (
    <>
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 6 }}>
        <h2 style={{ ...itemTitleStyle, flex: 1 }}>{filledTitle(visual, answer, model)}</h2>
        <button
          type="button"
          onClick={() => openTrace(visual.id)}
          aria-label={`Why ${titleOf(visual, model)} shows this`}
          title="Why this? (key T)"
          style={WHY}
        >
          why
        </button>
      </div>
      <DrillTrail visual={visual} />
      <ChosenLine visual={visual} />
      <p style={SUBTITLE} title={isShown(answer) ? noteWords(answer).join(' · ') : ''}>
        {waiting && isShown(answer) && <strong>reading… </strong>}
        {subtitle(visual, answer, model)}
      </p>
      <div style={{ flex: 1, minHeight: 0, opacity: waiting ? 0.55 : 1 }}>
        <VisualBody visual={visual} answer={answer} />
      </div>
    </>
  );
}
