'use client';
/** Rows of a dataset: sorted and paged by the server, drawn as far as they are in view. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { DataGrid, type GridColDef, type GridSortModel } from '@mui/x-data-grid';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { RowColumn, RowPage } from '../../../contract/rows';
import { parseIsoDay } from '../../../core/calendar/day';
import { shortDayWords } from '../../../core/calendar/names';
import { numberWords } from '../../../core/locale';
import { useNonce } from '../../ui/nonce';

const PAGE_SIZES = [25, 50, 100];

/** A cell as shown: numbers and days as everywhere, texts as they are, a dash for blank. */
export function cellWords(
  value: string | number | null | undefined,
  { type, scale }: Pick<RowColumn, 'type' | 'scale'>,
): string {
  if (value === null || value === undefined) return '–';
  if (isNumber(type)) return numberWords(Number(value), { least: scale, most: scale });
  const text = String(value);
  if (type === 'text') return text;
  const day = parseIsoDay(text.slice(0, 10));
  const time = text.slice(11).replace(/\.000$/, '');
  return day === undefined ? text : [shortDayWords(day, true), time].filter((part) => part !== '').join(', ');
}

const isNumber = (type: string) => type === 'whole' || type === 'decimal';

/** Which page is asked for, and in which order. */
export interface PageAsked {
  readonly offset: number;
  readonly limit: number;
  readonly sort: { readonly column: string; readonly descending: boolean } | null;
}

/** The page that a grid begins with. */
export const FIRST_PAGE: PageAsked = { offset: 0, limit: 50, sort: null };

/** Long enough for who needs the first page beside its grid to ask for it once together, in milliseconds. */
const SHARED_MS = 2000;

/** The query of a page of rows; `identity` is the same for the same rows. */
export const pageQuery = <P extends RowPage>(
  identity: readonly unknown[],
  load: (page: PageAsked) => Promise<P>,
  asked: PageAsked,
) => ({
  queryKey: ['rows', ...identity, asked.offset, asked.limit, asked.sort],
  queryFn: () => load(asked),
  staleTime: SHARED_MS,
});

const sortOf = ([first]: GridSortModel): PageAsked['sort'] =>
  first ? { column: first.field, descending: first.sort === 'desc' } : null;

function gridColumn(column: RowColumn): GridColDef {
  const { key, name, type } = column;
  const align = isNumber(type) ? 'right' : 'left';
  return {
    field: key,
    headerName: name.replace(/_/g, ' '),
    flex: 1,
    minWidth: type === 'text' ? 120 : 96,
    align,
    headerAlign: align,
    valueFormatter: (value: string | number | null) => cellWords(value, column),
  };
}

export function RowGrid<P extends RowPage>({
  name,
  columns,
  rowCount,
  identity,
  load,
  onSort,
}: {
  name: string;
  columns: readonly RowColumn[];
  /** Rows that there are as far as is known before a page has come. */
  rowCount: number;
  /** The same for the same rows. */
  identity: readonly unknown[];
  load: (page: PageAsked) => Promise<P>;
  /** Tells of the order that the reader chose. */
  onSort?: (sort: PageAsked['sort']) => void;
}) {
  const nonce = useNonce();
  const [page, setPage] = useState({ page: 0, pageSize: FIRST_PAGE.limit });
  const [sort, setSort] = useState<GridSortModel>([]);
  const asked: PageAsked = {
    offset: page.page * page.pageSize,
    limit: page.pageSize,
    sort: sortOf(sort),
  };
  const rows = useQuery({ ...pageQuery(identity, load, asked), placeholderData: keepPreviousData });
  const list = useMemo(
    () =>
      (rows.data?.rows ?? []).map((row) => ({
        id: row.id,
        ...Object.fromEntries((rows.data?.columns ?? []).map((key, i) => [key, row.values[i]])),
      })),
    [rows.data],
  );
  // What could not be read is not what there is not.
  const none = rows.isError ? '' : 'No rows';
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
      {rows.isError && <NotRead why={rows.error.message} onAgain={() => void rows.refetch()} />}
      <DataGrid
        {...(nonce ? { nonce } : {})}
        aria-label={name}
        rows={list}
        columns={columns.map(gridColumn)}
        rowCount={rows.data?.total ?? rowCount}
        loading={rows.isFetching}
        paginationMode="server"
        sortingMode="server"
        paginationModel={page}
        onPaginationModelChange={setPage}
        sortModel={sort}
        onSortModelChange={(next) => {
          setSort(next);
          onSort?.(sortOf(next));
          setPage((old) => ({ ...old, page: 0 }));
        }}
        pageSizeOptions={PAGE_SIZES}
        density="compact"
        rowHeight={26}
        columnHeaderHeight={30}
        disableColumnMenu
        disableColumnFilter
        disableRowSelectionOnClick
        localeText={{ noRowsLabel: none, noResultsOverlayLabel: none }}
        sx={{
          border: 0,
          flex: '1 1 0',
          minHeight: 0,
          '& .MuiDataGrid-footerContainer': { minHeight: 34, height: 34 },
          '& .MuiTablePagination-root': { overflow: 'hidden' },
          '& .MuiTablePagination-toolbar': { minHeight: 34, height: 34 },
        }}
      />
    </Box>
  );
}

/** Why rows could not be read, and a way to try again. */
function NotRead({ why, onAgain }: { why: string; onAgain: () => void }) {
  return (
    <Alert
      severity="warning"
      action={
        <Button size="small" color="inherit" onClick={onAgain}>
          Try again
        </Button>
      }
    >
      The rows could not be read: {why}
    </Alert>
  );
}
