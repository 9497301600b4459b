'use client';
/** Categories down, periods across. Only the rows in view are drawn. */
import { memo } from 'react';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { Pick } from '../../../core/dashboard/reader/pick';
import { useDrawnRows } from '../../ui/useDrawnRows';
import { CrosstabCells } from './CrosstabCells';
import { crosstabChoice, paleOf } from './crosstabChoice';
import { drawnPeriods, type CrosstabGround } from './crosstabGround';
import { CrosstabHeads } from './CrosstabHeads';
import { ROW } from './crosstabParts';

interface CrosstabVisualProps extends Omit<CrosstabGround, 'periods' | 'choice'> {
  readonly rule: CalendarRule;
  readonly title: string;
  /** What readers have chosen in it, and what happens when they choose; absent where they cannot. */
  readonly pick?: Pick | undefined;
  readonly onPick?: ((pick: Pick) => void) | undefined;
}

export const CrosstabVisual = memo(function CrosstabVisual({
  rule,
  title,
  pick,
  onPick,
  ...drawn
}: CrosstabVisualProps) {
  const { answer, heads } = drawn;
  const { table } = answer;
  const { ref, onScroll, first, last } = useDrawnRows(table.length, ROW);
  const ground: CrosstabGround = {
    ...drawn,
    periods: drawnPeriods(answer, heads, rule),
    choice: pick && onPick ? crosstabChoice(answer, rule, pick, onPick) : undefined,
  };
  const isPale = paleOf(answer, rule, pick);
  return (
    <div ref={ref} onScroll={onScroll} style={{ height: '100%', overflow: 'auto' }}>
      <table
        aria-label={title}
        aria-rowcount={table.length + 1}
        style={{ borderCollapse: 'separate', borderSpacing: 0, minWidth: '100%' }}
      >
        <CrosstabHeads ground={ground} />
        <tbody>
          {first > 0 && <tr aria-hidden="true" style={{ height: first * ROW }} />}
          {table.slice(first, last).map((entry, i) => (
            <CrosstabCells
              key={JSON.stringify(entry.key)}
              ground={ground}
              entry={entry}
              rowIndex={first + i + 2}
              isPale={(measure, bucket) => isPale(entry, first + i, measure, bucket)}
            />
          ))}
          {last < table.length && <tr aria-hidden="true" style={{ height: (table.length - last) * ROW }} />}
        </tbody>
      </table>
    </div>
  );
});
