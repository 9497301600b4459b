'use client';
/** A table of rows: the columns of a dataset that the designer chose. */
import { useMemo } from 'react';
import { rowPageSchema, type RowColumn } from '../../../contract/rows';
import type { TableOfRows } from '../../../core/dashboard/document/visuals';
import { columnOf } from '../../../core/model/model';
import type { TableAnswer } from '../../../core/dashboard/turn/answer';
import { requestAs } from '../../ui/request';
import { useDocument, useReaderState, useWorkspace } from '../../workspace/workspace';
import { RowGrid } from '../rows/RowGrid';

export function TableVisual({
  visual: table,
  answer,
  title,
}: {
  visual: TableOfRows;
  answer: TableAnswer;
  title: string;
}) {
  const { model } = useWorkspace();
  const state = useReaderState();
  const document = useDocument();
  const load = model.datasets.find((dataset) => dataset.key === table.dataset)?.load;
  const asked = {
    selection: answer.uses[0]?.selection,
    window: answer.window.asked.map((run) => [String(run.start), String(run.end)]),
  };
  const columns = useMemo(
    () =>
      table.columns.flatMap((key): RowColumn[] => {
        const column = columnOf(model, table.dataset, key);
        return column ? [column] : [];
      }),
    [model, table.columns, table.dataset],
  );
  return (
    <RowGrid
      name={title}
      columns={columns}
      rowCount={answer.rows}
      identity={[load, asked, table.columns]}
      load={(page) =>
        requestAs(rowPageSchema, '/api/rows', { body: { document, state, table: table.id, ...page } })
      }
    />
  );
}
