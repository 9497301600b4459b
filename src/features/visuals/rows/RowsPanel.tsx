'use client';
/** The rows behind a mark, beside the dashboard: paged, sorted, with the columns that are wanted, as a file too. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import ListItemText from '@mui/material/ListItemText';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { rowsBehindAnswerSchema, type RowColumn, type RowsBehind } from '../../../contract/rows';
import { isMeasured, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { measureOf, type Measure } from '../../../core/model/model';
import { isoDay } from '../../../core/calendar/day';
import { numberWords } from '../../../core/locale';
import type { MarkAsked } from '../../../core/dashboard/turn/behind';
import { quietStyle } from '../../../theme/roles';
import { LISTED } from '../../../theme/theme';
import { useNotice } from '../../ui/Notice';
import { requestAs } from '../../ui/request';
import { saveRequested } from '../../ui/saveFile';
import { SidePanel } from '../../ui/SidePanel';
import { useChosen, useDocument, useReaderState, useTitle, useWorkspace } from '../../workspace/workspace';
import { useMeasures } from '../usePicture';
import { RowGrid, type PageAsked } from './RowGrid';
import { useRowsAsked, type AskedRows } from './rowsAsked';

export function RowsPanel() {
  const { asked, open } = useRowsAsked();
  const visual = useDocument().visuals.find((entry) => entry.id === asked?.visual);
  if (!asked || !visual || !isMeasured(visual)) return null;
  return <RowsOf key={JSON.stringify(asked)} designed={visual} asked={asked} onClose={() => open(null)} />;
}

/** A mark as it is sent. */
const sentMark = ({ days, ...mark }: MarkAsked) => ({
  ...mark,
  days: days && [isoDay(days.start), isoDay(days.end)],
});

function RowsOf({
  designed,
  asked,
  onClose,
}: {
  designed: MeasuredVisual;
  asked: AskedRows;
  onClose: () => void;
}) {
  const chosen = useChosen(designed);
  const visual = isMeasured(chosen) ? chosen : designed;
  const { model } = useWorkspace();
  const title = useTitle(visual);
  const document = useDocument();
  const state = useReaderState();
  const notice = useNotice();
  const [side, setSide] = useState(asked.mark.side);
  const [shown, setShown] = useState<readonly string[] | null>(null);
  const measures = useMeasures(visual);
  const loads = model.datasets.map((dataset) => dataset.load);
  const body = { document, state, visual: visual.id, ...sentMark({ ...asked.mark, side }), columns: shown };
  const load = (page: PageAsked) =>
    requestAs(rowsBehindAnswerSchema, '/api/rows/behind', { body: { ...body, ...page } });
  // What the dataset has is known with the first page.
  const first = useQuery({
    queryKey: ['rows behind', loads, body],
    queryFn: () => load({ offset: 0, limit: 1, sort: null }),
    placeholderData: (before: RowsBehind | undefined) => before,
  });
  const [sort, setSort] = useState<PageAsked['sort']>(null);
  const [isSaving, setSaving] = useState(false);
  const download = async () => {
    setSaving(true);
    const mark = sentMark({ ...asked.mark, side });
    const rows = { visual: visual.id, mark, columns: shown };
    const problem = await saveRequested('/api/rows/file', { document, state, sort, rows });
    setSaving(false);
    if (problem !== null) notice({ text: problem });
  };
  const found = first.data;
  const measure = measures?.[asked.mark.measure];
  return (
    <SidePanel
      name="Rows behind"
      title={`Rows behind “${title}”`}
      width={560}
      role="complementary"
      onClose={onClose}
    >
      <Typography gutterBottom>{asked.words}</Typography>
      {first.error && <Typography role="alert">{first.error.message}</Typography>}
      {found?.hasSides && measure?.ratio && (
        <Sides
          measure={measure}
          side={side}
          onSide={setSide}
          nameOf={(ref) => measureOf(model, ref.dataset, ref.measure)?.name ?? ref.measure}
        />
      )}
      {found && (
        <>
          <Box sx={{ display: 'flex', alignItems: 'center', flex: 'none', gap: 1 }}>
            <span role="status" style={{ flex: 1 }}>
              {numberWords(found.total)} {found.total === 1 ? 'row' : 'rows'} of {found.dataset}
            </span>
            <Button onClick={() => void download()} disabled={isSaving} aria-label="Download the rows as CSV">
              CSV
            </Button>
            <ColumnChoice all={found.all} shown={shown ?? found.columns} onShown={setShown} />
          </Box>
          <Box sx={{ flex: 1, minHeight: 200 }}>
            <RowGrid
              name={`Rows behind ${asked.words}`}
              columns={columnsIn(found.all, shown ?? found.columns)}
              rowCount={found.total}
              identity={['behind', loads, body]}
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

/** The columns with these keys, in the order of the keys. */
const columnsIn = (all: readonly RowColumn[], keys: readonly string[]): RowColumn[] =>
  keys.flatMap((key) => all.find((column) => column.key === key) ?? []);

/** Whose rows of a ratio are shown. */
function Sides({
  measure,
  side,
  onSide,
  nameOf,
}: {
  measure: Measure;
  side: MarkAsked['side'];
  onSide: (side: MarkAsked['side']) => void;
  nameOf: (ref: { readonly dataset: string; readonly measure: string }) => string;
}) {
  if (!measure.ratio) return null;
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={side}
      onChange={(_, next: MarkAsked['side'] | null) => next && onSide(next)}
      aria-label="Rows of"
      sx={{ flex: 'none', mb: 1 }}
    >
      <ToggleButton value="over">{nameOf(measure.ratio.over)}</ToggleButton>
      <ToggleButton value="under">{nameOf(measure.ratio.under)}</ToggleButton>
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
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const toggle = (key: string) => {
    const next = all
      .map((column) => column.key)
      .filter((entry) => (entry === key ? !shown.includes(key) : shown.includes(entry)));
    if (next.length > 0) onShown(next);
  };
  return (
    <>
      <Button
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Columns ({shown.length} of {all.length})
      </Button>
      <Menu
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: LISTED, list: { 'aria-label': 'Columns' } }}
      >
        {all.map(({ key, name }) => (
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
        ))}
      </Menu>
    </>
  );
}
