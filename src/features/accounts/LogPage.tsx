'use client';
/** Who did what: the newest first, searched, by days, and to be taken away. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TablePagination from '@mui/material/TablePagination';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import type { z } from 'zod';
import { deedsSchema } from '../../contract/people';
import { momentWords } from '../ui/moment';
import { PageHeader } from '../ui/PageHeader';
import { requestAs } from '../ui/request';
import { ScrollingTable } from '../ui/ScrollingTable';

const PAGE = 50;

export function LogPage() {
  const [search, setSearch] = useState('');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [page, setPage] = useState(0);
  const bounds = new URLSearchParams({
    search: useDeferredValue(search).trim(),
    ...(from === '' ? {} : { from }),
    ...(to === '' ? {} : { to }),
  }).toString();
  const deeds = useQuery({
    queryKey: ['deeds', bounds, page],
    queryFn: () => requestAs(deedsSchema, `/api/deeds?${bounds}&offset=${page * PAGE}&limit=${PAGE}`),
    placeholderData: keepPreviousData,
  });
  const bound = (label: string, value: string, onChange: (value: string) => void) => (
    <TextField
      label={label}
      type="date"
      value={value}
      onChange={(event) => {
        onChange(event.target.value);
        setPage(0);
      }}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ p: 2, maxWidth: 1100, mx: 'auto' }}>
        <Typography variant="h1" gutterBottom>
          Who did what
        </Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center', mb: 1 }}>
          <TextField
            label="Search"
            type="search"
            value={search}
            onChange={(event) => {
              setSearch(event.target.value);
              setPage(0);
            }}
          />
          {bound('From (UTC)', from, setFrom)}
          {bound('To (UTC)', to, setTo)}
          <Box sx={{ flex: 1 }} />
          <Button component="a" href={`/api/deeds/file?${bounds}`} download variant="outlined">
            Take it away as CSV
          </Button>
        </Box>
        {deeds.error && <Typography role="alert">{deeds.error.message}</Typography>}
        <Box sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'hairline', borderRadius: 1 }}>
          <Deeds deeds={deeds.data?.deeds ?? []} isEmpty={deeds.data?.total === 0} />
          <TablePagination
            component="div"
            count={deeds.data?.total ?? 0}
            page={page}
            rowsPerPage={PAGE}
            rowsPerPageOptions={[PAGE]}
            onPageChange={(_, next) => setPage(next)}
          />
        </Box>
      </Box>
    </>
  );
}

function Deeds({ deeds, isEmpty }: { deeds: z.infer<typeof deedsSchema>['deeds']; isEmpty: boolean }) {
  return (
    <ScrollingTable name="Deeds">
      <TableHead>
        <TableRow>
          <TableCell>When</TableCell>
          <TableCell>Who</TableCell>
          <TableCell>What</TableCell>
          <TableCell>To what</TableCell>
          <TableCell>From</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {deeds.map((deed) => (
          <TableRow key={deed.id}>
            <TableCell sx={{ whiteSpace: 'nowrap' }}>{momentWords(deed.at)}</TableCell>
            <TableCell>{deed.actor}</TableCell>
            <TableCell>{deed.action}</TableCell>
            <TableCell>{deed.object}</TableCell>
            <TableCell>{deed.address ?? ''}</TableCell>
          </TableRow>
        ))}
        {isEmpty && (
          <TableRow>
            <TableCell colSpan={5}>Nothing was done that fits.</TableCell>
          </TableRow>
        )}
      </TableBody>
    </ScrollingTable>
  );
}
