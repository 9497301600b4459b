/** A source that answers from cubes held in memory. Collapsed forms are kept, so a drag only looks them up. */
import { runsOfDays, type DayRuns } from '../calendar/runs';
import { aggregateCells, aggregateCollapsed, coveredByCells, ownWindow } from './aggregate';
import { canTest, cellTests, collapse, groupsOf, type Collapsed } from './collapse';
import { dayCount, type Cube } from './cube';
import { holdsPaths } from './paths';
import { pathsKey, TOTAL, type AggregateQuery, type GroupColumn, type NumberWanted } from './query';
import type { Selection, Source } from './query';

/** Largest table of days by groups that is worth keeping as running totals. */
const RUNNING_LIMIT = 2_000_000;
/** Largest table of buckets by groups that is answered from a cube at all. */
const ANSWER_LIMIT = 4_000_000;
/** How many collapsed forms are kept; the least recently used go first. */
const KEPT_FORMS = 160;

export interface CubeSource extends Source {
  /** Holds these cubes and no others; of two of one dataset and date column the later one. */
  hold: (cubes: readonly Cube[]) => void;
}

const columnKey = (entry: GroupColumn) => (entry.kind === 'column' ? entry.column : entry.classes.key);
const hasOtherDays = (selection: Selection) =>
  selection.otherDays.some((filter) => filter.column !== selection.day);

/** Whether a cube has every column by which rows are selected. */
function canSelect(cube: Cube, selection: Selection): boolean {
  const isDay = (column: string) =>
    column === selection.day || cube.otherDays.some((entry) => entry.column === column);
  return (
    selection.filters.every(({ column }) => cube.categories.some((held) => held.column === column)) &&
    selection.conditions.every((condition) => canTest(cube, condition)) &&
    selection.otherDays.every((filter) => isDay(filter.column)) &&
    (selection.paths ?? []).every((filter) => holdsPaths(cube, filter))
  );
}

function holdsNumber(cube: Cube, wanted: NumberWanted): boolean {
  const number = cube.numbers.find((entry) => entry.column === wanted.column);
  return number !== undefined && !wanted.distinct && (!wanted.extremes || number.minimum !== null);
}

/** Which layout answers a query on this cube; undefined when the cube lacks a column it needs. */
export function planQuery(cube: Cube, query: AggregateQuery): 'running totals' | 'sparse by day' | undefined {
  const groups = groupsOf(cube, query.by.columns);
  if (!groups || !canSelect(cube, query) || !query.numbers.every((wanted) => holdsNumber(cube, wanted)))
    return undefined;
  if (groups.size * (query.by.buckets?.starts.length ?? 1) > ANSWER_LIMIT) return undefined;
  if (hasOtherDays(query)) return 'sparse by day';
  return groups.size * dayCount(cube) > RUNNING_LIMIT ? 'sparse by day' : 'running totals';
}

/** A source over cubes; queries about datasets without a fitting cube are answered with undefined. */
export function cubeSource(cubes: readonly Cube[] = []): CubeSource {
  const held = new Map<string, Cube>();
  const kept = new Map<string, Collapsed>();
  const placeOf = (dataset: string, day: string) => `${dataset}|${day}`;

  function collapsedOf(
    cube: Cube,
    selection: Selection,
    columns: readonly GroupColumn[],
    numbers: readonly NumberWanted[],
  ) {
    const place = placeOf(selection.dataset, selection.day);
    const wanted = numbers.map((number) => `${number.column}${number.extremes ? '+' : ''}`);
    const key = JSON.stringify([
      place,
      selection.filters,
      selection.conditions,
      pathsKey(selection),
      columns.map(columnKey),
      wanted,
    ]);
    let collapsed = kept.get(key);
    if (collapsed) kept.delete(key);
    else {
      const tests = cellTests(cube, selection);
      const groups = groupsOf(cube, columns);
      collapsed = tests && groups && collapse(cube, tests, groups, numbers);
    }
    if (!collapsed) return undefined;
    kept.set(key, collapsed);
    if (kept.size > KEPT_FORMS) kept.delete(kept.keys().next().value!);
    return collapsed;
  }

  const source: CubeSource = {
    hold(wanted) {
      const next = new Map(wanted.map((cube) => [placeOf(cube.shape.dataset, cube.shape.day), cube]));
      const isSame = next.size === held.size && [...next].every(([place, cube]) => held.get(place) === cube);
      if (isSame) return;
      held.clear();
      for (const [place, cube] of next) held.set(place, cube);
      kept.clear();
    },
    covered(selection): DayRuns | undefined {
      const cube = held.get(placeOf(selection.dataset, selection.day));
      if (!cube) return undefined;
      if (!hasOtherDays(selection)) {
        const covered = collapsedOf(cube, selection, TOTAL.columns, [])?.covered;
        return covered && ownWindow(selection, covered);
      }
      const days = coveredByCells(cube, selection);
      return days && ownWindow(selection, runsOfDays(days));
    },
    aggregate(query) {
      const cube = held.get(placeOf(query.dataset, query.day));
      const layout = cube && planQuery(cube, query);
      if (!cube || !layout) return undefined;
      if (layout === 'sparse by day') return aggregateCells(cube, query);
      const collapsed = collapsedOf(cube, query, query.by.columns, query.numbers);
      return collapsed && aggregateCollapsed(cube, collapsed, query);
    },
  };
  source.hold(cubes);
  return source;
}
