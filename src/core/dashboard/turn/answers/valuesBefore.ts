/** What stood before a window, for measures whose missing values read as the one before. */
import type { Day } from '../../../calendar/day';
import type { Unit } from '../../../calendar/units';
import type { Dimension } from '../../../model/dimension';
import { bucketsOf, type Buckets } from '../grain';
import type { Ground } from '../ground';
import { type MeasureReach, within, type Reach } from '../reach';
import { valueTable } from '../valueTable';

/**
 * The last value before a window that begins on a day, for measures whose missing values read as the one before: by
 * group, of the last bucket with a value (the days of the first bucket that lie before the window count as a bucket of
 * their own).
 */
export async function valuesBefore(
  ground: Ground,
  { measure }: Pick<MeasureReach, 'measure'>,
  reaches: readonly Reach[],
  dimensions: readonly Dimension[],
  unit: Unit,
  window: Day,
): Promise<((key: readonly (string | null)[]) => number | null) | 'elsewhere'> {
  const nothing = () => null;
  const earliest = Math.min(...reaches.map((reach) => reach.covered[0]?.start ?? Infinity));
  if (measure.missing !== 'previous' || earliest >= window) return nothing;
  const { source, design } = ground.context;
  const { rule } = design.model;
  const earlier = reaches.map((reach) => within(reach, [{ start: -Infinity, end: window - 1 }], rule));
  if (earlier.some((reach) => reach.shown.length === 0)) return nothing;
  const before = bucketsOf(unit, earliest, window - 1, rule);
  const wanted = { dimensions, buckets: before };
  const outcome = await valueTable(design.model, source, measure, earlier, wanted);
  if (outcome.kind === 'elsewhere') return 'elsewhere';
  if (outcome.kind === 'no column') return nothing;
  const { keys, values } = outcome.table;
  const last = new Map(
    keys.map((key, g) => [JSON.stringify(key), values[g]!.findLast((value) => value !== null) ?? null]),
  );
  return (key) => last.get(JSON.stringify(key)) ?? null;
}

/** The same before the first day of a visual's own window that its buckets hold. */
export const valuesBeforeWindow = (
  ground: Ground,
  entry: Pick<MeasureReach, 'measure'>,
  reaches: readonly Reach[],
  dimensions: readonly Dimension[],
  buckets: Buckets,
) =>
  valuesBefore(
    ground,
    entry,
    reaches,
    dimensions,
    buckets.unit,
    Math.max(ground.about.window.shown[0]!.start, buckets.starts[0]!),
  );
