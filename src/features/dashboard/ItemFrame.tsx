'use client';
/** The frame of an item on the dashboard: a control, or a visual with its title and window. */
import { memo } from 'react';
import type { Control, Visual } from '../../core/dashboard/document';
import { isControl } from '../../core/dashboard/document';
import { parseIsoDay } from '../../core/calendar/day';
import { dayWords } from '../../core/calendar/names';
import { datasetOf, type Model } from '../../core/dashboard/model';
import { titleOf } from '../../core/dashboard/title';
import type { VisualAnswer } from '../../core/dashboard/answers';
import { itemTitleStyle, quietStyle, role } from '../../theme/roles';
import { ControlBody } from '../controls/ControlBody';
import { VisualBody } from '../visuals/VisualBody';
import { runsWords } from '../../core/period/describe';
import type { CalendarRule } from '../../core/calendar/rule';
import { coverageWords } from './words';
import { useAnswers, useVisualAnswer, useWorkspace } from './workspace';

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

function subtitle(answer: VisualAnswer | undefined, rule: CalendarRule): string {
  if (!answer || !('window' in answer)) return ' ';
  const { window: shown } = answer;
  const parts = [runsWords(shown.shown, rule), coverageWords(shown.shown, shown.daysWithData)];
  if (answer.kind === 'line') parts.push(`by ${answer.buckets.unit}`);
  if (answer.kind === 'bar' && answer.total > answer.categories.length)
    parts.push(`first ${answer.categories.length} of ${answer.total}`);
  if (answer.kind === 'table') parts.push(`${answer.rows.toLocaleString('en')} rows`);
  return parts.join(' · ');
}

/** A title with its placeholders filled: {window} for the days shown, {loaded} for when the data was loaded. */
function filledTitle({ title, ...visual }: Visual, answer: VisualAnswer | undefined, model: Model): string {
  if (!title.includes('{')) return titleOf({ ...visual, title } as Visual, model);
  const shown = answer && 'window' in answer ? answer.window : undefined;
  const loadedAt = shown && datasetOf(model, shown.dataset)?.loadedAt;
  return title
    .replaceAll('{window}', shown ? runsWords(shown.shown, model.rule) : '…')
    .replaceAll('{loaded}', loadedAt ? dayWords(parseIsoDay(loadedAt.slice(0, 10))!) : '…');
}

const SUBTITLE = {
  ...quietStyle,
  margin: '0 0 4px',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
} as const;

function VisualFrame({ visual }: { visual: Visual }) {
  const { model } = useWorkspace();
  const answer = useVisualAnswer(visual.id);
  const waiting = useAnswers((state) => state.waiting.has(visual.id));
  return (
    <>
      <h2 style={itemTitleStyle}>{filledTitle(visual, answer, model)}</h2>
      <p style={SUBTITLE}>
        {subtitle(answer, model.rule)}
        {waiting && ' · on its way'}
      </p>
      <div style={{ flex: 1, minHeight: 0, opacity: waiting ? 0.55 : 1 }}>
        <VisualBody visual={visual} answer={answer} />
      </div>
    </>
  );
}
