'use client';
/** The figures of a visual in rows, beside the visual: for those who cannot see the marks, and those who want the numbers. */
import Typography from '@mui/material/Typography';
import { useDeferredValue, useMemo } from 'react';
import type { Visual } from '../../../core/dashboard/document/visuals';
import { isShown } from '../../../core/dashboard/turn/answer';
import { visualData } from '../../../core/dashboard/turn/data/visualData';
import { visualSubtitle } from '../../../core/dashboard/turn/said/visualWords';
import { quietStyle } from '../../../theme/roles';
import { SidePanel } from '../../ui/SidePanel';
import { useChosen, useDocument, useTitle, useVisualAnswer, useWorkspace } from '../../workspace/workspace';
import { EmptyBody } from '../EmptyBody';
import { useRowsAsked } from '../../workspace/rowsAsked';
import { TakeAway } from '../takeaway/TakeAway';
import { useDataAsked } from './dataAsked';
import { DataRows } from './DataRows';

export function DataPanel({ onClose }: { onClose: () => void }) {
  const asked = useDataAsked((data) => data.asked);
  const visual = useDocument().visuals.find((entry) => entry.id === asked);
  if (!visual) return null;
  return <DataOf key={visual.id} designed={visual} onClose={onClose} />;
}

function DataOf({ designed, onClose }: { designed: Visual; onClose: () => void }) {
  const visual = useChosen(designed);
  const { model } = useWorkspace();
  const document = useDocument();
  const openRows = useRowsAsked((rows) => rows.open);
  const title = useTitle(visual);
  // While a handle is held the rows may lag behind the marks.
  const answer = useDeferredValue(useVisualAnswer(visual.id));
  const data = useMemo(
    () => (isShown(answer) ? visualData(visual, answer, model) : undefined),
    [visual, answer, model],
  );
  return (
    <SidePanel
      name={`Data of ${title}`}
      title={`Data of “${title}”`}
      width={data && data.columns.length > 3 ? 520 : 380}
      role="complementary"
      onClose={onClose}
    >
      <p style={quietStyle}>{visualSubtitle(visual, answer, { model, document })}</p>
      <TakeAway visual={visual} hasData={data !== undefined} />
      {data && (
        <DataRows
          data={data}
          name={`Data of ${title}`}
          onRows={(mark, words) => openRows({ visual: visual.id, mark, words })}
        />
      )}
      {answer?.kind === 'empty' && <EmptyBody answer={answer} />}
      {answer?.kind === 'broken' && <Typography role="alert">{answer.message}</Typography>}
      {visual.kind === 'table' && (
        <Typography color="textSecondary">
          The rows are in the table itself; the file has all of them.
        </Typography>
      )}
      {!data && visual.kind !== 'table' && (!answer || answer.kind === 'elsewhere' || isShown(answer)) && (
        <Typography color="textSecondary">Reading…</Typography>
      )}
    </SidePanel>
  );
}
