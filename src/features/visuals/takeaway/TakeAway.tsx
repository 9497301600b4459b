'use client';
/** A visual to be taken away: its data as a file, itself as a picture. */
import Button from '@mui/material/Button';
import { useParams } from 'next/navigation';
import { useState } from 'react';
import { FILE_FORMATS, fileName, type FileFormat } from '../../../contract/files';
import type { Visual } from '../../../core/dashboard/document/visuals';
import { aboutOf, inEffectWords } from '../../../core/dashboard/turn/said/about';
import { quietStyle } from '../../../theme/roles';
import { useFrameCopy } from '../../ui/useFrameCopy';
import { frameText } from '../../workspace/stateAddress';
import { saveFile, saveRequested } from '../../ui/saveFile';
import { useDesign, useDocument, useReaderState, useTitle, useWorkspace } from '../../workspace/workspace';
import type { PictureFormat } from './visualPicture';

const NAMES: Record<FileFormat | PictureFormat, string> = {
  csv: 'CSV',
  xlsx: 'XLSX',
  parquet: 'Parquet',
  json: 'JSON',
  png: 'PNG',
  svg: 'SVG',
};

const PICTURES: readonly PictureFormat[] = ['png', 'svg'];

export function TakeAway({ visual, hasData }: { visual: Visual; hasData: boolean }) {
  const { today, answers } = useWorkspace();
  const document = useDocument();
  const design = useDesign();
  const state = useReaderState();
  const title = useTitle(visual);
  const copyFrame = useFrameCopy();
  const dashboard = (useParams() as { id?: string } | null)?.id;
  const [making] = useState(() => new Set<string>());
  const [problem, setProblem] = useState<string | null>(null);
  // The buttons stay as they are while files are made: a disabled one would lose the focus, and the next click or key.
  const run = (format: string, work: () => Promise<string | null>) => {
    if (making.has(format)) return;
    making.add(format);
    setProblem(null);
    void work()
      .then(setProblem, () => setProblem('The file could not be made. What you see is kept; try again.'))
      .finally(() => making.delete(format));
  };
  const data = (format: FileFormat) =>
    run(format, () => saveRequested('/api/data', { document, state, visual: visual.id, format }));
  const rows = () =>
    run('csv', () =>
      saveRequested('/api/rows/file', { document, state, sort: null, rows: { table: visual.id } }),
    );
  const picture = (format: PictureFormat) =>
    run(format, async () => {
      const { visualPicture } = await import('./visualPicture');
      const about = aboutOf(design, state, answers.getState(), { today, now: Date.now() });
      const lines = [`${about.title}. Showing ${inEffectWords(about)}.`, about.freshness.join('; ')];
      const made = await visualPicture(visual.id, lines, format);
      if (!made) return 'The visual is not on the page now.';
      saveFile(fileName(title, format), made);
      return null;
    });
  const button = (format: FileFormat | PictureFormat, take: () => void) => (
    <Button
      key={format}
      onClick={take}
      aria-label={`Download ${NAMES[format]}`}
      sx={{ minWidth: 0, px: 0.75, py: 0 }}
    >
      {NAMES[format]}
    </Button>
  );
  return (
    <div role="group" aria-label="Download" style={{ ...quietStyle, flex: 'none', marginBottom: 4 }}>
      Download: {hasData && FILE_FORMATS.map((format) => button(format, () => data(format)))}
      {visual.kind === 'table' && button('csv', rows)}
      {PICTURES.map((format) => button(format, () => picture(format)))}
      {dashboard !== undefined && (
        <Button
          onClick={() =>
            copyFrame(
              frameText(Number(dashboard), document, state, { page: null, visual: { id: visual.id, title } }),
            )
          }
          sx={{ minWidth: 0, px: 0.75, py: 0 }}
        >
          Copy a frame
        </Button>
      )}
      {problem !== null && <div role="alert">{problem}</div>}
    </div>
  );
}
