/** Figures as JSON: what was in effect, then each table with its columns and rows. */
import { machineCell, uniqueHeads, type TakenAway } from './takenAway';

export const jsonOf = ({ about, madeAt, tables }: TakenAway): string =>
  `${JSON.stringify(
    {
      about,
      madeAt,
      tables: tables.map(({ title, subtitle, data: { columns, rows } }) => {
        const heads = uniqueHeads(columns);
        return {
          title,
          subtitle,
          columns: columns.map((column, c) => ({
            name: heads[c],
            kind: column.kind,
            ...(column.kind === 'number' ? { unit: column.unit, decimals: column.decimals } : {}),
          })),
          rows: rows.map((row) => row.map((cell, c) => machineCell(columns[c]!, cell))),
        };
      }),
    },
    null,
    1,
  )}\n`;
