'use client';
/**
 * The almanac strip: a lane of coverage for each measure of the dashboard, the windows of its time controls drawn over
 * them. It zooms and scrolls, folds, and tells of a hole what is missing and which visuals it touches.
 */
import Button from '@mui/material/Button';
import { useMemo, useRef, useState } from 'react';
import { dayCountWords, dayWords, shortDayWords, windowWords } from '../../core/calendar/names';
import { containsDay, subtractRuns, type DayRun } from '../../core/calendar/runs';
import type { LaneAnswer } from '../../core/dashboard/turn/answer';
import { datasetOf } from '../../core/model/model';
import { titleOf } from '../../core/dashboard/document/title';
import { role } from '../../theme/roles';
import { useAnswers, useDocument, useWorkspace } from '../workspace/workspace';
import { useSize } from '../ui/useSize';
import { StripEvents } from './StripEvents';
import { StripLanes } from './StripLanes';
import { StripWindows } from './StripWindows';
import { extentOfRuns, LANE, NAMES, stripTicks, type StripView } from './stripView';
import { useStripView } from './useStripView';
import { lazily } from '../ui/lazily';

const NotesPanel = lazily(() => import('./notes/NotesPanel'), 'NotesPanel');

const AXIS = 16;
/** At most; more lanes are scrolled to. */
const MOST_HEIGHT = 84;
const FOLDED = 20;

/** What is known of the place that was clicked. */
interface Told {
  readonly lane: LaneAnswer;
  readonly hole: DayRun | null;
  readonly day: number;
}

export function AlmanacStrip() {
  const lanes = useAnswers((state) => state.lanes);
  const list = useMemo(() => Object.values(lanes), [lanes]);
  const [folded, setFolded] = useState(false);
  if (list.length === 0) return null;
  return (
    <section
      aria-label="Almanac strip"
      data-part="strip"
      style={{
        flex: 'none',
        // No taller than its lanes, with the border.
        height: folded ? FOLDED : Math.min(MOST_HEIGHT, AXIS + list.length * LANE + 5),
        background: role.surface,
        borderTop: `1px solid ${role.hairline}`,
        position: 'relative',
      }}
    >
      <Button
        onClick={() => setFolded(!folded)}
        aria-expanded={!folded}
        aria-label={folded ? 'Unfold the almanac strip' : 'Fold the almanac strip'}
        sx={{
          position: 'absolute',
          right: 2,
          top: 0,
          minWidth: 0,
          p: '0 6px',
          fontSize: 11,
          lineHeight: '18px',
          zIndex: 2,
          bgcolor: 'background.paper',
        }}
      >
        {folded ? 'Coverage ▴' : '▾'}
      </Button>
      {!folded && <OpenStrip lanes={list} />}
    </section>
  );
}

function OpenStrip({ lanes }: { lanes: readonly LaneAnswer[] }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [told, setTold] = useState<Told | null>(null);
  /** The day on which a note is put. */
  const [noted, setNoted] = useState<number | null>(null);
  const { special } = useWorkspace().model;
  const svg = useRef<SVGSVGElement>(null);
  const whole = useMemo(() => extentOfRuns(lanes.map((lane) => lane.runs)) ?? { from: 0, to: 1 }, [lanes]);
  const inner = Math.max(1, width - NAMES - 28);
  const height = AXIS + lanes.length * LANE;
  const { shown, handlers } = useStripView(svg, whole, inner, (event, day) => {
    const box = event.currentTarget.getBoundingClientRect();
    const lane = lanes[Math.floor((event.clientY - box.top - AXIS) / LANE)];
    const isNamed = event.clientX - box.left < NAMES;
    setTold(lane && !isNamed ? { lane, day, hole: holeAt(lane, day) } : null);
  });
  const x = (day: number) => NAMES + ((day - shown.from) / (shown.to + 1 - shown.from)) * inner;
  return (
    <div ref={ref} style={{ height: '100%', overflowY: 'auto', overflowX: 'hidden' }}>
      {told && (
        <ToldWords
          told={told}
          onNote={() => {
            setNoted(told.day);
            setTold(null);
          }}
          onClose={() => setTold(null)}
        />
      )}
      {noted !== null && <NotesPanel day={noted} onClose={() => setNoted(null)} />}
      {width > 0 && (
        <svg
          ref={svg}
          width={width}
          height={height}
          tabIndex={0}
          role="img"
          aria-label={`Coverage of ${lanes.length} ${lanes.length === 1 ? 'measure' : 'measures'}, ${windowWords(Math.round(shown.from), Math.round(shown.to))}. Arrows move, plus and minus zoom, Home shows everything.`}
          {...handlers}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setTold(null);
            handlers.onKeyDown(event);
          }}
          style={{ display: 'block', cursor: 'grab', touchAction: 'pan-y' }}
        >
          <Ticks shown={shown} count={Math.max(2, Math.floor(inner / 60))} x={x} height={height} />
          <StripEvents special={special} from={shown.from} to={shown.to} x={x} top={AXIS - 4} />
          <StripLanes lanes={lanes} from={shown.from} to={shown.to} width={inner} top={AXIS} />
          <StripWindows x={x} left={NAMES} right={NAMES + inner} top={AXIS - 3} bottom={height} />
        </svg>
      )}
    </div>
  );
}

function Ticks({
  shown,
  count,
  x,
  height,
}: {
  shown: StripView;
  /** At most so many. */
  count: number;
  x: (day: number) => number;
  height: number;
}) {
  return (
    <g fontSize="10" fill={role.quiet} aria-hidden="true">
      {stripTicks(shown, count).map(({ day, label }) => (
        <g key={day}>
          <line x1={x(day)} x2={x(day)} y1="3" y2={height} stroke={role.hairline} />
          <text x={x(day) + 3} y="11">
            {label}
          </text>
        </g>
      ))}
    </g>
  );
}

/** The hole of a lane around a day; null on a day with data, and before the first or after the last one. */
function holeAt(lane: LaneAnswer, day: number): DayRun | null {
  const first = lane.runs[0];
  const last = lane.runs.at(-1);
  if (!first || !last || containsDay(lane.runs, day)) return null;
  const holes = subtractRuns([{ start: first.start, end: last.end }], lane.runs);
  return holes.find((hole) => hole.start <= day && day <= hole.end) ?? null;
}

function ToldWords({ told, onNote, onClose }: { told: Told; onNote: () => void; onClose: () => void }) {
  const { model } = useWorkspace();
  const document = useDocument();
  const { lane, hole, day } = told;
  const dataset = datasetOf(model, lane.dataset)?.name ?? lane.dataset;
  const visuals = document.visuals
    .filter((visual) => lane.visuals.includes(visual.id))
    .map((visual) => titleOf(visual, model));
  const first = lane.runs[0];
  const last = lane.runs.at(-1);
  const what = hole
    ? `No data ${windowWords(hole.start, hole.end)} (${dayCountWords(hole.end - hole.start + 1)})`
    : containsDay(lane.runs, day)
      ? `${dayWords(day)} has data${lane.provisionalFrom !== null && day >= lane.provisionalFrom ? ', not final yet' : ''}`
      : first && last
        ? `${dayWords(day)} lies outside the data, which goes from ${dayWords(first.start)} to ${dayWords(last.end)}`
        : 'No day with data';
  const named = [...new Set(model.special.filter((entry) => entry.day === day).map((entry) => entry.name))];
  return (
    <div
      role="status"
      style={{
        position: 'absolute',
        left: NAMES,
        right: 40,
        bottom: 4,
        zIndex: 3,
        background: role.ink,
        color: role.paper,
        borderRadius: 3,
        padding: '3px 8px',
        fontSize: 12,
        display: 'flex',
        gap: 8,
      }}
    >
      <span style={{ flex: 1 }}>
        <strong>{lane.name}</strong> of {dataset}: {what}. {hole ? 'It touches' : 'Shown by'}{' '}
        {visuals.join(', ')}.{named.length > 0 && ` ${shortDayWords(day, true)}: ${named.join(', ')}.`}
      </span>
      <button
        type="button"
        onClick={onNote}
        style={{
          border: 0,
          background: 'none',
          font: 'inherit',
          color: 'inherit',
          textDecoration: 'underline',
          cursor: 'pointer',
          padding: 0,
          flex: 'none',
        }}
      >
        Put a note on {shortDayWords(day, true)}
      </button>
      <button
        type="button"
        onClick={onClose}
        aria-label="Close"
        style={{ border: 0, background: 'none', color: 'inherit', cursor: 'pointer' }}
      >
        ×
      </button>
    </div>
  );
}
