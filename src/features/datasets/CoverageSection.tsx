'use client';
/** First and last day, days covered and holes of each date role, with a lane of coverage. */
import Typography from '@mui/material/Typography';
import { useId } from 'react';
import { parseIsoDay } from '../../core/calendar/day';
import { dayCountWords, windowWords } from '../../core/calendar/names';
import { HatchPattern } from '../../theme/marks';
import { role } from '../../theme/roles';
import { useSize } from '../visuals/useSize';
import type { DatasetSummary, RoleCoverage } from './api';
import { isoWords } from './DatasetsPage';
import { Section } from './Section';

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
    </Section>
  );
}

function RoleLane({ name, coverage }: { name: string; coverage: RoleCoverage }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const hatch = useId();
  const first = parseIsoDay(coverage.first ?? '');
  const last = parseIsoDay(coverage.last ?? '');
  if (first === undefined || last === undefined) return <Typography>{name}: no day with data.</Typography>;
  const x = (day: number) => ((day - first) / (last - first + 1)) * width;
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
        {coverage.blank > 0 && ` · ${coverage.blank.toLocaleString('en')} rows without this date`}
      </Typography>
      <div ref={ref}>
        <svg
          width={width}
          height={16}
          role="img"
          aria-label={`Coverage of ${name}, ${holes.length} holes`}
          style={{ display: 'block' }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          <rect width={width} height={16} fill={role.timeSoft} />
          {holes.map((hole) => (
            <rect
              key={hole.first}
              x={x(hole.start)}
              width={Math.max(1, x(hole.end + 1) - x(hole.start))}
              height={16}
              fill={`url(#${hatch})`}
            >
              <title>{`No data ${windowWords(hole.start, hole.end)}, ${dayCountWords(hole.days)}`}</title>
            </rect>
          ))}
        </svg>
      </div>
      <Typography variant="body2" color="textSecondary">
        {holes.length === 0
          ? 'no holes'
          : `${holes.length} ${holes.length === 1 ? 'hole' : 'holes'}: ${named.map((hole) => `${windowWords(hole.start, hole.end)} (${dayCountWords(hole.days)})`).join('; ')}${holes.length > named.length ? '; …' : ''}`}
      </Typography>
    </div>
  );
}
