'use client';
/** Leaves on the board only what readers see on one page. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { pagesOf } from '../../core/dashboard/document/pages';
import { useDocument } from '../workspace/workspace';

export function PageChoice({ page, onPage }: { page: string; onPage: (page: string) => void }) {
  const pages = pagesOf(useDocument());
  if (pages.length < 2) return null;
  return (
    <TextField
      select
      label="Page"
      value={page}
      onChange={(event) => onPage(event.target.value)}
      sx={{ minWidth: 110 }}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      <MenuItem value="">All pages</MenuItem>
      {pages.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
