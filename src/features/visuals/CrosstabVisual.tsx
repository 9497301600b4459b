'use client';
/** Categories down, periods across. Only the rows in view are drawn. */
import { memo, useState, type CSSProperties } from 'react';
import { unitText, unitWords } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { BLANK } from '../../core/dashboard/blank';
import type { CrosstabAnswer, CrosstabRow } from '../../core/dashboard/answers';
import { valueWords } from '../../core/dashboard/figures';
import type { Measure } from '../../core/dashboard/model';
import { role } from '../../theme/roles';
import { useSize } from './useSize';

const ROW = 24;
/** Rows drawn above and below those in view. */
const SPARE = 8;
const INDENT = 14;

const cell: CSSProperties = {
  padding: '0 8px',
  height: ROW,
  textAlign: 'right',
  whiteSpace: 'nowrap',
  borderBottom: `1px solid ${role.hairline}`,
};
const head: CSSProperties = {
  ...cell,
  position: 'sticky',
  top: 0,
  background: role.surface,
  color: role.quiet,
  fontWeight: 550,
  fontSize: 12,
  zIndex: 1,
};
const name: CSSProperties = {
  ...cell,
  position: 'sticky',
  left: 0,
  background: role.surface,
  textAlign: 'left',
  maxWidth: 220,
  overflow: 'hidden',
  textOverflow: 'ellipsis',
};

/** A value in a cell: nothing for a gap, a dash where the measure says so. */
const cellWords = (measure: Measure, value: number | null) =>
  value === null ? (measure.missing === 'gap' ? '' : '–') : valueWords({ ...measure, unit: '' }, value);

export const CrosstabVisual = memo(function CrosstabVisual({
  answer,
  measures,
  dimensions,
  rule,
  title,
}: {
  answer: CrosstabAnswer;
  measures: readonly Measure[];
  /** Names of the dimensions down the side. */
  dimensions: readonly string[];
  rule: CalendarRule;
  title: string;
}) {
  const [ref, { height }] = useSize<HTMLDivElement>();
  const [top, setTop] = useState(0);
  const { buckets, table } = answer;
  const first = Math.max(0, Math.floor(top / ROW) - SPARE);
  const last = Math.min(table.length, Math.ceil((top + height) / ROW) + SPARE);
  const measureName = (measure: Measure) =>
    `${measure.name}${measure.unit === '' ? '' : `, ${measure.unit}`}`;
  const periods = buckets
    ? buckets.starts.map((start, b) => {
        const cut =
          (b === 0 && buckets.partialFirst) || (b === buckets.starts.length - 1 && buckets.partialLast);
        return {
          text: unitText(buckets.unit, start, rule),
          words: unitWords(buckets.unit, start, rule),
          cut,
        };
      })
    : [];
  const several = measures.length > 1;
  const isProvisional = (m: number, b: number) => {
    const from = answer.provisionalFrom[m] ?? null;
    return from !== null && b >= from;
  };
  return (
    <div
      ref={ref}
      onScroll={(event) => setTop(event.currentTarget.scrollTop)}
      style={{ height: '100%', overflow: 'auto' }}
    >
      <table
        aria-label={title}
        aria-rowcount={table.length + 1}
        style={{ borderCollapse: 'separate', borderSpacing: 0, minWidth: '100%' }}
      >
        <thead>
          <tr>
            <th scope="col" style={{ ...head, ...name, top: 0, zIndex: 2, color: role.quiet }}>
              {dimensions.join(' › ')}
            </th>
            {periods.map((period) =>
              measures.map((measure) => (
                <th
                  key={`${period.text} ${measure.key} ${measure.name}`}
                  scope="col"
                  style={head}
                  title={period.words}
                >
                  {period.text}
                  {period.cut && ' (part)'}
                  {several && <span style={{ display: 'block' }}>{measureName(measure)}</span>}
                </th>
              )),
            )}
            {measures.map((measure, m) => (
              <th key={m} scope="col" style={{ ...head, color: role.ink }}>
                {several || !buckets
                  ? measureName(measure)
                  : `Window${measure.unit === '' ? '' : `, ${measure.unit}`}`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {first > 0 && <tr aria-hidden="true" style={{ height: first * ROW }} />}
          {table.slice(first, last).map((entry, i) => (
            <tr key={JSON.stringify(entry.key)} aria-rowindex={first + i + 2}>
              <RowName entry={entry} depth={dimensions.length} />
              {periods.map((period, b) =>
                measures.map((measure, m) => (
                  <td
                    key={`${period.text} ${m}`}
                    style={{
                      ...cell,
                      fontWeight: weightOf(entry, dimensions.length),
                      ...(isProvisional(m, b)
                        ? { color: role.quiet, borderBottom: `1px dotted ${role.quiet}`, fontStyle: 'italic' }
                        : {}),
                    }}
                  >
                    {cellWords(measure, entry.cells[m]!.values[b] ?? null)}
                  </td>
                )),
              )}
              {measures.map((measure, m) => (
                <td
                  key={m}
                  style={{ ...cell, fontWeight: Math.max(550, weightOf(entry, dimensions.length)) }}
                >
                  {cellWords(measure, entry.cells[m]!.whole)}
                </td>
              ))}
            </tr>
          ))}
          {last < table.length && <tr aria-hidden="true" style={{ height: (table.length - last) * ROW }} />}
        </tbody>
      </table>
    </div>
  );
});

const weightOf = (entry: CrosstabRow, depth: number) => (entry.key.length < depth ? 650 : 450);

function RowName({ entry, depth }: { entry: CrosstabRow; depth: number }) {
  const level = entry.key.length;
  const words = level === 0 ? 'All' : (entry.key[level - 1] ?? BLANK);
  return (
    <th
      scope="row"
      title={words}
      style={{
        ...name,
        fontWeight: weightOf(entry, depth),
        paddingLeft: 8 + Math.max(0, level - 1) * INDENT,
      }}
    >
      {words}
    </th>
  );
}
