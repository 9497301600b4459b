/** A source that answers from cubes held in memory. Collapsed forms are kept, so a drag only looks them up. */
import { runsOfDays, type DayRuns } from '../calendar/runs';
import { aggregateCells, aggregateCollapsed, coveredByCells } from './aggregate';
import { collapse, type Collapsed } from './collapse';
import { dayCount, type Cube } from './cube';
import type { AggregateQuery, Layout, NumberWanted, Selection, Source } from './query';

/** Largest table of days by groups that is worth keeping as running totals. */
const RUNNING_LIMIT = 2_000_000;
/** How many collapsed forms are kept; the least recently used go first. */
const KEPT = 64;

export interface CubeSource extends Source {
  /** Adds a cube, or takes the place of the one of the same dataset and date column. */
  add(cube: Cube): void;
  /** Forgets every cube of a dataset. */
  remove(dataset: string): void;
}

/** Which layout answers a query on this cube; undefined when the cube lacks a column it needs. */
export function planQuery(cube: Cube, query: AggregateQuery): Exclude<Layout, 'database'> | undefined {
  const held = (column: string) => cube.categories.find((category) => category.column === column);
  const columns = query.filters.map((filter) => filter.column);
  if (query.by.kind === 'category') columns.push(query.by.column);
  if (!columns.every(held)) return undefined;
  for (const wanted of query.numbers) {
    const number = cube.numbers.find((entry) => entry.column === wanted.column);
    if (!number || (wanted.extremes && !number.minimum)) return undefined;
  }
  if (!query.otherDays.every((filter) => cube.otherDays.some((entry) => entry.column === filter.column)))
    return undefined;
  if (query.otherDays.length > 0) return 'sparse by day';
  const groups = query.by.kind === 'category' ? held(query.by.column)!.values.length : 1;
  return groups * dayCount(cube) > RUNNING_LIMIT ? 'sparse by day' : 'running totals';
}

/** A source over cubes; queries about datasets without a fitting cube are answered with undefined. */
export function cubeSource(cubes: readonly Cube[] = []): CubeSource {
  const held = new Map<string, Cube>();
  const kept = new Map<string, Collapsed>();
  const placeOf = (dataset: string, day: string) => `${dataset}|${day}`;

  function collapsedOf(
    cube: Cube,
    selection: Selection,
    by: string | null,
    numbers: readonly NumberWanted[],
  ) {
    const place = placeOf(selection.dataset, selection.day);
    const key = JSON.stringify([place, selection.filters, by, numbers]);
    let collapsed = kept.get(key);
    if (collapsed) kept.delete(key);
    else collapsed = collapse(cube, selection.filters, by, numbers);
    if (!collapsed) return undefined;
    kept.set(key, collapsed);
    if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
    return collapsed;
  }

  const source: CubeSource = {
    add(cube) {
      held.set(placeOf(cube.shape.dataset, cube.shape.day), cube);
      kept.clear();
    },
    remove(dataset) {
      for (const [place, cube] of held) if (cube.shape.dataset === dataset) held.delete(place);
      kept.clear();
    },
    covered(selection): DayRuns | undefined {
      const cube = held.get(placeOf(selection.dataset, selection.day));
      if (!cube) return undefined;
      if (selection.otherDays.length === 0) return collapsedOf(cube, selection, null, [])?.covered;
      const days = coveredByCells(cube, selection);
      return days && runsOfDays(days);
    },
    aggregate(query) {
      const cube = held.get(placeOf(query.dataset, query.day));
      const layout = cube && planQuery(cube, query);
      if (!cube || !layout) return undefined;
      if (layout === 'sparse by day') return aggregateCells(cube, query);
      const by = query.by.kind === 'category' ? query.by.column : null;
      const collapsed = collapsedOf(cube, query, by, query.numbers);
      return collapsed && aggregateCollapsed(cube, collapsed, query);
    },
  };
  for (const cube of cubes) source.add(cube);
  return source;
}
