'use client';
/** Sets of holidays and events, from iCalendar files. */
import { moreWords } from '../../core/listed';
import type { SpecialSet } from '../../contract/almanac';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { SpecialDay } from '../../core/calendar/almanac';
import { civilFromDay } from '../../core/calendar/day';
import { shortDayWords } from '../../core/calendar/names';
import { FileButton } from '../ui/FileButton';
import { nameFromFile } from '../ui/nameFromFile';
import { Section } from '../ui/Section';
import { useWanted } from '../ui/useWanted';
import { RemoveButton } from '../ui/RemoveButton';
import { addSet, changeSet, removeSet } from './api';
import { ScrollingTable } from '../ui/ScrollingTable';

const MOST_NAMED = 14;

/** Runs work that changes the sets, tells what went wrong, and reads them again. */
type Run = (work: () => Promise<unknown>) => Promise<void>;

export function SpecialSets({
  sets,
  special,
  year,
}: {
  sets: readonly SpecialSet[];
  special: readonly SpecialDay[];
  year: number;
}) {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const run: Run = async (work) => {
    setProblem(null);
    try {
      await work();
      await client.invalidateQueries({ queryKey: ['almanac'] });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  const take = (file: File) =>
    run(async () => {
      const name = nameFromFile(file.name);
      await addSet({
        name,
        kind: /event/i.test(name) ? 'event' : 'holiday',
        source: file.name,
        text: await file.text(),
      });
    });
  const ofYear = special.filter((entry) => civilFromDay(entry.day).year === year);
  return (
    <Section
      title="Holidays and events"
      aside={
        <FileButton
          words="Add an iCalendar file"
          name="iCalendar file"
          accept=".ics,text/calendar"
          onFile={(file) => void take(file)}
        />
      }
    >
      {problem && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {sets.length === 0 && (
        <Typography>
          No set yet. Add an .ics file of whole-day events, single or repeated every year.
        </Typography>
      )}
      {sets.length > 0 && (
        <ScrollingTable name="Sets of days">
          <TableBody>
            {sets.map((set) => (
              <SetRow key={set.id} set={set} run={run} />
            ))}
          </TableBody>
        </ScrollingTable>
      )}
      {ofYear.length > 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          {year}:{' '}
          {ofYear
            .slice(0, MOST_NAMED)
            .map((entry) => `${shortDayWords(entry.day, false)} ${entry.name}`)
            .join(' · ')}
          {ofYear.length > MOST_NAMED && ` · ${moreWords(ofYear.length, MOST_NAMED)}`}
        </Typography>
      )}
    </Section>
  );
}

/** One set: whether it is used, as what, and from where it is. */
function SetRow({ set, run }: { set: SpecialSet; run: Run }) {
  const [enabled, want] = useWanted(set.enabled, (value) => run(() => changeSet(set.id, { enabled: value })));
  const [kind, wantKind] = useWanted(set.kind, (value) => run(() => changeSet(set.id, { kind: value })));
  return (
    <TableRow>
      <TableCell sx={{ width: 60 }}>
        <Switch
          size="small"
          checked={enabled}
          onChange={(event) => want(event.target.checked)}
          slotProps={{ input: { 'aria-label': `Use ${set.name}` } }}
        />
      </TableCell>
      <TableCell sx={{ fontWeight: 650 }}>{set.name}</TableCell>
      <TableCell>
        <TextField
          select
          variant="standard"
          value={kind}
          onChange={(event) => wantKind(event.target.value === 'event' ? 'event' : 'holiday')}
          slotProps={{ htmlInput: { 'aria-label': `Kind of ${set.name}` } }}
        >
          <MenuItem value="holiday">holidays</MenuItem>
          <MenuItem value="event">events</MenuItem>
        </TextField>
      </TableCell>
      <TableCell>
        {set.problem ? (
          <Typography variant="body2" color="error">
            It names no days, since {set.source} cannot be used. {set.problem}
          </Typography>
        ) : (
          `${set.events} ${set.events === 1 ? 'entry' : 'entries'} in ${set.source}`
        )}
      </TableCell>
      <TableCell align="right">
        <RemoveButton
          name={set.name}
          label="Remove"
          done="is removed"
          warning="Its days have no name any more, and its file is not kept. To leave it out for a while, switch it off."
          onRemove={async () => {
            await removeSet(set.id);
            await run(() => Promise.resolve());
          }}
        />
      </TableCell>
    </TableRow>
  );
}
