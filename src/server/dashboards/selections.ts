/** Selections that readers saved with a dashboard. */
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { z } from 'zod';
import type { newSelectionSchema, SavedSelection, selectionEditSchema } from '../../contract/selections';
import { currentCaller } from '../caller';
import { database, sqlNow, utcTime } from '../database/connection';
import { savedSelection } from '../database/schema';
import { Problem } from '../problem';
import { revisionOf } from './read';

/** Selections of a dashboard at most. */
const MOST = 200;

type Row = typeof savedSelection.$inferSelect;
const shown = ({
  id,
  name,
  parts,
  savedAt,
}: Pick<Row, 'id' | 'name' | 'parts' | 'savedAt'>): SavedSelection => ({
  id,
  name,
  parts,
  savedAt: utcTime(savedAt),
});

/** Those that are the caller's own. */
function isOwn() {
  const { person } = currentCaller();
  return person === null ? isNull(savedSelection.personId) : eq(savedSelection.personId, person);
}

/** The selections that the caller saved with a dashboard, by name. Throws a `Problem` where there is no such dashboard. */
export async function listSelections(dashboardId: number): Promise<SavedSelection[]> {
  await revisionOf(dashboardId);
  const rows = await database()
    .select()
    .from(savedSelection)
    .where(and(eq(savedSelection.dashboardId, dashboardId), isOwn()))
    .orderBy(asc(savedSelection.name), asc(savedSelection.id));
  return rows.map(shown);
}

/** Names tell selections apart, whatever their capitals. */
function checkName(all: readonly SavedSelection[], name: string, own: number | null): void {
  const isTaken = all.some((entry) => entry.id !== own && entry.name.toLowerCase() === name.toLowerCase());
  if (isTaken)
    throw new Problem(
      'name-twice',
      `There is a selection “${name}” already. Save over it, or choose another name.`,
      409,
    );
}

export async function saveSelection(
  dashboardId: number,
  { name, parts }: z.infer<typeof newSelectionSchema>,
): Promise<SavedSelection> {
  const all = await listSelections(dashboardId);
  checkName(all, name, null);
  if (all.length >= MOST)
    throw new Problem('too-many', `A dashboard keeps ${MOST} selections. Delete one that is not used.`, 422);
  const savedAt = sqlNow();
  const row = { dashboardId, personId: currentCaller().person, name, parts, savedAt };
  const [made] = await database().insert(savedSelection).values(row);
  return shown({ id: made.insertId, ...row });
}

const gone = () => new Problem('no-such-selection', 'This selection is not here any more.', 404);

/** Gives a selection another name, or what is held now. */
export async function changeSelection(
  dashboardId: number,
  id: number,
  edit: z.infer<typeof selectionEditSchema>,
): Promise<SavedSelection> {
  const all = await listSelections(dashboardId);
  const known = all.find((entry) => entry.id === id);
  if (!known) throw gone();
  if (edit.name !== undefined) checkName(all, edit.name, id);
  const { name, parts } = { ...known, ...edit };
  const savedAt = sqlNow();
  await database()
    .update(savedSelection)
    .set({ name, parts, savedAt })
    .where(and(eq(savedSelection.id, id), eq(savedSelection.dashboardId, dashboardId)));
  return shown({ id, name, parts, savedAt });
}

export async function deleteSelection(dashboardId: number, id: number): Promise<void> {
  const [result] = await database()
    .delete(savedSelection)
    .where(and(eq(savedSelection.id, id), eq(savedSelection.dashboardId, dashboardId), isOwn()));
  if (result.affectedRows === 0) throw gone();
}
