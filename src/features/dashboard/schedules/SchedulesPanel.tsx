'use client';
/** Prints and files of a dashboard that are made by themselves: what, when, where to, and how the last ones went. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { schedulesSchema, type Schedule, type StoredSchedule } from '../../../contract/schedules';
import { role } from '../../../theme/roles';
import { momentWords } from '../../ui/moment';
import { useNotice } from '../../ui/Notice';
import { requestAs, requestJson } from '../../ui/request';
import { SidePanel } from '../../ui/SidePanel';
import { useDocument } from '../../workspace/workspace';
import { FORMAT_NAMES, ScheduleForm } from './ScheduleForm';
import { timeWords } from './times';

/** Runs end while the panel is open; so often it looks. */
const LOOK_MS = 5000;

export function SchedulesPanel({ dashboard, onClose }: { dashboard: number; onClose: () => void }) {
  return (
    <SidePanel name="Made by itself" title="Made by itself" width={420} onClose={onClose}>
      <Schedules dashboard={dashboard} />
    </SidePanel>
  );
}

/** The schedules of a dashboard, and what can be done with them; what is refused is told. */
function useSchedules(dashboard: number) {
  const client = useQueryClient();
  const notice = useNotice();
  const key = ['schedules', dashboard];
  const path = `/api/dashboards/${dashboard}/schedules`;
  const list = useQuery({
    queryKey: key,
    queryFn: () => requestAs(schedulesSchema, path),
    refetchInterval: LOOK_MS,
  });
  const refresh = () => client.invalidateQueries({ queryKey: key });
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
    }
    await refresh();
  };
  const save = async (id: number | 'new', schedule: Schedule) => {
    if (id === 'new') await requestJson(path, { body: schedule });
    else await requestJson(`/api/schedules/${id}`, { method: 'PUT', body: schedule });
    await refresh();
  };
  const remove = ({ id, nextDue: _, runs: __, ...schedule }: StoredSchedule) =>
    attempt(async () => {
      await requestJson(`/api/schedules/${id}`, { method: 'DELETE' });
      notice({
        text: `“${schedule.name}” is removed; the files that it made stay.`,
        action: { label: 'Undo', run: () => void attempt(() => requestJson(path, { body: schedule })) },
      });
    });
  const run = ({ id }: StoredSchedule) =>
    attempt(() => requestJson(`/api/schedules/${id}/run`, { method: 'POST' }));
  return { list, save, remove, run };
}

function Schedules({ dashboard }: { dashboard: number }) {
  const { timeZone } = useDocument();
  const { list, save, remove, run } = useSchedules(dashboard);
  /** The one that is edited; "new" for one that is not stored yet. */
  const [edited, setEdited] = useState<number | 'new' | null>(null);
  const form = (given: StoredSchedule | null) => (
    <ScheduleForm
      key={given?.id ?? 'new'}
      given={given}
      timeZone={timeZone}
      onSave={async (next) => {
        await save(given?.id ?? 'new', next);
        setEdited(null);
      }}
      onCancel={() => setEdited(null)}
    />
  );
  if (list.error) return <Typography role="alert">{list.error.message}</Typography>;
  if (!list.data) return <Typography color="textSecondary">Reading…</Typography>;
  const { schedules, folder, mails } = list.data;
  return (
    <>
      <Typography variant="body2" color="textSecondary" gutterBottom>
        Files go to {folder}
        {mails ? ', and by mail where an address is given.' : '. No mail server is set up.'}
      </Typography>
      {schedules.length === 0 && edited === null && (
        <Typography gutterBottom>
          None yet: have a print or the figures made every morning, for example.
        </Typography>
      )}
      {schedules.map((schedule) =>
        edited === schedule.id ? (
          form(schedule)
        ) : (
          <ScheduleEntry
            key={schedule.id}
            schedule={schedule}
            onEdit={() => setEdited(schedule.id)}
            onRun={() => run(schedule)}
            onRemove={() => void remove(schedule)}
          />
        ),
      )}
      {edited === 'new' ? (
        form(null)
      ) : (
        <Button variant="contained" onClick={() => setEdited('new')} sx={{ mt: 1 }}>
          Add one
        </Button>
      )}
    </>
  );
}

function ScheduleEntry({
  schedule,
  onEdit,
  onRun,
  onRemove,
}: {
  schedule: StoredSchedule;
  onEdit: () => void;
  onRun: () => Promise<void>;
  onRemove: () => void;
}) {
  const [isRunning, setRunning] = useState(false);
  const { name, cron, timeZone, format, selection, page, mailTo, enabled, nextDue, runs } = schedule;
  const run = async () => {
    setRunning(true);
    await onRun();
    setRunning(false);
  };
  return (
    <Box component="section" aria-label={name} sx={{ borderTop: 1, borderColor: 'hairline', py: 1 }}>
      <Typography variant="h3">{name}</Typography>
      <Typography variant="body2">
        {FORMAT_NAMES[format]} of {page ?? 'every page'}
        {selection !== null && `, “${selection}”`} · {timeWords(cron)} ({timeZone})
        {mailTo.length > 0 && ` · to ${mailTo.join(', ')}`}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {enabled ? `Next: ${momentWords(nextDue)} here` : 'Switched off'}
      </Typography>
      <Button onClick={() => void run()} disabled={isRunning}>
        {isRunning ? 'Being made…' : 'Make it now'}
      </Button>
      <Button onClick={onEdit}>Change</Button>
      <Button color="error" onClick={onRemove}>
        Remove
      </Button>
      {runs.length > 0 && (
        <ul aria-label={`Last runs of ${name}`} style={{ margin: 0, paddingLeft: 16, fontSize: 12 }}>
          {runs.slice(0, 5).map((entry, i) => (
            <li key={i} style={entry.status === 'done' ? {} : { color: role.warning }}>
              {momentWords(entry.startedAt)}: {entry.status}
              {entry.missed > 0 && `, for ${entry.missed} missed before it too`}
              {entry.file !== null && <div style={{ overflowWrap: 'anywhere' }}>{entry.file}</div>}
              {entry.message !== null && <div>{entry.message}</div>}
            </li>
          ))}
        </ul>
      )}
    </Box>
  );
}
