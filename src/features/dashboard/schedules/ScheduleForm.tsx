'use client';
/** A print or file that is made by itself, to be set up. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import { SCHEDULE_FORMATS, scheduleSchema, type Schedule } from '../../../contract/schedules';
import { pagesOf } from '../../../core/dashboard/document/pages';
import { ChoiceField } from '../../ui/ChoiceField';
import { orSentence } from '../../ui/request';
import { useDocument } from '../../workspace/workspace';
import { COMMON_TIMES } from './times';

export const FORMAT_NAMES: Record<Schedule['format'], string> = {
  pdf: 'PDF',
  xlsx: 'Workbook (XLSX)',
  json: 'JSON',
};
const OWN = 'own';

const freshSchedule = (timeZone: string): Schedule => ({
  name: 'Every morning',
  cron: COMMON_TIMES[0]!.cron,
  timeZone,
  format: 'pdf',
  selection: null,
  page: null,
  folder: '',
  mailTo: [],
  enabled: true,
});

const fieldsOf = (schedule: Schedule) => ({
  ...schedule,
  selection: schedule.selection ?? '',
  page: schedule.page ?? '',
  mailTo: schedule.mailTo.join(', '),
});

type Fields = ReturnType<typeof fieldsOf>;
type TextKey = 'name' | 'cron' | 'timeZone' | 'selection' | 'folder' | 'mailTo';

/** What is written in the fields as a schedule, or why it is none. */
function readFields(fields: Fields): { ok: true; schedule: Schedule } | { ok: false; problem: string } {
  const read = scheduleSchema.safeParse({
    ...fields,
    selection: fields.selection.trim() || null,
    page: fields.page || null,
    mailTo: fields.mailTo
      .split(/[,;\s]+/)
      .map((entry) => entry.trim())
      .filter(Boolean),
  });
  if (read.success) return { ok: true, schedule: read.data };
  const [issue] = read.error.issues;
  const field = FIELD_NAMES[String(issue?.path[0])] ?? 'A field';
  return { ok: false, problem: `${field}: ${issue?.message ?? 'does not fit'}` };
}

function FieldOfText({
  label,
  value,
  helper,
  onChange,
}: {
  label: string | undefined;
  value: string;
  helper: string | undefined;
  onChange: (value: string) => void;
}) {
  return (
    <TextField
      fullWidth
      margin="dense"
      label={label}
      value={value}
      helperText={helper}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

/** Which pages are in it; nothing to choose where there is one. */
function PageChoice({ page, onPage }: { page: string; onPage: (page: string) => void }) {
  const pages = pagesOf(useDocument());
  return pages.length > 1 ? (
    <ChoiceField
      fullWidth
      margin="dense"
      label="Page"
      value={page}
      options={[['', 'Every page'], ...pages.map(({ name }) => [name, name] as const)]}
      onChange={onPage}
    />
  ) : null;
}

/** When it is made: at one of the common times, or at those of the field `own`. */
function When({ cron, onChange, own }: { cron: string; onChange: (cron: string) => void; own: ReactNode }) {
  const [isOwn, setOwn] = useState(() => !COMMON_TIMES.some((entry) => entry.cron === cron));
  return (
    <>
      <ChoiceField
        fullWidth
        margin="dense"
        label="When"
        value={isOwn ? OWN : cron}
        options={[
          ...COMMON_TIMES.map((entry) => [entry.cron, entry.words] as const),
          [OWN, 'At times of my own'],
        ]}
        onChange={(value) => {
          setOwn(value === OWN);
          if (value !== OWN) onChange(value);
        }}
      />
      {isOwn && own}
    </>
  );
}

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
  const [fields, setFields] = useState(() => fieldsOf(given ?? freshSchedule(timeZone)));
  const [problem, setProblem] = useState<string | null>(null);
  const set = (part: Partial<typeof fields>) => setFields({ ...fields, ...part });
  const save = async () => {
    const read = readFields(fields);
    setProblem(read.ok ? await orSentence(() => onSave(read.schedule)) : read.problem);
  };
  const text = (key: TextKey, helper?: string) => (
    <FieldOfText
      label={FIELD_NAMES[key]}
      value={fields[key]}
      helper={helper}
      onChange={(value) => set({ [key]: value })}
    />
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
      <When
        cron={fields.cron}
        onChange={(cron) => set({ cron })}
        own={text('cron', 'minute, hour, day of the month, month, weekday: 30 6 * * 1-5')}
      />
      {text('timeZone', 'in which these hours are meant')}
      <ChoiceField
        fullWidth
        margin="dense"
        label="What"
        value={fields.format}
        options={SCHEDULE_FORMATS.map((format) => [format, FORMAT_NAMES[format]])}
        onChange={(value) => set({ format: value as Schedule['format'] })}
      />
      <PageChoice page={fields.page} onPage={(page) => set({ page })} />
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
