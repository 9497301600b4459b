/** The servers that hold parts of the rows of large datasets, as the settings name them. */
import { z } from 'zod';

/** A name that can stand in statements and sentences. */
const nodeNameSchema = z
  .string()
  .regex(/^[a-z][a-z0-9_]{0,29}$/, 'is no name of small letters, digits and underscores');

export const nodeAddressSchema = z.object({
  name: nodeNameSchema,
  host: z.string().min(1),
  port: z.int().min(1).max(65_535),
  user: z.string().min(1),
  password: z.string(),
  database: z.string().regex(/^\w{1,64}$/),
});
export type NodeAddress = z.infer<typeof nodeAddressSchema>;

/** Most nodes that rows are spread over. */
export const MOST_NODES = 64;

/** How the rows of a dataset are spread: row r lies on the node r modulo their number. */
export const spreadSchema = z.object({
  nodes: z.array(nodeNameSchema).min(1).max(MOST_NODES),
  /** Rows in use: those with a higher number are of a load that has not come into use. */
  rows: z.int().min(0),
});
export type Spread = z.infer<typeof spreadSchema>;
