'use client';
/** All figures of a dashboard as one file. */
import { useState } from 'react';
import Divider from '@mui/material/Divider';
import MenuItem from '@mui/material/MenuItem';
import type { FileFormat } from '../../contract/files';
import { MenuButton } from '../ui/MenuButton';
import { useNotice } from '../ui/Notice';
import { saveRequested } from '../ui/saveFile';
import { printAddress } from '../workspace/stateAddress';
import { usePage } from '../workspace/page';
import { useDocument, useReaderState } from '../workspace/workspace';
import { lazily } from '../ui/lazily';

const SchedulesPanel = lazily(() => import('./schedules/SchedulesPanel'), 'SchedulesPanel');

const OFFERED: readonly (readonly [FileFormat, string])[] = [
  ['xlsx', 'as a workbook (XLSX)'],
  ['json', 'as JSON'],
];

export function DownloadButton({ id }: { id: number }) {
  const document = useDocument();
  const state = useReaderState();
  const notice = useNotice();
  const [areSchedulesOpen, setSchedulesOpen] = useState(false);
  const { page, pages } = usePage(document);
  const parts = [
    ...(pages.length > 1 ? [{ page: page.id, words: 'All figures of this page' }] : []),
    { page: null, words: pages.length > 1 ? 'All figures of every page' : 'All figures' },
  ];
  const papers = [
    {
      only: null,
      words: pages.length > 1 ? 'Print every page, or save it as a PDF' : 'Print it, or save it as a PDF',
    },
    ...(pages.length > 1 ? [{ only: page.id, words: 'Print this page alone' }] : []),
  ];
  const take = async (format: FileFormat, of: string | null) => {
    notice({ text: 'The file is being made. It comes with the other downloads.' });
    const problem = await saveRequested('/api/data', {
      document,
      state,
      visual: null,
      page: of,
      format,
    });
    if (problem !== null) notice({ text: problem });
  };
  return (
    <>
      <MenuButton words="Download" name="Download">
        {(close) => [
          ...parts.flatMap((part) =>
            OFFERED.map(([format, words]) => (
              <MenuItem
                key={`${part.page} ${format}`}
                onClick={() => {
                  close();
                  void take(format, part.page);
                }}
              >
                {part.words} {words}
              </MenuItem>
            )),
          ),
          <Divider key="paper" />,
          ...papers.map(({ only, words }) => (
            <MenuItem
              key={words}
              component="a"
              href={printAddress(id, document, state, only)}
              target="_blank"
              onClick={() => close()}
            >
              {words}
            </MenuItem>
          )),
          <MenuItem
            key="schedules"
            onClick={() => {
              close();
              setSchedulesOpen(true);
            }}
          >
            Have it made by itself, every morning…
          </MenuItem>,
        ]}
      </MenuButton>
      {areSchedulesOpen && <SchedulesPanel dashboard={id} onClose={() => setSchedulesOpen(false)} />}
    </>
  );
}
