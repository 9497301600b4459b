'use client';
/** First and last day, days covered and holes of each date role, with a lane of coverage. */
import type { DatasetSummary, RoleCoverage } from '../../contract/datasets';
import Typography from '@mui/material/Typography';
import { parseIsoDay } from '../../core/calendar/day';
import { dayCountWords, windowWords } from '../../core/calendar/names';
import { CoverageByValue } from './CoverageByValue';
import { CoverageLane } from './CoverageLane';
import { isoWords } from './DatasetsPage';
import { Section } from '../ui/Section';
import { numberWords } from '../../core/locale';

const MOST_HOLES = 6;

export function CoverageSection({ dataset }: { dataset: DatasetSummary }) {
  return (
    <Section title="Days covered">
      {dataset.roles.length === 0 && (
        <Typography>No date role yet. Mark a date column below, and its days go on the almanac.</Typography>
      )}
      {dataset.roles.map((entry) => {
        const coverage = dataset.coverage[entry.key];
        return coverage ? <RoleLane key={entry.key} name={entry.name} coverage={coverage} /> : null;
      })}
      {dataset.roles.length > 0 && <CoverageByValue dataset={dataset} />}
    </Section>
  );
}

function RoleLane({ name, coverage }: { name: string; coverage: RoleCoverage }) {
  const first = parseIsoDay(coverage.first ?? '');
  const last = parseIsoDay(coverage.last ?? '');
  if (first === undefined || last === undefined) return <Typography>{name}: no day with data.</Typography>;
  const holes = coverage.holes.map((hole) => ({
    ...hole,
    start: parseIsoDay(hole.first)!,
    end: parseIsoDay(hole.last)!,
  }));
  const named = [...holes].sort((a, b) => b.days - a.days).slice(0, MOST_HOLES);
  return (
    <div style={{ marginBottom: 12 }}>
      <Typography>
        <strong>{name}</strong> {isoWords(coverage.first)} – {isoWords(coverage.last)} · data on{' '}
        {dayCountWords(coverage.days)}
        {coverage.blank > 0 && ` · ${numberWords(coverage.blank)} rows without this date`}
        {coverage.outside > 0 &&
          ` · ${numberWords(coverage.outside)} rows with a date outside the years 1800 to 2199, as for an open end`}
      </Typography>
      <CoverageLane name={name} first={first} last={last} holes={holes} />
      <Typography variant="body2" color="textSecondary">
        {holes.length === 0
          ? 'no holes'
          : `${holes.length} ${holes.length === 1 ? 'hole' : 'holes'}: ${named.map((hole) => `${windowWords(hole.start, hole.end)} (${dayCountWords(hole.days)})`).join('; ')}${holes.length > named.length ? '; …' : ''}`}
      </Typography>
    </div>
  );
}
