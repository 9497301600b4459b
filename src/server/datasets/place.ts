/**
 * Where the rows of a load go: into a new table, which takes the place of the one in use, or to the rows that are there;
 * here, or in parts on nodes. Until they come into use nothing is changed, and whatever is killed, nothing of them is seen.
 */
import type { Connection } from 'mysql2/promise';
import { Readable } from 'node:stream';
import { database, databaseOver } from '../database/connection';
import type { Spread } from '../nodes/address';
import { nodeConnection, nodeError, nodeNames } from '../nodes/nodes';
import { createParts, dropRows, removeUnused } from '../nodes/parts';
import { factTable, ownTableSql, physicalName, rowsTable, type Definition } from './definition';
import type { Owned, Transaction } from './newRows';
import { spreadSink, tableSink, type OpenSink } from './sink';

export interface RowsPlace {
  readonly table: string;
  /** The nodes that rows lie on once `loaded` more are in use; null where they lie here. */
  spreadAfter: (loaded: number) => Spread | null;
  /** Makes room, and gives where rows are taken. */
  prepare: () => Promise<OpenSink>;
  /** Puts the rows into use in the transaction of `work`, which says that they are. */
  use: (work: (transaction: Transaction) => Promise<void>) => Promise<void>;
  /** Takes back what was made; nothing of it was in use. */
  giveUp: () => Promise<void>;
  /** An error on the way, as it is told. */
  explained: (error: unknown) => Promise<unknown>;
  /** Ends connections that it opened. */
  close: () => Promise<void>;
}

const names = ({ columns }: Definition) => columns.map((_, i) => physicalName(i));
const inOneTransaction: RowsPlace['use'] = (work) => database().transaction(work);
const ofOurOwn: Pick<RowsPlace, 'spreadAfter' | 'explained' | 'close'> = {
  spreadAfter: () => null,
  explained: (error) => Promise.resolve(error),
  close: () => Promise.resolve(),
};

/** A new table for the rows of a load: on nodes, or here where there are none. */
export function newTable(
  connection: Connection,
  owned: Pick<Owned, 'id'>,
  load: number,
  definition: Definition,
  nodes: readonly string[] = nodeNames(),
): RowsPlace {
  const table = factTable(owned.id, load);
  if (nodes.length > 0) return newParts(table, nodes, definition);
  return {
    ...ofOurOwn,
    table,
    async prepare() {
      await connection.query(ownTableSql(table, definition.columns));
      return (signal) => tableSink(connection, table, names(definition), signal);
    },
    use: inOneTransaction,
    giveUp: () => dropRows(table),
  };
}

/** The table in use, for rows that are added. */
export function tableInUse(connection: Connection, owned: Owned, definition: Definition): RowsPlace {
  const table = rowsTable(owned);
  if (owned.spread) return partsInUse(table, owned.spread, definition);
  return {
    ...ofOurOwn,
    table,
    async prepare() {
      await connection.query('START TRANSACTION');
      return (signal) => tableSink(connection, table, names(definition), signal);
    },
    async use(work) {
      await work(databaseOver(connection));
      await connection.query('COMMIT');
    },
    async giveUp() {
      // What was added goes, and with it what would keep others waiting; a connection that is lost has done so itself.
      await connection.query('ROLLBACK').catch(() => undefined);
    },
  };
}

/** Connections to some nodes, and sinks into their parts of a table that go on after a row. */
class Senders {
  private connections: Connection[] = [];

  constructor(
    private readonly table: string,
    private readonly nodes: readonly string[],
    private readonly definition: Definition,
  ) {}

  async open(before: number): Promise<OpenSink> {
    this.connections = await Promise.all(
      this.nodes.map((name) => nodeConnection(name, { infileStreamFactory: () => Readable.from([]) })),
    );
    const columns = ['row_id', ...names(this.definition)];
    return (signal) =>
      spreadSink(
        this.connections.map((connection) => tableSink(connection, this.table, columns, signal)),
        before,
      );
  }

  async close(): Promise<void> {
    await Promise.all(this.connections.map((each) => each.end().catch(() => each.destroy())));
  }
}

function newParts(table: string, nodes: readonly string[], definition: Definition): RowsPlace {
  const senders = new Senders(table, nodes, definition);
  return {
    table,
    spreadAfter: (loaded) => ({ nodes: [...nodes], rows: loaded }),
    async prepare() {
      await createParts(nodes, table, definition.columns);
      return senders.open(0);
    },
    use: inOneTransaction,
    giveUp: () => dropRows(table),
    explained: (error) => nodeError(nodes, error),
    close: () => senders.close(),
  };
}

/** Rows behind the last one in use are seen by nobody, so that they may lie there before they are in use. */
function partsInUse(table: string, spread: Spread, definition: Definition): RowsPlace {
  const senders = new Senders(table, spread.nodes, definition);
  return {
    table,
    spreadAfter: (loaded) => ({ ...spread, rows: spread.rows + loaded }),
    async prepare() {
      await removeUnused(table, spread);
      return senders.open(spread.rows);
    },
    use: inOneTransaction,
    // The next load removes them where a node is away.
    giveUp: () => removeUnused(table, spread).catch(() => undefined),
    explained: (error) => nodeError(spread.nodes, error),
    close: () => senders.close(),
  };
}
