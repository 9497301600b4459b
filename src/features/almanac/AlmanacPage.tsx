'use client';
/** The almanac: its rule with a picture of the year, what a change would move, holidays, the days one by one. */
import type { Almanac } from '../../contract/almanac';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { pinnedTodayOf } from '../../core/dashboard/document/clock';
import { civilDayAt } from '../../core/calendar/civilDayAt';
import { civilFromDay } from '../../core/calendar/day';
import type { CalendarRule } from '../../core/calendar/rule';
import { Section } from '../ui/Section';
import { useNotice } from '../ui/Notice';
import { PageHeader } from '../ui/PageHeader';
import { readAlmanac, saveRule } from './api';
import { RuleChanges } from './RuleChanges';
import { RuleFields } from './RuleFields';
import { DayNotes } from '../strip/notes/DayNotes';
import { SpecialSets } from './SpecialSets';
import { YearPicture } from './YearPicture';
import { numberWords } from '../../core/locale';

const DayTable = dynamic(() => import('./DayTable').then((part) => part.DayTable), {
  ssr: false,
  loading: () => <div style={{ height: 480 }} />,
});

export function AlmanacPage() {
  const almanac = useQuery({ queryKey: ['almanac'], queryFn: readAlmanac });
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ maxWidth: 1216, mx: 'auto', p: 3, pt: 2 }}>
        {almanac.error && <Typography role="alert">{almanac.error.message}</Typography>}
        {almanac.isPending && <LinearProgress aria-label="Reading the almanac" />}
        {almanac.data && <Loaded almanac={almanac.data} />}
      </Box>
    </>
  );
}

/** The year that is shown, with ways to those beside it; `first` and `last` are the years that there are. */
function YearHead({
  year,
  first,
  last,
  onYear,
}: {
  year: number;
  first: number;
  last: number;
  onYear: (year: number) => void;
}) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
      <Button aria-label="The year before" disabled={year <= first} onClick={() => onYear(year - 1)}>
        ‹
      </Button>
      <Typography variant="h3" component="h3">
        {year}
      </Typography>
      <Button aria-label="The year after" disabled={year >= last} onClick={() => onYear(year + 1)}>
        ›
      </Button>
      <Typography variant="body2" color="textSecondary" sx={{ flex: '1 1 200px' }}>
        months down, days across; brackets where fiscal months begin, weekends underlined, dots for holidays
      </Typography>
    </Box>
  );
}

function Loaded({ almanac }: { almanac: Almanac }) {
  const client = useQueryClient();
  const notice = useNotice();
  const [draft, setDraft] = useState<CalendarRule | null>(null);
  const [today] = useState(() => pinnedTodayOf(almanac) ?? civilDayAt(Date.now(), 'UTC'));
  const firstYear = civilFromDay(almanac.span.first).year;
  const lastYear = civilFromDay(almanac.span.last).year;
  const [year, setYear] = useState(() => Math.max(firstYear, Math.min(civilFromDay(today).year, lastYear)));
  const rule = draft ?? almanac.rule;
  const changed = JSON.stringify(rule) !== JSON.stringify(almanac.rule);
  const save = useMutation({
    mutationFn: saveRule,
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['almanac'] });
      setDraft(null);
      notice({ text: 'The rule is saved; the table of days follows it.' });
    },
    onError: (error) => {
      notice({ text: error.message });
      // Where somebody else was first, their rule is shown.
      void client.invalidateQueries({ queryKey: ['almanac'] });
    },
  });
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 2, mb: 1.5 }}>
        <Typography variant="h1">Almanac</Typography>
        <Typography color="textSecondary" sx={{ flex: '1 1 260px' }}>
          The one date dimension of every dataset: {numberWords(almanac.span.last - almanac.span.first + 1)}{' '}
          days, {firstYear} to {lastYear}
        </Typography>
        <Button href="/api/almanac/export?format=csv">Export as CSV</Button>
        <Button href="/api/almanac/export?format=parquet">Export as Parquet</Button>
      </Box>
      <Section
        title="Weeks and fiscal year"
        aside={
          <>
            <Button disabled={!changed} onClick={() => setDraft(null)}>
              As it was
            </Button>
            <Button
              variant="contained"
              disabled={!changed || save.isPending}
              onClick={() => save.mutate({ rule, known: almanac.rule })}
            >
              Save the rule
            </Button>
          </>
        }
      >
        <Box sx={{ display: 'flex', flexDirection: { xs: 'column', sm: 'row' }, gap: 3 }}>
          <Box sx={{ flex: { sm: '0 0 250px' } }}>
            <RuleFields rule={rule} onChange={setDraft} />
          </Box>
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <YearHead year={year} first={firstYear} last={lastYear} onYear={setYear} />
            <YearPicture rule={rule} year={year} special={almanac.special} />
          </Box>
        </Box>
        {changed && <RuleChanges rule={rule} />}
      </Section>
      <SpecialSets sets={almanac.sets} special={almanac.special} year={year} />
      <Section title="Notes on days">
        <DayNotes day={today} />
      </Section>
      {/* Its grid comes when the rest stands, so that nothing waits for it. */}
      <DayTable almanac={almanac} year={year} />
    </>
  );
}
