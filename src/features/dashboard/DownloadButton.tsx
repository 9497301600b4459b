'use client';
/** All figures of a dashboard as one file. */
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import type { FileFormat } from '../../contract/files';
import { LISTED } from '../../theme/theme';
import { useNotice } from '../ui/Notice';
import { saveRequested } from '../ui/saveFile';
import { useDocument, useReaderState } from '../workspace/workspace';

const OFFERED: readonly (readonly [FileFormat, string])[] = [
  ['xlsx', 'All figures as a workbook (XLSX)'],
  ['json', 'All figures as JSON'],
];

export function DownloadButton() {
  const document = useDocument();
  const state = useReaderState();
  const notice = useNotice();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const take = async (format: FileFormat) => {
    setAnchor(null);
    notice({ text: 'The file is being made. It comes with the other downloads.' });
    const problem = await saveRequested('/api/data', { document, state, visual: null, format });
    if (problem !== null) notice({ text: problem });
  };
  return (
    <>
      <Button
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Download
      </Button>
      <Menu
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: LISTED, list: { 'aria-label': 'Download' } }}
      >
        {OFFERED.map(([format, words]) => (
          <MenuItem key={format} onClick={() => void take(format)}>
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
