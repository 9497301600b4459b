/** Connections to other databases as they are sent. */
import { z } from 'zod';

/** A name without control characters, which no database has and which could end up in another place than meant. */
const plainName = (most: number) =>
  z
    .string()
    .trim()
    .min(1)
    .max(most)
    .regex(/^[^\p{Cc}]*$/u, 'has a character that no name can have');

export const connectionSchema = z.object({
  name: plainName(200),
  host: plainName(255).regex(/^[^\s/?#@]+$/, 'is no name or number of a host'),
  port: z.int().min(1).max(65535).default(3306),
  user: plainName(128),
  password: z.string().max(500),
  database: plainName(128),
  /** Encrypted, and the server's certificate checked. */
  tls: z.boolean().default(false),
  /** Certificates (PEM) of authorities to trust in the place of the system's. */
  authorities: z.string().trim().max(100_000).nullable().default(null),
});
export type ConnectionInput = z.infer<typeof connectionSchema>;

/** A connection as it is shown: without its password, which is never sent anywhere again. */
const connectionEntrySchema = z.object({
  id: z.int(),
  name: z.string(),
  host: z.string(),
  port: z.int(),
  user: z.string(),
  database: z.string(),
  tls: z.boolean(),
});
export type ConnectionEntry = z.infer<typeof connectionEntrySchema>;
export const connectionsSchema = z.array(connectionEntrySchema);

const tableEntrySchema = z.object({
  name: z.string(),
  view: z.boolean(),
  rows: z.number().nullable().describe('Roughly, as the database guesses; null for views'),
});
export type TableEntry = z.infer<typeof tableEntrySchema>;
export const tablesSchema = z.array(tableEntrySchema);

export const madeConnectionSchema = z.object({ entry: connectionEntrySchema, tables: tablesSchema });

export const copiedTableSchema = z.object({ table: plainName(200) });
export const liveTableSchema = z.object({ table: plainName(200), name: plainName(200) });
export const madeDatasetSchema = z.object({ dataset: z.string().describe('Its key') });
