/** Answers of number ranges: their bounds, and the least and greatest number that there is. */
import { TOTAL } from '../../../cube/query';
import { columnOf, measureOf, type Column, type Measure, type MeasureRef } from '../../../model/model';
import type { NumberRange } from '../../document/document';
import type { NumberBounds } from '../../../model/numberBounds';
import { seenBy } from '../../wiring/selection';
import type { ControlAnswer } from '../controlAnswer';
import { reachesOf, type ReachContext } from '../reach';
import { valueTable } from '../valueTable';
import { pickDimensions } from '../../reader/pick';
import { broken, ELSEWHERE } from './parts';

/** Answers a number range: for numbers of rows, the least and greatest one under what is wired into it. */
export async function answerNumbers(
  context: ReachContext,
  control: NumberRange,
  bounds: NumberBounds,
): Promise<ControlAnswer> {
  const { model } = context.design;
  const { of } = control;
  if (!context.settings.has(control.id)) return { kind: 'hidden' };
  if ('measure' in of) {
    const measure = measureOf(model, of.dataset, of.measure);
    if (!measure) return broken(`There is no measure “${of.measure}”. Choose another in the settings.`);
    const extremes = await extremesOfTotals(context, control, of, measure);
    return extremes === 'elsewhere'
      ? ELSEWHERE
      : { kind: 'numbers', bounds, ...extremes, scale: measure.decimals };
  }
  const column = columnOf(model, of.dataset, of.column);
  if (column?.type !== 'whole' && column?.type !== 'decimal')
    return broken(`There is no number “${of.column}” in this dataset. Choose another in the settings.`);
  const extremes = await extremesOfRows(context, control, column);
  return extremes === 'elsewhere' ? ELSEWHERE : { kind: 'numbers', bounds, ...extremes, scale: column.scale };
}

interface Extremes {
  readonly least: number | null;
  readonly greatest: number | null;
}

/** The least and the greatest number of any row under what is wired into a range. */
async function extremesOfRows(
  { design, settings, source }: ReachContext,
  control: NumberRange,
  { key, scale }: Column,
): Promise<Extremes | 'elsewhere'> {
  const [use] = design.uses(control);
  if (!use) return { least: null, greatest: null };
  const seen = seenBy(design, settings, control, use);
  const numbers = [{ column: key, scale, extremes: true, closing: false, distinct: false }];
  const answer = seen.pending
    ? undefined
    : await source.aggregate({ ...seen.selection, window: seen.window, by: TOTAL, numbers });
  if (!answer) return 'elsewhere';
  const shown = (value: number | undefined) =>
    value === undefined || Number.isNaN(value) ? null : value / 10 ** scale;
  const [number] = answer.numbers;
  return { least: shown(number?.minimum?.[0]), greatest: shown(number?.maximum?.[0]) };
}

/** The least and the greatest total of any category in the visuals that a range is wired to, whatever its bounds. */
async function extremesOfTotals(
  context: ReachContext,
  control: NumberRange,
  ref: MeasureRef,
  measure: Measure,
): Promise<Extremes | 'elsewhere'> {
  const { design, source } = context;
  const { model, document } = design;
  let { least, greatest }: Extremes = { least: null, greatest: null };
  for (const visual of document.visuals) {
    const dimensions = pickDimensions(visual);
    if (!design.wire(control.id, visual.id)?.on || dimensions.length === 0) continue;
    const leaveOut = 'unsettled' in visual && visual.unsettled === 'leave out';
    const reaches = await reachesOf(context, visual, ref, leaveOut);
    if (!reaches) return 'elsewhere';
    const outcome = await valueTable(model, source, measure, reaches, { dimensions, buckets: null });
    if (outcome.kind === 'elsewhere') return 'elsewhere';
    if (outcome.kind === 'no column') continue;
    for (const [value] of outcome.table.values) {
      if (value == null) continue;
      least = Math.min(least ?? value, value);
      greatest = Math.max(greatest ?? value, value);
    }
  }
  return { least, greatest };
}
