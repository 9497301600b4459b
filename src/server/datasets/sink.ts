/** Takes lines of rows to the database's bulk path, in one stream or in several side by side. */
import { Readable } from 'node:stream';
import type { Connection, ResultSetHeader } from 'mysql2/promise';
import { untilSent } from '../database/connection';
import { LINE_FORM } from '../database/lines';
import { Problem } from '../problem';

export interface RowSink {
  /** Takes lines in the form of LOAD DATA, without their ends; comes back once more may come. */
  take: (lines: readonly string[]) => Promise<void>;
  /** All is said. */
  close: () => void;
  /** What is said is not to be kept. */
  break: (error: Error) => void;
  /** The number of rows that the database took. */
  readonly taken: Promise<number>;
}

/** Opens a sink; it ends, and its connections with it, when the signal stops it. */
export type OpenSink = (signal: AbortSignal) => RowSink;

/** A sink into a table; lines hold the values of `columns`, in their order. The database reads while lines come. */
export function tableSink(
  connection: Connection,
  table: string,
  columns: readonly string[],
  signal: AbortSignal,
): RowSink {
  let wake: (() => void) | null = null;
  const output = new Readable({ read: () => wake?.(), highWaterMark: 1 << 18 });
  const untilWanted = () =>
    new Promise<void>((resolve) => {
      wake = () => {
        wake = null;
        resolve();
      };
      if (signal.aborted) wake();
    });
  // Once stopped, nothing is wanted any more.
  signal.addEventListener('abort', () => wake?.(), { once: true });
  return {
    take: (lines) =>
      output.push(Buffer.from(`${lines.join('\n')}\n`))
        ? untilSent(connection, signal)
        : untilWanted().then(() => untilSent(connection, signal)),
    close: () => void output.push(null),
    break: (error) => void output.destroy(error),
    taken: loadStream(connection, output, signal, { table, columns }),
  };
}

interface Into {
  readonly table: string;
  readonly columns: readonly string[];
}

async function loadStream(
  connection: Connection,
  stream: Readable,
  signal: AbortSignal,
  into: Into,
): Promise<number> {
  // A query on a connection that we closed ourselves never ends, so it races with the stop.
  const stopped = new Promise<never>((_, reject) => {
    const stop = () => {
      connection.destroy();
      reject(new Problem('cancelled', 'Cancelled.', 409));
    };
    if (signal.aborted) stop();
    else signal.addEventListener('abort', stop, { once: true });
    stream.once('error', stop);
  });
  return Promise.race([stopped, sendStream(connection, stream, into)]);
}

async function sendStream(
  connection: Connection,
  stream: Readable,
  { table, columns }: Into,
): Promise<number> {
  await connection.query('SET unique_checks=0, foreign_key_checks=0');
  const [result] = await connection.query<ResultSetHeader>({
    sql: `LOAD DATA LOCAL INFILE 'rows' INTO TABLE ${table} CHARACTER SET utf8mb4
            ${LINE_FORM} (${columns.join(', ')})`,
    infileStreamFactory: () => stream,
  });
  if (result.warningStatus > 0) {
    const [warnings] = (await connection.query('SHOW WARNINGS LIMIT 1')) as unknown as [
      { Message: string }[],
    ];
    throw new Error(`The database changed a value: ${warnings[0]?.Message ?? 'unknown'}`);
  }
  return result.affectedRows;
}

/**
 * A sink that numbers rows, from the one after `before` on, and takes row r to the sink r modulo their number; these
 * hold the number as the first column.
 */
export function spreadSink(sinks: readonly RowSink[], before: number): RowSink {
  let last = before;
  return {
    async take(lines) {
      const shares = sinks.map((): string[] => []);
      for (const line of lines) {
        last++;
        shares[last % sinks.length]!.push(`${last}\t${line}`);
      }
      await Promise.all(shares.flatMap((share, i) => (share.length > 0 ? sinks[i]!.take(share) : [])));
    },
    close: () => {
      for (const sink of sinks) sink.close();
    },
    break: (error) => {
      for (const sink of sinks) sink.break(error);
    },
    taken: Promise.all(sinks.map(({ taken }) => taken)).then((counts) =>
      counts.reduce((sum, count) => sum + count, 0),
    ),
  };
}
