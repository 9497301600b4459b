/** Geometries as they are stored. */
import { eq } from 'drizzle-orm';
import type { ListedGeometry } from '../../contract/geometries';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { isMeasuredPlace } from '../../core/dashboard/document/kinds/map';
import { describeGeometry, readGeoJson, type GeometryEntry } from '../../core/model/geometry';
import { everyDashboard } from '../dashboards/read';
import { database, sqlNow } from '../database/connection';
import { geometry } from '../database/schema';
import { keyFor } from '../datasets/definition';
import { bumpRevision } from '../model/revision';
import { Problem } from '../problem';

/** Geometries at most. */
const MOST = 200;

type Row = Omit<typeof geometry.$inferSelect, 'features'>;
const entryOf = ({ key, name, version, described }: Row): GeometryEntry => ({
  key,
  name,
  version,
  ...described,
});

const withoutFeatures = {
  id: geometry.id,
  key: geometry.key,
  name: geometry.name,
  version: geometry.version,
  described: geometry.described,
  source: geometry.source,
  createdAt: geometry.createdAt,
};

/** What the model tells of all geometries, the oldest first. */
export async function geometryEntries(): Promise<GeometryEntry[]> {
  return (await database().select(withoutFeatures).from(geometry).orderBy(geometry.id)).map(entryOf);
}

/** The geometries that the maps of a document draw. */
const drawnBy = (document: DashboardDocument): Set<string> =>
  new Set(
    document.visuals.flatMap((visual) =>
      visual.kind === 'map'
        ? visual.layers.flatMap(({ place }) => (isMeasuredPlace(place) ? [] : [place.geometry]))
        : [],
    ),
  );

/** All geometries with where they are drawn, by name. */
export async function listGeometries(): Promise<ListedGeometry[]> {
  const rows = await database().select(withoutFeatures).from(geometry).orderBy(geometry.name);
  const drawn: { readonly id: number; readonly title: string; readonly keys: ReadonlySet<string> }[] = [];
  if (rows.length > 0)
    for await (const { id, document } of everyDashboard())
      drawn.push({ id, title: document.title, keys: drawnBy(document) });
  return rows.map((row) => ({
    ...entryOf(row),
    source: row.source,
    uses: drawn.flatMap(({ id, title, keys }) => (keys.has(row.key) ? [{ id, title }] : [])),
  }));
}

/**
 * Takes a file under a name; one of the same name takes the place of the one before. Throws a `Problem` with the place
 * where it does not fit.
 */
export async function saveGeometry(name: string, source: string, text: string): Promise<GeometryEntry> {
  const read = readGeoJson(text);
  if (!read.ok)
    throw new Problem('bad-geometry', `${source} is not taken: ${read.place}: ${read.message}`, 400, {
      place: read.place,
    });
  const features = JSON.stringify(read.geometry);
  const described = describeGeometry(read.geometry);
  const rows = await database().select(withoutFeatures).from(geometry);
  const known = rows.find((row) => row.name === name);
  if (known) {
    const version = known.version + 1;
    await database()
      .update(geometry)
      .set({ version, described, features, source })
      .where(eq(geometry.id, known.id));
    await bumpRevision();
    return entryOf({ ...known, version, described });
  }
  if (rows.length >= MOST)
    throw new Problem('too-many', `There are ${MOST} geometries already. Remove some first.`, 409);
  const key = keyFor(name, new Set(rows.map((row) => row.key)), 'geometry');
  await database()
    .insert(geometry)
    .values({ key, name, version: 1, described, features, source, createdAt: sqlNow() });
  await bumpRevision();
  return { key, name, version: 1, ...described };
}

/** The JSON text of a geometry's features, and its version. Throws a `Problem` where there is none. */
export async function readFeatures(
  key: string,
): Promise<{ readonly text: string; readonly version: number }> {
  const [row] = await database()
    .select({ text: geometry.features, version: geometry.version })
    .from(geometry)
    .where(eq(geometry.key, key));
  if (!row) throw new Problem('no-such-geometry', `There is no geometry “${key}”.`, 404);
  return row;
}

export async function removeGeometry(key: string): Promise<void> {
  const [result] = await database().delete(geometry).where(eq(geometry.key, key));
  if (result.affectedRows === 0) throw new Problem('no-such-geometry', `There is no geometry “${key}”.`, 404);
  await bumpRevision();
}
