/** Makes the nodes known to the head, and the head to the nodes: each belongs to one. */
import { randomUUID } from 'node:crypto';
import type { RowDataPacket } from 'mysql2/promise';
import { awayWords } from '../../core/model/nodeWords';
import { serverConfig } from '../config';
import { pool, selectRows } from '../database/connection';
import { Problem } from '../problem';
import { awayNodes, nodeAddress, nodeNames, nodePool } from './nodes';

/** The name under which the database knows a node; several heads may share one database server. */
export const serverName = (node: string): string => `${serverConfig().database.name}_${node}`;

/** What tells this head from others. */
export async function headId(): Promise<string> {
  await selectRows("INSERT IGNORE INTO setting (name, value) VALUES ('head', ?)", [randomUUID()]);
  const [row] = await selectRows<{ value: string }>("SELECT value FROM setting WHERE name = 'head'");
  return row!.value;
}

/** Takes a node for this head. Throws a `Problem` where it holds the rows of another. */
export async function claimNode(name: string): Promise<void> {
  const node = nodePool(name);
  const own = await headId();
  await node.query('CREATE TABLE IF NOT EXISTS dathen_head (one TINYINT PRIMARY KEY, id CHAR(36) NOT NULL)');
  await node.query('INSERT IGNORE INTO dathen_head (one, id) VALUES (1, ?)', [own]);
  const [[row]] = await node.query<RowDataPacket[]>('SELECT id FROM dathen_head');
  if (row?.id === own) return;
  throw new Problem(
    'node-of-another',
    `The node “${name}” holds rows of another Dathen. Give each one a database of its own there.`,
    409,
  );
}

/**
 * Tells the database where the nodes are, and takes those that answer; `say` hears of the others. Throws a `Problem`
 * where the database cannot read from nodes, or a node belongs to another.
 */
export async function joinNodes(say: (line: string) => void): Promise<void> {
  const names = nodeNames();
  if (names.length === 0) return;
  const [engine] = await selectRows<{ support: string }>(
    "SELECT support FROM information_schema.engines WHERE engine = 'SPIDER' AND support IN ('YES', 'DEFAULT')",
  );
  if (!engine)
    throw new Problem(
      'no-spider',
      'The database cannot read from nodes. Install mariadb-plugin-spider on its machine and load ha_spider.',
      503,
    );
  for (const name of names) {
    const { host, port, user, password, database } = nodeAddress(name);
    await pool().query(
      `CREATE OR REPLACE SERVER \`${serverName(name)}\` FOREIGN DATA WRAPPER mysql
       OPTIONS (HOST ?, PORT ${port}, USER ?, PASSWORD ?, DATABASE ?)`,
      [host, user, password, database],
    );
  }
  const away = await awayNodes(names, true);
  for (const name of names.filter((entry) => !away.includes(entry))) await claimNode(name);
  if (away.length > 0)
    say(`${awayWords(away)} What no cube holds of the rows there cannot be answered until then.`);
}
