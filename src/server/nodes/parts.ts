/** Parts of fact tables on the nodes, and the table of the head that shows them as one. */
import type { Pool, RowDataPacket } from 'mysql2/promise';
import { factColumnsSql, TABLE_FORM, type StoredColumn } from '../datasets/definition';
import { pool, selectRows } from '../database/connection';
import { dropTable } from '../database/dropTable';
import { log } from '../log';
import type { Spread } from './address';
import { awayNodes, awayProblem, nodeError, nodeNames, nodePool, whileNodesAnswer } from './nodes';
import { claimNode, serverName } from './join';

/** Makes an empty part on each node and the table of the head over them. Throws a `Problem` where one is away. */
export async function createParts(
  nodes: readonly string[],
  table: string,
  columns: readonly StoredColumn[],
): Promise<void> {
  await withEachNode(nodes, async (name) => {
    await claimNode(name);
    await nodePool(name).query(
      `CREATE TABLE ${table} (row_id INT UNSIGNED NOT NULL PRIMARY KEY, ${factColumnsSql(columns)}) ENGINE=InnoDB ${TABLE_FORM}`,
    );
  });
  const partitions = nodes.map((name, i) => `PARTITION p${i} COMMENT = 'srv "${serverName(name)}"'`);
  await selectRows(
    `CREATE TABLE ${table} (row_id INT UNSIGNED NOT NULL PRIMARY KEY, ${factColumnsSql(columns, true)})
     ENGINE=SPIDER ${TABLE_FORM} COMMENT = 'wrapper "mysql", table "${table}", semi_split_read "0"'
     PARTITION BY HASH (row_id) (${partitions.join(', ')})`,
  );
}

/** Removes rows that a load left behind which never came into use. Throws a `Problem` where a node is away. */
export function removeUnused(table: string, { nodes, rows }: Spread): Promise<void> {
  return withEachNode(nodes, async (name) => {
    await nodePool(name).query(`DELETE FROM ${table} WHERE row_id > ?`, [rows]);
  });
}

/** Does something with each of some nodes at once. Throws a `Problem` that names those that are away. */
async function withEachNode(nodes: readonly string[], work: (name: string) => Promise<void>): Promise<void> {
  const away = await awayNodes(nodes, true);
  if (away.length > 0) throw awayProblem(away);
  try {
    await Promise.all(nodes.map(work));
  } catch (error) {
    throw await nodeError(nodes, error);
  }
}

/** Where rows lie that are asked for: in one table here, or in a part of it on each of some nodes. */
export interface Parts {
  /** What stands after FROM, here for all rows and on each node for its own. */
  readonly from: string;
  readonly nodes: readonly string[];
}

/** The rows in use of a fact table. */
export function partsOf(table: string, spread: Spread | null): Parts {
  if (!spread) return { from: table, nodes: [] };
  return {
    from: `(SELECT * FROM ${table} WHERE row_id <= ${Number(spread.rows)}) AS rows_in_use`,
    nodes: spread.nodes,
  };
}

/**
 * Asks each part at once, and gives what they say one after the other: groups that lie in several parts come once from
 * each. Throws a `SourceProblem` that names the nodes that are away.
 */
export function fromEachPart<T>(
  { nodes }: Parts,
  ask: (where: Pool) => Promise<readonly T[]>,
): Promise<readonly T[]> {
  if (nodes.length === 0) return ask(pool());
  return whileNodesAnswer(nodes, async () =>
    (await Promise.all(nodes.map((name) => ask(nodePool(name))))).flat(),
  );
}

/**
 * Drops fact tables, here and on every node that answers; what stays on others is dropped once they are back
 * (`dropUnusedParts`). One that is held stays altogether, until the next start.
 */
export async function dropRows(...tables: readonly string[]): Promise<void> {
  const gone: string[] = [];
  for (const table of tables) if (await dropTable(table)) gone.push(table);
  if (gone.length === 0) return;
  await onNodesThere((node) => node.query(`DROP TABLE IF EXISTS ${gone.join(', ')}`));
}

/** Drops the parts that nobody keeps any more on each node that answers. */
export function dropUnusedParts(isKept: (table: FactTable) => Promise<boolean>): Promise<void> {
  return onNodesThere(async (node, name) => {
    await claimNode(name);
    for (const table of await factTables(node))
      if (!(await isKept(table))) await node.query(`DROP TABLE IF EXISTS ${table.name}`);
  });
}

/** Tidies up on each node; one that does not answer, or fails, keeps what it has until the next time. */
async function onNodesThere(tidy: (node: Pool, name: string) => Promise<unknown>): Promise<void> {
  const names = nodeNames();
  const away = await awayNodes(names, true);
  for (const name of names) {
    try {
      if (away.includes(name)) throw awayProblem([name]);
      await tidy(nodePool(name), name);
    } catch (error) {
      log().warn(error, `rows that are not needed any more stay on the node ${name} until the next start`);
    }
  }
}

/** A fact table by what its name says. */
export interface FactTable {
  readonly name: string;
  readonly dataset: number;
  readonly load: number;
}

/** The fact tables of a database, or a node's parts of them. */
export async function factTables(where: Pool): Promise<FactTable[]> {
  const [rows] = await where.query<RowDataPacket[]>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name LIKE 'fact\\_%'",
  );
  return rows.flatMap(({ name }) => {
    const match = /^fact_(\d+)_(\d+)$/.exec(name as string);
    return match ? [{ name: match[0], dataset: Number(match[1]), load: Number(match[2]) }] : [];
  });
}
