/** The named periods, by name. */
import { asc } from 'drizzle-orm';
import type { NamedPeriod } from '../../core/model/model';
import { database } from '../database/connection';
import { namedPeriod } from '../database/schema';

export async function listNamedPeriods(): Promise<NamedPeriod[]> {
  const rows = await database().select().from(namedPeriod).orderBy(asc(namedPeriod.name));
  return rows.map(({ key, name, phrase }) => ({ key, name, phrase }));
}
