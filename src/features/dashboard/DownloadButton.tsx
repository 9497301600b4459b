'use client';
/** All figures of a dashboard as one file. */
import MenuItem from '@mui/material/MenuItem';
import type { FileFormat } from '../../contract/files';
import { MenuButton } from '../ui/MenuButton';
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
  const take = async (format: FileFormat) => {
    notice({ text: 'The file is being made. It comes with the other downloads.' });
    const problem = await saveRequested('/api/data', { document, state, visual: null, format });
    if (problem !== null) notice({ text: problem });
  };
  return (
    <MenuButton words="Download" name="Download">
      {(close) =>
        OFFERED.map(([format, words]) => (
          <MenuItem
            key={format}
            onClick={() => {
              close();
              void take(format);
            }}
          >
            {words}
          </MenuItem>
        ))
      }
    </MenuButton>
  );
}
