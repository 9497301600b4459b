'use client';
/** Notes on days: written, changed, removed. They are events of the almanac, seen on the strip and on charts. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { noteSchema, storedNotesSchema, type Note, type StoredNote } from '../../../contract/notes';
import { isoDay, parseIsoDay, type Day } from '../../../core/calendar/day';
import { windowWords } from '../../../core/calendar/names';
import { InlineForm } from '../../ui/InlineForm';
import { DayField } from '../../ui/DayField';
import { useNotice } from '../../ui/Notice';
import { requestAs, requestJson } from '../../ui/request';

const PATH = '/api/almanac/notes';

export function DayNotes({ day }: { day: Day }) {
  const client = useQueryClient();
  const notice = useNotice();
  const notes = useQuery({ queryKey: ['notes'], queryFn: () => requestAs(storedNotesSchema, PATH) });
  /** The one that is changed. */
  const [changed, setChanged] = useState<number | null>(null);
  const refresh = () =>
    Promise.all(['notes', 'almanac', 'model'].map((key) => client.invalidateQueries({ queryKey: [key] })));
  const send = async (work: () => Promise<unknown>) => {
    await work();
    setChanged(null);
    await refresh();
  };
  const remove = async ({ id, ...note }: StoredNote) => {
    try {
      await send(() => requestJson(`${PATH}/${id}`, { method: 'DELETE' }));
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
      return;
    }
    notice({
      text: `“${note.words}” is removed.`,
      action: { label: 'Undo', run: () => void send(() => requestJson(PATH, { body: note })) },
    });
  };
  const list = notes.data ?? [];
  return (
    <>
      <NoteForm
        key={day}
        given={{ first: isoDay(day), last: isoDay(day), words: '' }}
        action="Put it there"
        onSave={(note) => send(() => requestJson(PATH, { body: note }))}
      />
      {notes.error && <Typography role="alert">{notes.error.message}</Typography>}
      {notes.data && list.length === 0 && (
        <Typography color="textSecondary">
          No notes yet. What happened on a day, such as a storm or a strike, is then seen beside its figures.
        </Typography>
      )}
      <ul aria-label="Notes" style={{ listStyle: 'none', padding: 0, margin: 0 }}>
        {[...list].reverse().map((note) => (
          <Box component="li" key={note.id} sx={{ borderTop: 1, borderColor: 'hairline', py: 1 }}>
            {changed === note.id ? (
              <NoteForm
                given={note}
                action="Save"
                onSave={(next) =>
                  send(() => requestJson(`${PATH}/${note.id}`, { method: 'PUT', body: next }))
                }
                onCancel={() => setChanged(null)}
              />
            ) : (
              <>
                <Typography>{note.words}</Typography>
                <Typography variant="body2" color="textSecondary">
                  {windowWords(parseIsoDay(note.first)!, parseIsoDay(note.last)!)}
                </Typography>
                <Button onClick={() => setChanged(note.id)} aria-label={`Change ${note.words}`}>
                  Change
                </Button>
                <Button color="error" onClick={() => void remove(note)} aria-label={`Remove ${note.words}`}>
                  Remove
                </Button>
              </>
            )}
          </Box>
        ))}
      </ul>
      {list.length > 0 && (
        <Button component="a" href={`${PATH}/file`} download>
          Download all as iCalendar
        </Button>
      )}
    </>
  );
}

function NoteForm({
  given,
  action,
  onSave,
  onCancel,
}: {
  given: Note;
  action: string;
  onSave: (note: Note) => Promise<void>;
  onCancel?: () => void;
}) {
  const [note, setNote] = useState<Note>({ first: given.first, last: given.last, words: given.words });
  const [problem, setProblem] = useState<string | null>(null);
  const save = async () => {
    const read = noteSchema.safeParse(note);
    if (!read.success) {
      const [issue] = read.error.issues;
      setProblem(issue?.path[0] === 'words' ? 'A note has words: what happened?' : (issue?.message ?? ''));
      return;
    }
    try {
      await onSave(read.data);
      setProblem(null);
      setNote((now) => ({ ...now, words: onCancel ? now.words : '' }));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <InlineForm onSubmit={save} sx={{ gap: 1, py: 1 }}>
      <TextField
        label="What happened"
        value={note.words}
        onChange={(event) => setNote({ ...note, words: event.target.value.slice(0, 200) })}
        sx={{ flex: '1 1 100%' }}
      />
      <Box sx={{ width: 150 }}>
        <DayField
          label="From"
          day={parseIsoDay(note.first)}
          onDay={(day) =>
            setNote({ ...note, first: isoDay(day), last: note.last < isoDay(day) ? isoDay(day) : note.last })
          }
        />
      </Box>
      <Box sx={{ width: 150 }}>
        <DayField
          label="To"
          day={parseIsoDay(note.last)}
          refuse={(day) => (isoDay(day) < note.first ? 'It comes before the first day.' : null)}
          onDay={(day) => setNote({ ...note, last: isoDay(day) })}
        />
      </Box>
      <Button type="submit" variant="contained">
        {action}
      </Button>
      {onCancel && <Button onClick={onCancel}>Cancel</Button>}
      {problem !== null && (
        <Typography role="alert" color="error" sx={{ flex: '1 1 100%' }}>
          {problem}
        </Typography>
      )}
    </InlineForm>
  );
}
