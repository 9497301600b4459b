'use client';
/** Rows of a dataset: sorted and paged by the server, drawn as far as they are in view. */
import { DataGrid, type GridColDef, type GridSortModel } from '@mui/x-data-grid';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { TableOfRows } from '../../../core/dashboard/document/visuals';
import { columnOf } from '../../../core/model/model';
import type { TableAnswer } from '../../../core/dashboard/turn/answer';
import { useDocument, useReaderState, useWorkspace } from '../../workspace/workspace';
import { useNonce } from '../../ui/nonce';
import { requestJson } from '../../ui/request';
import { numberWords } from '../../../core/locale';

interface RowPage {
  readonly total: number;
  readonly columns: readonly string[];
  readonly rows: readonly { readonly id: number; readonly values: readonly (string | number | null)[] }[];
}

const PAGE_SIZES = [25, 50, 100];

/** A cell as shown: grouped digits for numbers, texts as they are, a dash for blank. */
function cellWords(value: string | number | null | undefined, isNumber: boolean, scale: number): string {
  if (value === null || value === undefined) return '–';
  if (!isNumber) return String(value).replace(/\.000$/, '');
  return numberWords(Number(value), { least: scale, most: scale });
}

export function TableVisual({
  visual: table,
  answer,
  title,
}: {
  visual: TableOfRows;
  answer: TableAnswer;
  title: string;
}) {
  const nonce = useNonce();
  const { model } = useWorkspace();
  const state = useReaderState();
  const document = useDocument();
  const [page, setPage] = useState({ page: 0, pageSize: 50 });
  const [sort, setSort] = useState<GridSortModel>([]);
  const [first] = sort;
  const request = {
    document,
    state,
    table: table.id,
    offset: page.page * page.pageSize,
    limit: page.pageSize,
    sort: first ? { column: first.field, descending: first.sort === 'desc' } : null,
  };
  const load = model.datasets.find((dataset) => dataset.key === table.dataset)?.load;
  const asked = {
    selection: answer.uses[0]?.selection,
    window: answer.window.asked.map((run) => [String(run.start), String(run.end)]),
  };
  const rows = useQuery({
    queryKey: ['rows', load, asked, table.columns, request.offset, request.limit, request.sort],
    queryFn: () => requestJson<RowPage>('/api/rows', { body: request }),
    placeholderData: keepPreviousData,
  });
  const columns = useMemo(
    () =>
      table.columns.flatMap((key): GridColDef[] => {
        const column = columnOf(model, table.dataset, key);
        if (!column) return [];
        const isNumber = column.type === 'whole' || column.type === 'decimal';
        return [
          {
            field: key,
            headerName: column.name.replace(/_/g, ' '),
            flex: 1,
            minWidth: column.type === 'text' ? 120 : 96,
            align: isNumber ? 'right' : 'left',
            headerAlign: isNumber ? 'right' : 'left',
            valueFormatter: (value: string | number | null) => cellWords(value, isNumber, column.scale),
          },
        ];
      }),
    [model, table.columns, table.dataset],
  );
  const list = useMemo(
    () =>
      (rows.data?.rows ?? []).map((row) => ({
        id: row.id,
        ...Object.fromEntries((rows.data?.columns ?? []).map((key, i) => [key, row.values[i]])),
      })),
    [rows.data],
  );
  return (
    <DataGrid
      {...(nonce ? { nonce } : {})}
      aria-label={title}
      rows={list}
      columns={columns}
      rowCount={rows.data?.total ?? answer.rows}
      loading={rows.isFetching}
      paginationMode="server"
      sortingMode="server"
      paginationModel={page}
      onPaginationModelChange={setPage}
      sortModel={sort}
      onSortModelChange={(next) => {
        setSort(next);
        setPage((old) => ({ ...old, page: 0 }));
      }}
      pageSizeOptions={PAGE_SIZES}
      density="compact"
      rowHeight={26}
      columnHeaderHeight={30}
      disableColumnMenu
      disableColumnFilter
      disableRowSelectionOnClick
      localeText={{
        noRowsLabel: rows.isError
          ? 'The rows could not be read. Change the window, or try again.'
          : 'No rows',
      }}
      sx={{
        border: 0,
        '& .MuiDataGrid-footerContainer': { minHeight: 34, height: 34 },
        '& .MuiTablePagination-root': { overflow: 'hidden' },
        '& .MuiTablePagination-toolbar': { minHeight: 34, height: 34 },
      }}
    />
  );
}
