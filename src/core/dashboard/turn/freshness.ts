/** How fresh a dashboard's data is: for each dataset the last day with data by its date roles, and when it was loaded. */
import type { Day } from '../../calendar/day';
import { dayWords, shortDayWords } from '../../calendar/names';
import { civilDayAt } from '../../calendar/civilDayAt';
import { lateSince, type Rhythm } from '../../model/rhythm';
import { datasetOf, roleName, type Model } from '../../model/model';
import { isShown, type LaneAnswer, type VisualAnswer } from './answer';

export interface DatasetFreshness {
  readonly dataset: string;
  readonly name: string;
  /** The last day with data by each date role that the dashboard shows, in the order of its visuals. */
  readonly latest: readonly { readonly role: string; readonly name: string; readonly day: Day }[];
  /** When it was loaded (ISO 8601); null where it is read live. */
  readonly loadedAt: string | null;
  readonly rhythm: Rhythm | null;
}

/** The datasets of a dashboard, the one whose data ends first before the others. */
export function freshnessOf(
  model: Model,
  lanes: Readonly<Record<string, LaneAnswer>>,
  visuals: Readonly<Record<string, VisualAnswer>>,
): DatasetFreshness[] {
  const ends = new Map<string, Map<string, Day>>();
  const add = (dataset: string, role: string, day: Day | undefined) => {
    const roles = ends.get(dataset) ?? new Map<string, Day>();
    ends.set(dataset, roles);
    if (day !== undefined) roles.set(role, Math.max(day, roles.get(role) ?? -Infinity));
  };
  for (const { dataset, role, runs } of Object.values(lanes)) add(dataset, role, runs[runs.length - 1]?.end);
  for (const answer of Object.values(visuals)) {
    if (!isShown(answer) || answer.kind !== 'table') continue;
    for (const { dataset, role } of answer.uses) add(dataset, role, answer.latest);
  }
  const entries = [...ends].flatMap(([key, roles]): DatasetFreshness[] => {
    const dataset = datasetOf(model, key);
    if (!dataset) return [];
    const latest = [...roles].map(([role, day]) => ({ role, name: roleName(model, key, role), day }));
    return [
      {
        dataset: key,
        name: dataset.name,
        latest,
        loadedAt: dataset.live ? null : dataset.loadedAt,
        rhythm: dataset.rhythm ?? null,
      },
    ];
  });
  const oldest = ({ latest }: DatasetFreshness) => Math.min(Infinity, ...latest.map((entry) => entry.day));
  return entries.sort((a, b) => oldest(a) - oldest(b));
}

/** The time of a load in a time zone: "13:55" on the day of `now`, else "Mon 1 Jun 2026, 13:55". */
export function loadedWords(loadedAt: string, timeZone: string, now?: number): string {
  const at = Date.parse(loadedAt);
  const day = civilDayAt(at, timeZone);
  const time = new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(at);
  return now !== undefined && day === civilDayAt(now, timeZone) ? time : `${dayWords(day)}, ${time}`;
}

/** Since when its data is late (milliseconds since 1970-01-01 UTC); null where it is not, or nothing is expected. */
export const lateOf = ({ loadedAt, rhythm }: DatasetFreshness, now: number): number | null =>
  loadedAt === null || !rhythm ? null : lateSince(rhythm, Date.parse(loadedAt), now);

/** "Sailings to 1 Jun 2026, loaded 13:55", "Bookings: travels to 1 Sep 2026, booked to 2 Jun 2026, live". */
export function freshnessWords(entry: DatasetFreshness, model: Model, timeZone: string, now: number): string {
  const { name, latest, loadedAt } = entry;
  const hasRoles = (datasetOf(model, entry.dataset)?.roles.length ?? 0) > 1;
  const ends = latest.map((end) => `${hasRoles ? `${end.name} ` : ''}to ${shortDayWords(end.day, true)}`);
  const data = ends.length === 0 ? ', no data' : `${hasRoles ? ':' : ''} ${ends.join(', ')}`;
  const loaded = loadedAt === null ? 'live' : `loaded ${loadedWords(loadedAt, timeZone, now)}`;
  const late = lateOf(entry, now);
  const told =
    late === null ? '' : `, late: expected by ${loadedWords(new Date(late).toISOString(), timeZone, now)}`;
  return `${name}${data}, ${loaded}${told}`;
}
