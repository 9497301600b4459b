/** A line chart made from periods across: each period a line over the first. */
import { documentSchema } from '../document/document';
import type { PeriodColumns } from '../document/kinds/columns';
import { MEASURED_DEFAULTS, shownMeasure } from '../document/kinds/measured';
import type { Crosstab } from '../document/visuals';
import { TEST_MODEL } from '../../model/testing';
import { documentOf } from './testing';
import { withPeriodLines } from './periodLines';

const COLUMNS: PeriodColumns = {
  kind: 'periods',
  mode: 'alone',
  periods: [
    { id: 'p1', name: '', phrase: 'last month' },
    { id: 'p2', name: 'before', of: 'p1', baseline: 'previous span' },
    { id: 'p3', name: '', of: 'p2', baseline: 'previous span' },
    { id: 'p4', name: 'then', phrase: '2024-02' },
  ],
  changes: [],
};
const crosstab = (columns: Crosstab['columns']): Crosstab => ({
  ...MEASURED_DEFAULTS,
  id: 'grid',
  kind: 'crosstab',
  measures: [shownMeasure('trips', 'seats')],
  rows: [{ dataset: 'trips', column: 'route' }],
  subtotals: true,
  columns,
});

test('the first period is the chart’s own, the others that follow from it are its baselines', () => {
  const grid = crosstab(COLUMNS);
  const document = documentOf(grid);
  const made = withPeriodLines(document, TEST_MODEL, grid)!;
  expect(documentSchema.safeParse(made.document).success).toBe(true);
  expect(made.item).toMatchObject({ kind: 'line', ownPeriod: { phrase: 'last month', mode: 'replace' } });
  const compared = 'compare' in made.item ? made.item.compare!.with : [];
  expect(
    made.document.baselines
      .filter((entry) => compared.includes(entry.id))
      .map(({ name, text }) => [name, text]),
  ).toEqual([
    ['before', 'previous span'],
    ['then', '2024-02'],
  ]);
  expect(made.left).toBe(1);
  // Made again, it uses the baselines that are there.
  const again = withPeriodLines(made.document, TEST_MODEL, grid)!;
  expect(again.document.baselines).toHaveLength(made.document.baselines.length);
});

test('there are none without a period of its own', () => {
  expect(withPeriodLines(documentOf(), TEST_MODEL, crosstab({ kind: 'grain' }))).toBeUndefined();
});

test('more periods than a chart compares with are counted, and none is left out of a few', () => {
  const periods = Array.from({ length: 9 }, (_, i) => ({ id: `p${i}`, name: '', phrase: `202${i}-02` }));
  const linesOf = (count: number) => {
    const grid = crosstab({ ...COLUMNS, periods: periods.slice(0, count) });
    return withPeriodLines(documentOf(grid), TEST_MODEL, grid)!;
  };
  expect(linesOf(9).left).toBe(2);
  expect(linesOf(7).left).toBe(0);
});
