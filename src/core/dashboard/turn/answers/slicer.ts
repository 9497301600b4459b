/** Answers of slicers: what they hold, and the values that they offer. */
import type { Attribute } from '../../../calendar/attributes';
import { ALL_DAYS } from '../../../calendar/runs';
import type { AggregateAnswer, GroupColumn, Grouping } from '../../../cube/query';
import { broken, ELSEWHERE, missingDataset, missingDimension } from './parts';
import type { ControlAnswer } from '../controlAnswer';
import { compareValues, dayClasses, groupColumn, isAttribute, isKnown } from '../../../model/dimension';
import type { MeasureRef, Slicer } from '../../document/document';
import { measureOf } from '../../../model/model';
import { reachesOf, type ReachContext } from '../reach';
import { seenBy } from '../../wiring/selection';
import type { DatasetUse } from '../../wiring/uses';
import { slicerLevels } from '../../document/kinds/slicer';
import { valueTable } from '../valueTable';

/** Answers a slicer: every value it can have, with the rows of all datasets it reaches. */
export async function answerSlicer(context: ReachContext, slicer: Slicer): Promise<ControlAnswer> {
  const { design } = context;
  const { model } = design;
  const { dimension } = slicer;
  const setting = context.settings.get(slicer.id);
  if (!setting) return { kind: 'hidden' };
  const uses = design.uses(slicer);
  if (uses.length === 0 || setting.kind !== 'choice') {
    return broken(isAttribute(dimension) ? 'There is no dataset yet.' : missingDataset(dimension.dataset));
  }
  const unknown = slicerLevels(slicer).find((level) => !isKnown(model, level));
  if (unknown) return broken(missingDimension(model, unknown));
  if (slicer.face === 'tree' && slicer.below.length > 0) return answerTree(context, slicer, setting.values);
  const rows = await rowsByValue(context, slicer);
  if (!rows) return ELSEWHERE;
  const known = new Set(rows.keys());
  if (isAttribute(dimension) && listsAll(dimension.attribute))
    for (const value of dayClasses(model, dimension.attribute).values) if (value !== null) known.add(value);
  for (const value of [...setting.values, ...slicer.custom]) known.add(value);
  const natural = compareValues(model, dimension);
  const bySize = await orderBySize(context, slicer);
  if (!bySize) return ELSEWHERE;
  const values = [...known].sort((a, b) => bySize(a, b) || natural(a, b));
  return {
    kind: 'slicer',
    choice: setting.values,
    values: values.map((value) => ({ value, rows: rows.get(value) ?? 0 })),
  };
}

/** The rows that are left of each value of a slicer; 0 where all are taken away. Undefined for elsewhere. */
async function rowsByValue(
  context: ReachContext,
  slicer: Slicer,
): Promise<Map<string | null, number> | undefined> {
  const { model, uses } = context.design;
  const rows = new Map<string | null, number>();
  for (const use of uses(slicer)) {
    const column = groupColumn(model, slicer.dimension, use.dataset);
    if (!column) continue;
    const groups = await groupsSeen(context, slicer, use, [column]);
    if (!groups) return undefined;
    const { all, now } = groups;
    for (const [value] of all.keys) rows.set(value!, rows.get(value!) ?? 0);
    now.keys.forEach(([value], i) => rows.set(value!, (rows.get(value!) ?? 0) + now.rows[i]!));
  }
  return rows;
}

/** The groups of all rows of a dataset, and of those that are left by what is wired into a slicer; undefined for elsewhere. */
async function groupsSeen(
  { design, settings, source }: ReachContext,
  slicer: Slicer,
  use: DatasetUse,
  columns: readonly GroupColumn[],
): Promise<{ all: AggregateAnswer; now: AggregateAnswer } | undefined> {
  const by: Grouping = { columns, buckets: null };
  const everything = { dataset: use.dataset, day: use.role, filters: [], otherDays: [], conditions: [] };
  const all = await source.aggregate({ ...everything, window: ALL_DAYS, by, numbers: [] });
  const seen = seenBy(design, settings, slicer, use);
  if (!all || seen.pending) return undefined;
  const now = await source.aggregate({ ...seen.selection, window: seen.window, by, numbers: [] });
  return now && { all, now };
}

/**
 * Compares values by the figures that a slicer is ordered by, the greatest or the least first; those without a figure
 * come last either way. Undefined for elsewhere.
 */
async function orderBySize(
  context: ReachContext,
  slicer: Slicer,
): Promise<((a: string | null, b: string | null) => number) | undefined> {
  if (!slicer.orderBy) return () => 0;
  const figures = await valuesByMeasure(context, slicer, slicer.orderBy);
  if (!figures) return undefined;
  const sign = slicer.orderFirst === 'least' ? -1 : 1;
  const size = (value: string | null) => figures.get(value) ?? -Infinity;
  return (a, b) => {
    const [one, two] = [size(a), size(b)];
    if (one === -Infinity || two === -Infinity) return Number(one === -Infinity) - Number(two === -Infinity);
    return sign * (two - one);
  };
}

/** The values of a measure by a slicer's dimension, under what is wired into the slicer; undefined for elsewhere. */
async function valuesByMeasure(
  context: ReachContext,
  slicer: Slicer,
  ref: MeasureRef,
): Promise<Map<string | null, number> | undefined> {
  const { model } = context.design;
  const measure = measureOf(model, ref.dataset, ref.measure);
  const reaches = await reachesOf(context, slicer, ref);
  if (!reaches) return undefined;
  if (!measure || reaches.length === 0) return new Map();
  const wanted = { dimensions: [slicer.dimension], buckets: null };
  const outcome = await valueTable(model, context.source, measure, reaches, wanted);
  if (outcome.kind === 'elsewhere') return undefined;
  if (outcome.kind === 'no column') return new Map();
  const { keys, values } = outcome.table;
  return new Map(keys.map((key, i) => [key[0]!, values[i]![0] ?? -Infinity]));
}

/** Whether a slicer lists values of an attribute that no row has: those of which there are few. */
const listsAll = (attribute: Attribute) =>
  attribute === 'weekday' || attribute === 'weekend' || attribute === 'month';

/** Nodes of a tree that are listed at most. */
const MOST_NODES = 5000;

/** Answers a tree: the nodes of all its levels, with the rows of each under what is wired into it. */
async function answerTree(
  context: ReachContext,
  slicer: Slicer,
  choice: readonly (string | null)[],
): Promise<ControlAnswer> {
  const { design } = context;
  const { model } = design;
  const levels = slicerLevels(slicer);
  const nodes = new Map<string, { path: (string | null)[]; rows: number }>();
  const add = (key: readonly (string | null)[], rows: number) => {
    for (let depth = 1; depth <= key.length; depth++) {
      const path = key.slice(0, depth);
      const known = nodes.get(JSON.stringify(path));
      if (known) known.rows += rows;
      else nodes.set(JSON.stringify(path), { path, rows });
    }
  };
  for (const use of design.uses(slicer)) {
    const columns = levels.map((level) => groupColumn(model, level, use.dataset));
    if (!columns.every((column) => column !== undefined)) continue;
    const groups = await groupsSeen(context, slicer, use, columns);
    if (!groups) return ELSEWHERE;
    const { all, now } = groups;
    for (const key of all.keys) add(key, 0);
    now.keys.forEach((key, i) => add(key, now.rows[i]!));
  }
  const compares = levels.map((level) => compareValues(model, level));
  const sorted = [...nodes.values()].sort((a, b) => {
    for (let i = 0; i < Math.min(a.path.length, b.path.length); i++) {
      const order = compares[i]!(a.path[i]!, b.path[i]!);
      if (order !== 0) return order;
    }
    return a.path.length - b.path.length;
  });
  return { kind: 'slicer', choice, values: [], nodes: sorted.slice(0, MOST_NODES) };
}
