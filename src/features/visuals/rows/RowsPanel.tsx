'use client';
/** The rows behind a mark, beside the dashboard: paged, sorted, with the columns that are wanted, as a file too. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import ListItemText from '@mui/material/ListItemText';
import MenuItem from '@mui/material/MenuItem';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { rowsBehindAnswerSchema, type RowColumn, type RowsBehind } from '../../../contract/rows';
import type { Control } from '../../../core/dashboard/document/document';
import { isMeasured, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { measureOf, type MeasureRef } from '../../../core/model/model';
import { isoDay } from '../../../core/calendar/day';
import { plural } from '../../../core/locale';
import type { MarkAsked } from '../../../core/dashboard/turn/behind';
import { quietStyle } from '../../../theme/roles';
import { MenuButton } from '../../ui/MenuButton';
import { useNotice } from '../../ui/Notice';
import { requestAs } from '../../ui/request';
import { saveRequested } from '../../ui/saveFile';
import { SidePanel } from '../../ui/SidePanel';
import { useChosen, useDocument, useReaderState, useTitle, useWorkspace } from '../../workspace/workspace';
import { useMeasures } from '../usePicture';
import { FIRST_PAGE, pageQuery, RowGrid, type PageAsked } from './RowGrid';
import { useRowsAsked, type AskedMark, type AskedValue } from '../../workspace/rowsAsked';

export function RowsPanel({ onClose }: { onClose: () => void }) {
  const asked = useRowsAsked((rows) => rows.asked);
  const document = useDocument();
  if (!asked) return null;
  const key = JSON.stringify(asked);
  if ('slicer' in asked) {
    const slicer = document.controls.find((entry) => entry.id === asked.slicer);
    return slicer ? <RowsOfValue key={key} slicer={slicer} asked={asked} onClose={onClose} /> : null;
  }
  const visual = document.visuals.find((entry) => entry.id === asked.visual);
  if (!visual || !isMeasured(visual)) return null;
  return <RowsOfMark key={key} designed={visual} asked={asked} onClose={onClose} />;
}

/** A mark as it is sent. */
const sentMark = ({ days, ...mark }: MarkAsked) => ({
  ...mark,
  days: days && [isoDay(days.start), isoDay(days.end)],
});

function RowsOfMark({
  designed,
  asked,
  onClose,
}: {
  designed: MeasuredVisual;
  asked: AskedMark;
  onClose: () => void;
}) {
  const chosen = useChosen(designed);
  const visual = isMeasured(chosen) ? chosen : designed;
  const { model } = useWorkspace();
  const [side, setSide] = useState(asked.mark.side);
  const ratio = useMeasures(visual)?.[asked.mark.measure]?.ratio;
  const nameOf = (ref: MeasureRef) => measureOf(model, ref.dataset, ref.measure)?.name ?? ref.measure;
  return (
    <Rows
      title={useTitle(visual)}
      words={asked.words}
      of={{ visual: visual.id, ...sentMark({ ...asked.mark, side }) }}
      onClose={onClose}
      choice={({ hasSides }) =>
        hasSides && ratio
          ? {
              value: side,
              options: { over: nameOf(ratio.over), under: nameOf(ratio.under) },
              choose: (next) => setSide(next === 'under' ? 'under' : 'over'),
            }
          : null
      }
    />
  );
}

function RowsOfValue({
  slicer,
  asked,
  onClose,
}: {
  slicer: Control;
  asked: AskedValue;
  onClose: () => void;
}) {
  const [use, setUse] = useState('0');
  return (
    <Rows
      title={useTitle(slicer)}
      words={asked.words}
      of={{ slicer: slicer.id, path: asked.path, use: Number(use) }}
      onClose={onClose}
      choice={({ datasets }) =>
        datasets.length > 1
          ? {
              value: use,
              options: Object.fromEntries(datasets.map((name, i) => [String(i), name])),
              choose: setUse,
            }
          : null
      }
    />
  );
}

/** Whose rows are shown, where there are several. */
interface Choice {
  readonly value: string;
  /** Names by value. */
  readonly options: Readonly<Record<string, string>>;
  choose: (value: string) => void;
}

function Rows({
  title,
  words,
  of,
  choice: choiceOf,
  onClose,
}: {
  title: string;
  words: string;
  /** What is asked for, as it is sent. */
  of: object;
  choice: (found: RowsBehind) => Choice | null;
  onClose: () => void;
}) {
  const { model } = useWorkspace();
  const document = useDocument();
  const state = useReaderState();
  const [shown, setShown] = useState<readonly string[] | null>(null);
  const [sort, setSort] = useState<PageAsked['sort']>(null);
  const loads = model.datasets.map((dataset) => dataset.load);
  const body = { document, state, of, columns: shown };
  const load = (page: PageAsked) =>
    requestAs(rowsBehindAnswerSchema, '/api/rows/behind', { body: { ...body, ...page } });
  // What the dataset has is known with the first page.
  const identity = ['behind', loads, body];
  const first = useQuery({
    ...pageQuery(identity, load, FIRST_PAGE),
    placeholderData: (before: RowsBehind | undefined) => before,
  });
  const found = first.data;
  const choice = found && choiceOf(found);
  return (
    <SidePanel
      name="Rows behind"
      title={`Rows behind “${title}”`}
      width={560}
      role="complementary"
      onClose={onClose}
    >
      <Typography gutterBottom>{words}</Typography>
      {first.error && <Typography role="alert">{first.error.message}</Typography>}
      {choice && (
        <ChoiceButtons
          choice={choice}
          onChoose={(value) => {
            // The columns of one dataset are none of another.
            setShown(null);
            choice.choose(value);
          }}
        />
      )}
      {found && (
        <>
          <Box sx={{ display: 'flex', alignItems: 'center', flex: 'none', gap: 1 }}>
            <span role="status" style={{ flex: 1 }}>
              {plural(found.total, 'row')} of {found.dataset}
            </span>
            <DownloadButton asked={{ document, state, sort, rows: { of, columns: shown } }} />
            <ColumnChoice all={found.all} shown={shown ?? found.columns} onShown={setShown} />
          </Box>
          <Box sx={{ flex: 1, minHeight: 200 }}>
            <RowGrid
              name={`Rows behind ${words}`}
              columns={columnsIn(found.all, shown ?? found.columns)}
              rowCount={found.total}
              identity={identity}
              load={load}
              onSort={setSort}
            />
          </Box>
          <p style={quietStyle}>
            Rows as they were brought in: spellings that were merged stand as they are in the data.
          </p>
        </>
      )}
    </SidePanel>
  );
}

function DownloadButton({ asked }: { asked: object }) {
  const notice = useNotice();
  const [isSaving, setSaving] = useState(false);
  const download = async () => {
    setSaving(true);
    const problem = await saveRequested('/api/rows/file', asked);
    setSaving(false);
    if (problem !== null) notice({ text: problem });
  };
  return (
    <Button onClick={() => void download()} disabled={isSaving} aria-label="Download the rows as CSV">
      CSV
    </Button>
  );
}

/** The columns with these keys, in the order of the keys. */
const columnsIn = (all: readonly RowColumn[], keys: readonly string[]): RowColumn[] =>
  keys.flatMap((key) => all.find((column) => column.key === key) ?? []);

function ChoiceButtons({
  choice: { value, options },
  onChoose,
}: {
  choice: Choice;
  onChoose: (value: string) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={value}
      onChange={(_, next: string | null) => next !== null && onChoose(next)}
      aria-label="Rows of"
      sx={{ flex: 'none', mb: 1 }}
    >
      {Object.entries(options).map(([key, name]) => (
        <ToggleButton key={key} value={key}>
          {name}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

/** Which columns are shown: at least one. */
function ColumnChoice({
  all,
  shown,
  onShown,
}: {
  all: readonly RowColumn[];
  shown: readonly string[];
  onShown: (keys: readonly string[]) => void;
}) {
  const toggle = (key: string) => {
    const next = all
      .map((column) => column.key)
      .filter((entry) => (entry === key ? !shown.includes(key) : shown.includes(entry)));
    if (next.length > 0) onShown(next);
  };
  return (
    <MenuButton words={`Columns (${shown.length} of ${all.length})`} name="Columns">
      {() =>
        all.map(({ key, name }) => (
          <MenuItem
            key={key}
            dense
            role="menuitemcheckbox"
            aria-checked={shown.includes(key)}
            onClick={() => toggle(key)}
          >
            <Checkbox
              size="small"
              checked={shown.includes(key)}
              tabIndex={-1}
              slotProps={{ input: { 'aria-hidden': true } }}
              sx={{ p: 0, pr: 1 }}
            />
            <ListItemText>{name.replace(/_/g, ' ')}</ListItemText>
          </MenuItem>
        ))
      }
    </MenuButton>
  );
}
