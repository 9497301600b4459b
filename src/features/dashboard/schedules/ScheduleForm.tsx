'use client';
/** A print or file that is made by itself, to be set up. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import { SCHEDULE_FORMATS, scheduleSchema, type Schedule } from '../../../contract/schedules';
import { pagesOf } from '../../../core/dashboard/document/pages';
import { useDocument } from '../../workspace/workspace';
import { COMMON_TIMES } from './times';

export const FORMAT_NAMES: Record<Schedule['format'], string> = {
  pdf: 'PDF',
  xlsx: 'Workbook (XLSX)',
  json: 'JSON',
};
const OWN = 'own';

/** `given`: the one that is changed; null for a new one. `onSave` throws what is shown. */
export function ScheduleForm({
  given,
  timeZone = 'UTC',
  onSave,
  onCancel,
}: {
  given: Schedule | null;
  timeZone?: string;
  onSave: (schedule: Schedule) => Promise<void>;
  onCancel: () => void;
}) {
  const pages = pagesOf(useDocument());
  const [fields, setFields] = useState({
    name: given?.name ?? 'Every morning',
    cron: given?.cron ?? COMMON_TIMES[0]!.cron,
    timeZone: given?.timeZone ?? timeZone,
    format: given?.format ?? 'pdf',
    selection: given?.selection ?? '',
    page: given?.page ?? '',
    folder: given?.folder ?? '',
    mailTo: given?.mailTo.join(', ') ?? '',
    enabled: given?.enabled ?? true,
  });
  const [problem, setProblem] = useState<string | null>(null);
  const isCommon = COMMON_TIMES.some(({ cron }) => cron === fields.cron);
  const [isOwn, setOwn] = useState(!isCommon);
  const set = (part: Partial<typeof fields>) => setFields({ ...fields, ...part });
  const save = async () => {
    const read = scheduleSchema.safeParse({
      ...fields,
      selection: fields.selection.trim() || null,
      page: fields.page || null,
      mailTo: fields.mailTo
        .split(/[,;\s]+/)
        .map((entry) => entry.trim())
        .filter(Boolean),
    });
    if (!read.success) {
      const [issue] = read.error.issues;
      setProblem(`${FIELD_NAMES[String(issue?.path[0])] ?? 'A field'}: ${issue?.message ?? 'does not fit'}`);
      return;
    }
    try {
      await onSave(read.data);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  const text = (key: 'name' | 'cron' | 'timeZone' | 'selection' | 'folder' | 'mailTo', helper?: string) => (
    <TextField
      fullWidth
      margin="dense"
      label={FIELD_NAMES[key]}
      value={fields[key]}
      helperText={helper}
      onChange={(event) => set({ [key]: event.target.value })}
    />
  );
  const choice = (label: string, value: string, options: ReactNode, onChange: (value: string) => void) => (
    <TextField
      select
      fullWidth
      margin="dense"
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      {options}
    </TextField>
  );
  return (
    <Box
      component="form"
      aria-label={given ? `Change ${given.name}` : 'A new one'}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      sx={{ borderTop: 1, borderColor: 'hairline', py: 1 }}
    >
      {text('name')}
      {choice(
        'When',
        isOwn ? OWN : fields.cron,
        [
          ...COMMON_TIMES.map(({ cron, words }) => (
            <MenuItem key={cron} value={cron}>
              {words}
            </MenuItem>
          )),
          <MenuItem key={OWN} value={OWN}>
            At times of my own
          </MenuItem>,
        ],
        (value) => {
          setOwn(value === OWN);
          if (value !== OWN) set({ cron: value });
        },
      )}
      {isOwn && text('cron', 'minute, hour, day of the month, month, weekday: 30 6 * * 1-5')}
      {text('timeZone', 'in which these hours are meant')}
      {choice(
        'What',
        fields.format,
        SCHEDULE_FORMATS.map((format) => (
          <MenuItem key={format} value={format}>
            {FORMAT_NAMES[format]}
          </MenuItem>
        )),
        (value) => set({ format: value as Schedule['format'] }),
      )}
      {pages.length > 1 &&
        choice(
          'Page',
          fields.page,
          [
            <MenuItem key="" value="">
              Every page
            </MenuItem>,
            ...pages.map(({ id, name }) => (
              <MenuItem key={id} value={name}>
                {name}
              </MenuItem>
            )),
          ],
          (page) => set({ page }),
        )}
      {text('selection', 'the name of a saved one; empty: as the dashboard is designed')}
      {text('folder', 'below the folder of all that is made; empty: that one')}
      {text('mailTo', 'addresses with commas between; empty: the folder alone')}
      <FormControlLabel
        control={
          <Switch
            size="small"
            checked={fields.enabled}
            onChange={(event) => set({ enabled: event.target.checked })}
          />
        }
        label="Switched on"
      />
      {problem !== null && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      <Box>
        <Button type="submit" variant="contained">
          Save
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </Box>
    </Box>
  );
}

const FIELD_NAMES: Record<string, string> = {
  name: 'Name',
  cron: 'Times',
  timeZone: 'Time zone',
  selection: 'Selection',
  folder: 'Folder',
  mailTo: 'Mail to',
};
