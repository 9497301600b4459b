'use client';
/** The rehearsal: a year of days in one strip; scrub to any day and see the dashboard as it would be. */
import { rehearsalSchema } from '../../contract/answers';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { memo, useId, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { civilFromDay, isoDay } from '../../core/calendar/day';
import { dayWords, MONTH_NAMES } from '../../core/calendar/names';
import type {
  DataAssumption,
  Rehearsal as Rehearsed,
  RehearsalLane,
} from '../../core/dashboard/review/rehearsal';
import { plural } from '../../core/locale';
import { HatchPattern } from '../../theme/marks';
import { role } from '../../theme/roles';
import { useDocument, useWorkspace } from '../workspace/workspace';
import { requestAs } from '../ui/request';
import { useSize } from '../ui/useSize';
import { useJump } from '../workspace/page';

const NAMES = 190;
const LANE = 15;
const HEAD = 18;
const MOST_PROBLEMS = 200;

const ASSUMPTIONS: Record<DataAssumption, string> = {
  'same lag': 'Data goes on arriving, as many days behind as now',
  'no new data': 'No new data arrives',
};

export function RehearsalButton() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(!open)} aria-expanded={open}>
        Rehearsal
      </Button>
      {open && <RehearsalDock onClose={() => setOpen(false)} />}
    </>
  );
}

const DOCK = {
  position: 'fixed',
  left: 0,
  right: 0,
  bottom: 0,
  zIndex: 1200,
  bgcolor: 'background.paper',
  borderTop: 2,
  borderColor: 'time.main',
  p: 1.5,
  maxHeight: '46vh',
  display: 'flex',
  flexDirection: 'column',
} as const;

function RehearsalDock({ onClose }: { onClose: () => void }) {
  const { model, held, today } = useWorkspace();
  const document = useDocument();
  const jumpTo = useJump(document);
  const [assumption, setAssumption] = useState<DataAssumption>('same lag');
  const [day, setDay] = useState(today);
  const rehearsal = useQuery({
    queryKey: ['rehearsal', document, model.datasets.map((dataset) => dataset.load), assumption],
    queryFn: () =>
      requestAs(rehearsalSchema, '/api/rehearsal', { body: { document, days: 366, assumption } }),
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  // Who closes it looks at today again: the day that is tried belongs to the rehearsal.
  const close = () => {
    held.setAsOf(null);
    onClose();
  };
  const scrub = (next: number) => {
    setDay(next);
    held.setAsOf(next === today ? null : isoDay(next));
  };
  const data = rehearsal.data;
  return (
    <Box
      role="region"
      aria-label="Rehearsal"
      onKeyDown={(event) => event.key === 'Escape' && close()}
      sx={DOCK}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography variant="h2">Rehearsal</Typography>
        <Typography role="status" sx={{ flex: 1 }}>
          {data && !rehearsal.isPlaceholderData
            ? `As it would be on ${dayWords(day)} · ${foundWords(data)}`
            : 'Going through every day of the coming year…'}
        </Typography>
        <TextField
          select
          label="Data to come"
          value={assumption}
          onChange={(event) => setAssumption(event.target.value as DataAssumption)}
          sx={{ minWidth: 330 }}
        >
          {Object.entries(ASSUMPTIONS).map(([value, words]) => (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <Button
          onClick={() => {
            held.setAsOf(null);
            setDay(today);
          }}
          disabled={day === today}
        >
          Back to today
        </Button>
        <Button onClick={close}>Close</Button>
      </Box>
      {rehearsal.isFetching && <LinearProgress aria-label="Going through the days" />}
      {rehearsal.error && <Typography role="alert">{rehearsal.error.message}</Typography>}
      {data && (
        <Box sx={{ display: 'flex', gap: 2, minHeight: 0, mt: 1 }}>
          <Problems
            problems={data.problems}
            onProblem={(problem) => {
              scrub(problem.day);
              jumpTo(problem.item);
            }}
          />
          <RehearsalStrip rehearsal={data} day={day} onDay={scrub} />
        </Box>
      )}
    </Box>
  );
}

const foundWords = ({ problems }: Rehearsed) =>
  problems.length === 0
    ? 'nothing goes wrong in the coming year'
    : `${plural(new Set(problems.map(({ day }) => day)).size, 'day')} to look at`;

function Problems({
  problems,
  onProblem,
}: {
  problems: Rehearsed['problems'];
  onProblem: (problem: Rehearsed['problems'][number]) => void;
}) {
  return (
    <Box
      component="ul"
      aria-label="Days to look at"
      sx={{ flex: '0 0 320px', listStyle: 'none', p: 0, m: 0, overflowY: 'auto' }}
    >
      {problems.length === 0 && (
        <li style={{ color: role.quiet }}>No control and no visual turns empty or jumps.</li>
      )}
      {problems.slice(0, MOST_PROBLEMS).map((problem, i) => (
        <li key={i}>
          <Button
            fullWidth
            sx={{ justifyContent: 'flex-start', textAlign: 'left', color: 'text.primary', py: 0.25 }}
            onClick={() => onProblem(problem)}
          >
            {dayWords(problem.day)}: {problem.words}
            {problem.days > 1 && `, for ${problem.days} days`}
          </Button>
        </li>
      ))}
    </Box>
  );
}

function RehearsalStrip({
  rehearsal,
  day,
  onDay,
}: {
  rehearsal: Rehearsed;
  day: number;
  onDay: (day: number) => void;
}) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const count = rehearsal.to - rehearsal.from + 1;
  const inner = Math.max(1, width - NAMES - 8);
  const x = (at: number) => NAMES + ((at - rehearsal.from) / count) * inner;
  const height = HEAD + rehearsal.lanes.length * LANE;
  const dayAt = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (event.clientX - box.left - NAMES) / inner;
    return rehearsal.from + Math.max(0, Math.min(count - 1, Math.floor(share * count)));
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -30, PageDown: 30, Home: -count, End: count }[
      event.key
    ];
    if (by === undefined) return;
    event.preventDefault();
    onDay(Math.max(rehearsal.from, Math.min(rehearsal.to, day + by)));
  };
  const current = rehearsal.lanes.map(
    (lane) => `${lane.title} ${lane.windows[lane.window[day - rehearsal.from] ?? 0] ?? ''}`,
  );
  return (
    <div ref={ref} style={{ flex: 1, minWidth: 0, overflowY: 'auto' }}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="slider"
          tabIndex={0}
          aria-label="Day of the rehearsal"
          aria-valuemin={rehearsal.from}
          aria-valuemax={rehearsal.to}
          aria-valuenow={day}
          aria-valuetext={`${dayWords(day)}: ${current.slice(0, 3).join('; ')}`}
          onKeyDown={step}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            onDay(dayAt(event));
          }}
          onPointerMove={(event) => event.buttons === 1 && onDay(dayAt(event))}
          style={{ display: 'block', cursor: 'ew-resize', touchAction: 'none' }}
        >
          <Lanes rehearsal={rehearsal} inner={inner} />
          <path d={`M${x(day + 0.5)} ${HEAD - 6}V${height}`} stroke={role.time} strokeWidth="2" />
          <circle cx={x(day + 0.5)} cy={HEAD - 8} r="4" fill={role.time} />
        </svg>
      )}
    </div>
  );
}

/** Stretches of days on which a lane is in one state. */
function stretches(lane: RehearsalLane) {
  const found: { from: number; to: number; state: number }[] = [];
  lane.states.forEach((state, i) => {
    const last = found[found.length - 1];
    if (last?.state === state) last.to = i;
    else found.push({ from: i, to: i, state });
  });
  return found;
}

const Lanes = memo(function Lanes({ rehearsal, inner }: { rehearsal: Rehearsed; inner: number }) {
  const hatch = useId();
  const count = rehearsal.to - rehearsal.from + 1;
  const x = (i: number) => NAMES + (i / count) * inner;
  const months = Array.from({ length: count }, (_, i) => rehearsal.from + i).filter(
    (day) => civilFromDay(day).day === 1,
  );
  const fill = (state: number) =>
    state === 2 ? role.timeMark : state === 1 ? role.timeSoft : state === 3 ? role.error : `url(#${hatch})`;
  return (
    <>
      <defs>
        <HatchPattern id={hatch} />
      </defs>
      <g fontSize="10" fill={role.quiet} aria-hidden="true">
        {months.map((day) => {
          const { year, month } = civilFromDay(day);
          return (
            <g key={day}>
              <line
                x1={x(day - rehearsal.from)}
                x2={x(day - rehearsal.from)}
                y1={HEAD - 6}
                y2={HEAD + rehearsal.lanes.length * LANE}
                stroke={role.hairline}
              />
              <text x={x(day - rehearsal.from) + 2} y={HEAD - 8}>
                {month === 1 ? year : MONTH_NAMES[month - 1]!.slice(0, 3)}
              </text>
            </g>
          );
        })}
      </g>
      {rehearsal.lanes.map((lane, l) => (
        <g key={lane.item} transform={`translate(0 ${HEAD + l * LANE})`}>
          <text
            x={NAMES - 8}
            y={LANE - 4}
            textAnchor="end"
            fontSize="11"
            fill={lane.kind === 'control' ? role.time : role.ink}
          >
            {lane.title.length > 28 ? `${lane.title.slice(0, 27)}…` : lane.title}
          </text>
          {stretches(lane).map(({ from, to, state }) => (
            <rect
              key={from}
              x={x(from)}
              width={x(to + 1) - x(from)}
              y="2"
              height={LANE - 4}
              fill={fill(state)}
              stroke={state === 0 || state === 3 ? role.warning : 'none'}
              strokeWidth={state === 0 || state === 3 ? 1 : 0}
            />
          ))}
        </g>
      ))}
    </>
  );
});
