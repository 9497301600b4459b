/** Answers of number ranges: their bounds, and the least and greatest number that there is. */
import { TOTAL } from '../../../cube/query';
import { columnOf, measureOf } from '../../../model/model';
import type { NumberRange } from '../../document/document';
import type { NumberBounds } from '../../document/kinds/numbers';
import { seenBy } from '../../wiring/selection';
import type { ControlAnswer } from '../answer';
import type { ReachContext } from '../reach';
import { broken, ELSEWHERE } from './parts';

/** Answers a number range: for numbers of rows, the least and greatest one under what is wired into it. */
export async function answerNumbers(
  context: ReachContext,
  control: NumberRange,
  bounds: NumberBounds,
): Promise<ControlAnswer> {
  const { design, settings, source } = context;
  const { model } = design;
  const { of } = control;
  if (!settings.has(control.id)) return { kind: 'hidden' };
  const open = { kind: 'numbers', bounds, least: null, greatest: null } as const;
  if ('measure' in of) {
    return measureOf(model, of.dataset, of.measure)
      ? open
      : broken(`There is no measure “${of.measure}”. Choose another in the settings.`);
  }
  const column = columnOf(model, of.dataset, of.column);
  if (column?.type !== 'whole' && column?.type !== 'decimal')
    return broken(`There is no number “${of.column}” in this dataset. Choose another in the settings.`);
  const [use] = design.uses(control);
  if (!use) return open;
  const seen = seenBy(design, settings, control, use);
  const { key, scale } = column;
  const numbers = [{ column: key, scale, extremes: true, closing: false, distinct: false }];
  const answer = seen.pending
    ? undefined
    : await source.aggregate({ ...seen.selection, window: seen.window, by: TOTAL, numbers });
  if (!answer) return ELSEWHERE;
  const shown = (value: number | undefined) =>
    value === undefined || Number.isNaN(value) ? null : value / 10 ** scale;
  const [number] = answer.numbers;
  return { ...open, least: shown(number?.minimum?.[0]), greatest: shown(number?.maximum?.[0]) };
}
