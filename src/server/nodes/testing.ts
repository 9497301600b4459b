/** Rows on three nodes of a file of tests: started before them, ended after them, all among the settings before each. */
import type { RowDataPacket } from 'mysql2/promise';
import { Nodes } from '../../../testing/nodes';
import { overAll } from '../answers/testing/aggregates';
import { sqlSource } from '../answers/sqlSource';
import { pool } from '../database/connection';
import { findDataset, removeDataset, type StoredDataset } from '../datasets/repository';
import { joinNodes } from './join';
import { closeNodes, nodePool } from './nodes';

export const ALL = ['north', 'south', 'west'];
export const MODEL = { shared: [] };

/** Starts the nodes; within a schema of one's own (`withDatabase`), which has to be there before. */
export function withNodes() {
  let nodes: Nodes;
  /** Goes on with some of the nodes among the settings; gives what is said of those that are away. */
  async function settleOn(names: readonly string[]): Promise<string[]> {
    await closeNodes();
    process.env.DATHEN_NODES = nodes.setting(names);
    const said: string[] = [];
    await joinNodes((line) => said.push(line));
    return said;
  }
  beforeAll(async () => {
    nodes = await Nodes.start(ALL);
  }, 120_000);
  beforeEach(() => settleOn(ALL));
  afterAll(async () => {
    await closeNodes();
    delete process.env.DATHEN_NODES;
    await nodes.stop();
  }, 60_000);
  return {
    settleOn,
    kill: (name: string) => nodes.kill(name),
    again: (name: string) => nodes.again(name),
    freeze: (name: string) => nodes.freeze(name),
    thaw: (name: string) => nodes.thaw(name),
  };
}

/** The numbers of the rows that a node has of a table. */
export async function numbersOn(name: string, table: string): Promise<number[]> {
  const [rows] = await nodePool(name).query<RowDataPacket[]>(`SELECT row_id FROM ${table} ORDER BY row_id`);
  return rows.map((row) => Number(row.row_id));
}

/** The fact tables that a node has parts of. */
export async function tablesOn(name: string): Promise<string[]> {
  const [rows] = await nodePool(name).query<RowDataPacket[]>("SHOW TABLES LIKE 'fact\\_%'");
  return rows.map((row) => String(Object.values(row)[0]));
}

/** The fact tables of the head, with their engines. */
export async function headTables(): Promise<Record<string, string>> {
  const [rows] = await pool().query<RowDataPacket[]>(
    "SELECT table_name AS name, engine FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name LIKE 'fact\\_%'",
  );
  return Object.fromEntries(rows.map((row) => [row.name as string, row.engine as string]));
}

/** A text table of so many rows over the days of a month. */
export const days = (count: number, month = 5) =>
  `day,seats\n${Array.from({ length: count }, (_, i) => `2026-0${month}-${String(1 + (i % 28)).padStart(2, '0')},${i}`).join('\n')}\n`;
const seats = { column: 'seats', scale: 0, extremes: true, closing: false, distinct: true };
export const everything = (dataset: string) => overAll(dataset, [seats]);
export const asked = async (stored: StoredDataset) =>
  (await sqlSource([stored], MODEL).aggregate(everything(stored.key)))!;
export const sumOf = async (key: string) => (await asked(await findDataset(key))).numbers[0]!.sum[0];

export const remove = async (key: string) => removeDataset(await findDataset(key));
