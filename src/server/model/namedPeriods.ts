/** Named periods as they are stored: where each is used, and what a change of one would move. */
import type { NamedPeriodUse, NewNamedPeriod } from '../../contract/modelling';
import { eq } from 'drizzle-orm';
import { periodPlaces } from '../../core/dashboard/document/namedPeriods';
import type { Model, NamedPeriod } from '../../core/model/model';
import type { MovedWindow } from '../../core/model/ruleChanges';
import { canonicalText } from '../../core/period/canonical';
import { parsePhrase } from '../../core/period/parse';
import { everyDashboard } from '../dashboards/read';
import { database } from '../database/connection';
import { namedPeriod } from '../database/schema';
import { freeKey } from '../datasets/definition';
import { Problem } from '../problem';
import { movedWindows } from '../wiring/movedWindows';
import { readModel } from './model';
import { listNamedPeriods } from './namedPeriodList';
import { bumpRevision } from './revision';

function checkPhrase(phrase: string): string {
  const parsed = parsePhrase(phrase);
  if (parsed.ok) return canonicalText(phrase);
  const { code, from, to, message } = parsed.error;
  throw new Problem('bad-phrase', message, 400, { code, from, to });
}

/** Stores a named period: a new one without a key. Throws a `Problem` for what does not fit. */
export async function saveNamedPeriod(key: string | null, edit: NewNamedPeriod): Promise<NamedPeriod> {
  const all = await listNamedPeriods();
  if (key !== null && !all.some((entry) => entry.key === key))
    throw new Problem('no-such-period', 'This named period is not here any more.', 404);
  const isTaken = all.some(
    (entry) => entry.key !== key && entry.name.toLowerCase() === edit.name.toLowerCase(),
  );
  if (isTaken) throw new Problem('name-twice', `There is a named period “${edit.name}” already.`);
  const values = { name: edit.name, phrase: checkPhrase(edit.phrase) };
  const own = key ?? freeKey(edit.key, edit.name, all, 'period');
  await database()
    .insert(namedPeriod)
    .values({ key: own, ...values })
    .onDuplicateKeyUpdate({ set: values });
  await bumpRevision();
  return { key: own, ...values };
}

/** The dashboards on which each named period is used, by its key. */
export async function namedPeriodUses(model: Model): Promise<Map<string, NamedPeriodUse[]>> {
  const uses = new Map<string, NamedPeriodUse[]>(model.periods.map(({ key }) => [key, []]));
  for await (const { id, document } of everyDashboard()) {
    const places = periodPlaces(document, model);
    for (const [key, known] of uses) {
      const here = places.filter((place) => place.named === key).map((place) => place.words);
      if (here.length > 0) known.push({ id, title: document.title, places: here });
    }
  }
  return uses;
}

/** What another phrase of a named period would move, on every dashboard. */
export async function changesOfNamedPeriod(key: string, phrase: string): Promise<MovedWindow[]> {
  const { model, stored } = await readModel();
  const changed = { phrase: checkPhrase(phrase) };
  const periods = model.periods.map((entry) => (entry.key === key ? { ...entry, ...changed } : entry));
  const moved: MovedWindow[] = [];
  for await (const { id, document } of everyDashboard()) {
    if (!periodPlaces(document, model).some((place) => place.named === key)) continue;
    moved.push(...(await movedWindows({ id, document }, model, { ...model, periods }, stored)));
  }
  return moved;
}

/** Deletes a named period; one that is used only when that is said. Dashboards keep the phrase that it stood for. */
export async function removeNamedPeriod(key: string, evenIfUsed: boolean): Promise<void> {
  const { model } = await readModel();
  const used = (await namedPeriodUses(model)).get(key) ?? [];
  if (used.length > 0 && !evenIfUsed) {
    const names = used.map((dashboard) => `“${dashboard.title}”`).join(', ');
    throw new Problem(
      'in-use',
      `It is used on ${names}. There its phrase stays as it was last saved, and is no longer changed from here.`,
      409,
    );
  }
  await database().delete(namedPeriod).where(eq(namedPeriod.key, key));
  await bumpRevision();
}
