import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { d } from '../../../core/calendar/testing';
import { NO_PICK, type Pick } from '../../../core/dashboard/reader/pick';
import type { CrosstabAnswer, CrosstabRow } from '../../../core/dashboard/turn/answer';
import { crosstabChoice, paleOf } from './crosstabChoice';

/** April and May 2026, and the first days of June. */
const buckets = {
  unit: 'month',
  starts: [d('2026-04-01'), d('2026-05-01'), d('2026-06-01')],
  end: d('2026-06-03'),
  partialFirst: false,
  partialLast: true,
} as unknown as CrosstabAnswer['buckets'];
const row = (...key: string[]): CrosstabRow => ({ key, cells: [{ values: [1, 2, 3], whole: 6 }] });
const answer = {
  kind: 'crosstab',
  buckets,
  table: [row(), row('Quern'), row('Sollay')],
} as unknown as CrosstabAnswer;

function chosen(pick: Pick, act: (choice: ReturnType<typeof crosstabChoice>) => void): Pick | undefined {
  let put: Pick | undefined;
  act(crosstabChoice(answer, DEFAULT_RULE, pick, (next) => (put = next)));
  return put;
}
const quernInMay: Pick = { keys: [['Quern']], days: '2026-05-01/2026-05-31', exclude: false };

describe('a cell', () => {
  test('chooses its row and its days', () => {
    expect(chosen(NO_PICK, (choice) => choice.chooseCell(['Quern'], 1, false))).toEqual(quernInMay);
  });
  test('chosen again lets go; another takes its place', () => {
    expect(chosen(quernInMay, (choice) => choice.chooseCell(['Quern'], 1, false))).toEqual(NO_PICK);
    expect(chosen(quernInMay, (choice) => choice.chooseCell(['Sollay'], 0, false))).toEqual({
      keys: [['Sollay']],
      days: '2026-04-01/2026-04-30',
      exclude: false,
    });
  });
  test('with Ctrl its row and days are added to what is chosen', () => {
    const both = chosen(quernInMay, (choice) => choice.chooseCell(['Sollay'], 0, true));
    expect(both?.keys).toEqual([['Quern'], ['Sollay']]);
    expect(both?.days).toContain('2026-04-01');
    expect(both?.days).toContain('2026-05-31');
  });
  test('of the sum of all rows chooses nothing', () => {
    expect(chosen(NO_PICK, (choice) => choice.chooseCell([], 1, false))).toBeUndefined();
  });
});

test('the name of a row and the head of a period choose one thing and keep the other', () => {
  expect(chosen(quernInMay, (choice) => choice.chooseRow(['Sollay'], false))).toEqual({
    ...quernInMay,
    keys: [['Sollay']],
  });
  expect(chosen(quernInMay, (choice) => choice.choosePeriod(0, false))).toEqual({
    ...quernInMay,
    days: '2026-04-01/2026-04-30',
  });
});

test('what is chosen is told of rows and periods', () => {
  chosen(quernInMay, (choice) => {
    expect([['Quern'], ['Sollay'], []].map((key) => choice.isRowChosen(key))).toEqual([true, false, false]);
    expect([0, 1, 2].map((b) => choice.isPeriodChosen(b))).toEqual([false, true, false]);
  });
  chosen(NO_PICK, (choice) => expect(choice.isRowChosen(['Quern'])).toBe(false));
});

describe('what is pale', () => {
  const [all, quern, sollay] = answer.table as [CrosstabRow, CrosstabRow, CrosstabRow];

  test('beside a choice: other rows and other periods, not the window of a chosen row', () => {
    const isPale = paleOf(answer, DEFAULT_RULE, quernInMay);
    expect(isPale(quern, 1, 0, 1)).toBe(false);
    expect(isPale(quern, 1, 0, 0)).toBe(true);
    expect(isPale(quern, 1, 0, null)).toBe(false);
    expect(isPale(sollay, 2, 0, 1)).toBe(true);
  });

  test('without one: what marks chosen elsewhere do not keep', () => {
    const lit = [[{ values: [1, null, 1], whole: 2 }], [{ values: [null, null, null], whole: null }]];
    const isPale = paleOf({ ...answer, lit }, DEFAULT_RULE, NO_PICK);
    expect([0, 1, null].map((bucket) => isPale(all, 0, 0, bucket))).toEqual([false, true, false]);
    expect(isPale(quern, 1, 0, null)).toBe(true);
    expect(isPale(sollay, 2, 0, null)).toBe(false);
    expect(paleOf(answer, DEFAULT_RULE, undefined)(quern, 1, 0, 0)).toBe(false);
  });
});
