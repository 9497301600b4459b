'use client';
/** What a measure shows over the last year of its data, and on which days it has any. */
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { dayCountWords, dayWords, windowWords } from '../../core/calendar/names';
import { countDays, subtractRuns } from '../../core/calendar/runs';
import { unpackAnswer } from '../../core/dashboard/turn/answerJson';
import type { TurnAnswer } from '../../core/dashboard/turn/answer';
import { valueWords } from '../../core/model/figures';
import type { Measure, Model } from '../../core/model/model';
import { CHART_DEFAULTS } from '../../core/dashboard/document/kinds/chart';
import { shownMeasure } from '../../core/dashboard/document/kinds/measured';
import { RequestError } from '../ui/request';
import { ColumnChart } from '../visuals/chart/ColumnChart';
import { CoverageLane } from './CoverageLane';

const WAIT_MS = 300;

async function askPreview(dataset: string, measure: Measure): Promise<TurnAnswer> {
  const response = await fetch('/api/measures/preview', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ dataset, measure }),
  });
  const text = await response.text();
  if (response.ok) return unpackAnswer(text);
  const { error } = JSON.parse(text) as { error?: { code: string; message: string } };
  throw new RequestError(
    error?.code ?? 'unknown',
    error?.message ?? 'The look failed.',
    response.status,
    null,
  );
}

/** The value once it has stood still for a while. */
function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), WAIT_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}

export function MeasurePreview({
  dataset,
  measure,
  model,
}: {
  dataset: string;
  measure: Measure;
  model: Model;
}) {
  const asked = useSettled(measure);
  const preview = useQuery({
    queryKey: ['measure preview', dataset, asked],
    queryFn: () => askPreview(dataset, asked),
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (preview.error)
    return (
      <Typography role="alert" color="warning">
        {preview.error.message}
      </Typography>
    );
  if (!preview.data) return <Typography color="textSecondary">Reading…</Typography>;
  const { line, figure } = preview.data.visuals;
  const lanes = Object.values(preview.data.lanes);
  const title = measure.name;
  return (
    <>
      {figure?.kind === 'figure' && (
        <Typography
          sx={{ fontSize: 20, fontWeight: 650 }}
          role="status"
          aria-label="Value over the last year"
        >
          {valueWords(measure, figure.value)}
        </Typography>
      )}
      {line?.kind === 'chart' ? (
        <>
          <Typography variant="body2" color="textSecondary">
            {windowWords(line.window.shown[0]!.start, line.window.shown.at(-1)!.end)}, by {line.buckets?.unit}{' '}
            · {line.layout === 'database' ? 'asked of the database' : line.layout}
            {line.notes.length > 0 && ` · ${line.notes.map((note) => note.words).join(' · ')}`}
          </Typography>
          <div style={{ height: 240, marginTop: 8 }}>
            <ColumnChart
              visual={{
                ...CHART_DEFAULTS,
                id: 'line',
                kind: 'line',
                measures: [shownMeasure(dataset, measure.key)],
              }}
              answer={line}
              measures={[measure]}
              rule={model.rule}
              title={title}
            />
          </div>
        </>
      ) : (
        <Typography sx={{ my: 2 }}>
          {line?.kind === 'broken' ? line.message : 'No row counts. Look at the condition and the date role.'}
        </Typography>
      )}
      <Typography variant="h3" component="h3" sx={{ mt: 2 }}>
        Days with data
      </Typography>
      {lanes.map((lane) => (
        <CoveredDays key={`${lane.dataset} ${lane.measure}`} lane={lane} isNamed={lanes.length > 1} />
      ))}
    </>
  );
}

/** The days with data of one lane; its name where there are several. */
function CoveredDays({ lane, isNamed }: { lane: TurnAnswer['lanes'][string]; isNamed: boolean }) {
  const { name, runs, provisionalFrom } = lane;
  const [start, end] = [runs[0]?.start, runs.at(-1)?.end];
  if (start === undefined || end === undefined) return <Typography>No day with data.</Typography>;
  return (
    <div style={{ marginBottom: 8 }}>
      <Typography variant="body2">
        {isNamed ? `${name}: ` : ''}
        {dayWords(start)} – {dayWords(end)}, data on {dayCountWords(countDays(runs))}
      </Typography>
      <CoverageLane
        name={name}
        first={start}
        last={end}
        holes={subtractRuns([{ start, end }], runs)}
        provisionalFrom={provisionalFrom}
      />
    </div>
  );
}
