/** Columns as a Parquet file. */
import type { SchemaElement } from 'hyparquet';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { isoDay } from '../../core/calendar/day';
import type { DataColumn, DataTable } from '../../core/dashboard/turn/data/dataTable';
import { uniqueHeads } from './takenAway';

/** A column under its name; days as ISO 8601 texts, blanks as null. */
export interface ParquetColumn {
  readonly name: string;
  readonly type: 'day' | 'text' | 'whole' | 'decimal' | 'boolean';
  readonly values: readonly unknown[];
}

const TYPES: Record<ParquetColumn['type'], Pick<SchemaElement, 'type' | 'converted_type'>> = {
  day: { type: 'INT32', converted_type: 'DATE' },
  text: { type: 'BYTE_ARRAY', converted_type: 'UTF8' },
  whole: { type: 'INT32' },
  decimal: { type: 'DOUBLE' },
  boolean: { type: 'BOOLEAN' },
};

export function parquetFile(columns: readonly ParquetColumn[]): Uint8Array {
  const schema: SchemaElement[] = [
    { name: 'root', num_children: columns.length },
    ...columns.map(({ name, type }) => ({ name, repetition_type: 'OPTIONAL' as const, ...TYPES[type] })),
  ];
  const columnData = columns.map(({ name, type, values }) => ({
    name,
    data:
      type === 'day'
        ? values.map((value) => (value === null ? null : new Date(`${value as string}T00:00:00Z`)))
        : [...values],
  }));
  return new Uint8Array(parquetWriteBuffer({ columnData, schema }));
}

const KINDS: Record<DataColumn['kind'], ParquetColumn['type']> = {
  day: 'day',
  text: 'text',
  number: 'decimal',
  percent: 'decimal',
};

export function parquetOf({ columns, rows }: DataTable): Uint8Array {
  const heads = uniqueHeads(columns);
  return parquetFile(
    columns.map(({ kind }, c) => ({
      name: heads[c]!,
      type: KINDS[kind],
      values: rows.map((row) => {
        const cell = row[c] ?? null;
        return kind === 'day' && cell !== null ? isoDay(cell as number) : cell;
      }),
    })),
  );
}
