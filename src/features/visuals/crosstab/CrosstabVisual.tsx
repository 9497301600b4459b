'use client';
/** Categories down, periods across. Only the rows in view are drawn. */
import { Fragment, memo } from 'react';
import { unitText, unitWords } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { CrosstabAnswer, CrosstabRow } from '../../../core/dashboard/turn/answer';
import { bucketEnd } from '../../../core/cube/aggregate';
import { valueWords } from '../../../core/model/figures';
import {
  isEmptyPick,
  isPickedKey,
  NO_PICK,
  toggledKeys,
  type Pick,
} from '../../../core/dashboard/reader/pick';
import type { Measure } from '../../../core/model/model';
import { role } from '../../../theme/roles';
import { PALE } from '../ChoiceBands';
import { runsText } from '../../../core/period/print';
import { chosenBuckets, withDays } from '../picking';
import { arrowOf } from '../../../core/dashboard/turn/comparing/words';
import { ChangeCell, ComparedCells, ComparedHeads } from './ComparedCells';
import type { PeriodHead, periodHeads } from '../../../core/dashboard/turn/data/periodHeads';
import { comparedText, type ComparedColumn } from './comparedColumns';
import { cell, CHANGE_HEAD, ChoiceButton, head, name, ROW, RowName, weightOf } from './crosstabParts';
import { useDrawnRows } from '../../ui/useDrawnRows';

/** A value in a cell: nothing for a gap, a dash where the measure says so. */
const cellWords = (measure: Measure, value: number | null) =>
  value === null ? (measure.missing === 'gap' ? '' : '–') : valueWords({ ...measure, unit: '' }, value);

const ROWS_WORDS = 'Right-click: the rows behind it';

export const CrosstabVisual = memo(function CrosstabVisual({
  answer,
  measures,
  dimensions,
  rule,
  title,
  heads,
  ends,
  compared,
  onChange,
  onPeriodChange,
  onRows,
  pick,
  onPick,
}: {
  answer: CrosstabAnswer;
  measures: readonly Measure[];
  /** Names of the dimensions down the side. */
  dimensions: readonly string[];
  rule: CalendarRule;
  title: string;
  /** The heads of period columns and of changes between them; null where buckets, or nothing, stand across. */
  heads: ReturnType<typeof periodHeads> | null;
  /** For each change the places of its two periods. */
  ends: readonly { readonly of: number; readonly against: number }[];
  /** What stands beside each value. */
  compared: readonly ComparedColumn[];
  /** Shows where a change comes from: by baseline, measure, bucket (null: the window) and row. */
  onChange: (baseline: number, measure: number, bucket: number | null, key: CrosstabRow['key']) => void;
  /** Shows where the change between two periods comes from, by the index of its column. */
  onPeriodChange: (change: number, measure: number, key: CrosstabRow['key']) => void;
  /** Shows the rows behind a cell: of a bucket or period, or (null) of the whole window. */
  onRows: (place: number | null, measure: number, key: CrosstabRow['key']) => void;
  /** What readers have chosen in it, and what happens when they choose; absent where they cannot. */
  pick?: Pick | undefined;
  onPick?: ((pick: Pick) => void) | undefined;
}) {
  const { buckets, table } = answer;
  const { ref, onScroll, first, last } = useDrawnRows(table.length, ROW);
  const measureName = (measure: Measure) =>
    `${measure.name}${measure.unit === '' ? '' : `, ${measure.unit}`}`;
  const periods: readonly (PeriodHead & { readonly cut: boolean })[] = buckets
    ? buckets.starts.map((start, b) => {
        const cut =
          (b === 0 && buckets.partialFirst) || (b === buckets.starts.length - 1 && buckets.partialLast);
        return {
          text: unitText(buckets.unit, start, rule),
          words: unitWords(buckets.unit, start, rule),
          cut,
        };
      })
    : (heads?.periods ?? []).map((period) => ({ ...period, cut: false }));
  const changes = heads?.changes ?? [];
  const hasWhole = heads === null;
  const choosing = pick && onPick ? { pick, onPick } : undefined;
  const chosenPeriods = pick && buckets ? chosenBuckets(pick, buckets, rule) : null;
  const isPale = (entry: CrosstabRow, row: number, m: number, b: number | null) => {
    if (pick && !isEmptyPick(pick))
      return !isPickedKey(pick, entry.key) || (b !== null && chosenPeriods !== null && !chosenPeriods.has(b));
    const lit = answer.lit?.[row]?.[m];
    return lit !== undefined && (b === null ? lit.whole : lit.values[b]) === null;
  };
  const daysOf = (b: number) => [{ start: buckets!.starts[b]!, end: bucketEnd(buckets!, b) }];
  const chooseCell = (key: CrosstabRow['key'], b: number, add: boolean) => {
    if (!choosing || key.length === 0) return;
    const isSame =
      choosing.pick.days === runsText(daysOf(b)) &&
      choosing.pick.keys.length === 1 &&
      isPickedKey(choosing.pick, key);
    if (isSame && !add) { choosing.onPick(NO_PICK); return; }
    if (!add) { choosing.onPick({ keys: [[...key]], days: runsText(daysOf(b)), exclude: false }); return; }
    const others = choosing.pick.keys.filter((entry) => JSON.stringify(entry) !== JSON.stringify(key));
    const { days } = withDays(choosing.pick, daysOf(b), !(chosenPeriods?.has(b) ?? false), rule);
    choosing.onPick({
      keys: toggledKeys(others, key, true),
      days: days ?? choosing.pick.days,
      exclude: false,
    });
  };
  const several = measures.length > 1;
  const isProvisional = (m: number, b: number) => {
    const from = answer.provisionalFrom[m] ?? null;
    return from !== null && b >= from;
  };
  return (
    <div ref={ref} onScroll={onScroll} style={{ height: '100%', overflow: 'auto' }}>
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
            {periods.map((period, b) =>
              measures.map((measure, m) => (
                <Fragment key={`${b} ${m}`}>
                  <th scope="col" style={head} title={period.words}>
                    {choosing && buckets ? (
                      <ChoiceButton
                        words={period.words}
                        pressed={chosenPeriods?.has(b) ?? false}
                        onChoose={(add) =>
                          choosing.onPick({
                            ...withDays(choosing.pick, daysOf(b), add, rule),
                            exclude: false,
                          })
                        }
                      >
                        {period.text}
                      </ChoiceButton>
                    ) : (
                      period.text
                    )}
                    {period.cut && ' (part)'}
                    {heads && <span style={{ display: 'block', fontSize: 11 }}>{period.words}</span>}
                    {several && <span style={{ display: 'block' }}>{measureName(measure)}</span>}
                  </th>
                  <ComparedHeads columns={compared} of={period.words} style={head} />
                </Fragment>
              )),
            )}
            {changes.map((change, c) =>
              measures.map((measure, m) => (
                <th key={`${c} ${m}`} scope="col" style={CHANGE_HEAD}>
                  {change.text}
                  <span style={{ display: 'block', fontSize: 11 }}>{change.words}</span>
                  {several && <span style={{ display: 'block' }}>{measureName(measure)}</span>}
                </th>
              )),
            )}
            {hasWhole &&
              measures.map((measure, m) => (
                <Fragment key={m}>
                  <th scope="col" style={{ ...head, color: role.ink }}>
                    {several || !buckets
                      ? measureName(measure)
                      : `Window${measure.unit === '' ? '' : `, ${measure.unit}`}`}
                  </th>
                  <ComparedHeads columns={compared} of={measureName(measure)} style={head} />
                </Fragment>
              ))}
          </tr>
        </thead>
        <tbody>
          {first > 0 && <tr aria-hidden="true" style={{ height: first * ROW }} />}
          {table.slice(first, last).map((entry, i) => (
            <tr key={JSON.stringify(entry.key)} aria-rowindex={first + i + 2}>
              <RowName
                entry={entry}
                depth={dimensions.length}
                pressed={
                  choosing !== undefined &&
                  choosing.pick.keys.length > 0 &&
                  entry.key.length > 0 &&
                  isPickedKey(choosing.pick, entry.key)
                }
                onChoose={
                  choosing && entry.key.length > 0
                    ? (add) =>
                        choosing.onPick({
                          ...choosing.pick,
                          keys: toggledKeys(choosing.pick.keys, entry.key, add),
                          exclude: false,
                        })
                    : undefined
                }
              />
              {periods.map((period, b) =>
                measures.map((measure, m) => (
                  <Fragment key={`${period.text} ${m}`}>
                    <td
                      onClick={
                        choosing && ((event) => chooseCell(entry.key, b, event.ctrlKey || event.metaKey))
                      }
                      data-pale={isPale(entry, first + i, m, b) || undefined}
                      title={ROWS_WORDS}
                      onContextMenu={(event) => {
                        event.preventDefault();
                        onRows(b, m, entry.key);
                      }}
                      style={{
                        ...cell,
                        opacity: isPale(entry, first + i, m, b) ? PALE : undefined,
                        cursor: choosing ? 'pointer' : undefined,
                        fontWeight: weightOf(entry, dimensions.length),
                        ...(isProvisional(m, b)
                          ? {
                              color: role.quiet,
                              borderBottom: `1px dotted ${role.quiet}`,
                              fontStyle: 'italic',
                            }
                          : {}),
                      }}
                    >
                      {cellWords(measure, entry.cells[m]!.values[b] ?? null)}
                    </td>
                    <ComparedCells
                      columns={compared}
                      measure={measure}
                      cell={entry.cells[m]!}
                      bucket={b}
                      onOpen={(baseline) => onChange(baseline, m, b, entry.key)}
                      style={{ ...cell, fontWeight: weightOf(entry, dimensions.length) }}
                    />
                  </Fragment>
                )),
              )}
              {changes.map((_, c) =>
                measures.map((measure, m) => {
                  const { of, against } = ends[c]!;
                  const values = entry.cells[m]!.values;
                  const [now, then] = [values[of] ?? null, values[against] ?? null];
                  return (
                    <ChangeCell
                      key={`${c} ${m}`}
                      compared={comparedText(measure, 'percent', now, then)}
                      arrow={arrowOf(now, then)}
                      onOpen={() => onPeriodChange(c, m, entry.key)}
                      style={{ ...cell, fontWeight: weightOf(entry, dimensions.length) }}
                    />
                  );
                }),
              )}
              {hasWhole &&
                measures.map((measure, m) => (
                  <Fragment key={m}>
                    <td
                      title={ROWS_WORDS}
                      onContextMenu={(event) => {
                        event.preventDefault();
                        onRows(null, m, entry.key);
                      }}
                      style={{
                        ...cell,
                        opacity: isPale(entry, first + i, m, null) ? PALE : undefined,
                        fontWeight: Math.max(550, weightOf(entry, dimensions.length)),
                      }}
                    >
                      {cellWords(measure, entry.cells[m]!.whole)}
                    </td>
                    <ComparedCells
                      columns={compared}
                      measure={measure}
                      cell={entry.cells[m]!}
                      bucket={null}
                      onOpen={(baseline) => onChange(baseline, m, null, entry.key)}
                      style={{ ...cell, fontWeight: weightOf(entry, dimensions.length) }}
                    />
                  </Fragment>
                ))}
            </tr>
          ))}
          {last < table.length && <tr aria-hidden="true" style={{ height: (table.length - last) * ROW }} />}
        </tbody>
      </table>
    </div>
  );
});
