'use client';
/** A measure over time. The marks are one path; the axes follow the window. */
import { memo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { civilFromDay, type Day } from '../../core/calendar/day';
import { MONTH_NAMES, shortDayWords, unitWords } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { bucketEnd } from '../../core/cube/aggregate';
import { valueWords } from '../../core/dashboard/figures';
import type { Measure } from '../../core/dashboard/model';
import type { LineAnswer } from '../../core/dashboard/answers';
import { bracketPath } from '../../theme/marks';
import { role, seriesColour } from '../../theme/roles';
import { axisLabel, valueScale } from './scale';
import { Tip } from './Tip';
import { useSize } from './useSize';

const LEFT = 46;
const RIGHT = 14;
const TOP = 10;
const BOTTOM = 22;
const LABEL_WIDTH = 54;

/** Label of a bucket under the axis; the year stands where it changes. */
function bucketLabel(unit: string, day: Day, withYear: boolean): string {
  const { year, month } = civilFromDay(day);
  if (unit === 'year') return String(year);
  const name = MONTH_NAMES[month - 1]!.slice(0, 3);
  if (unit === 'quarter') return `Q${Math.ceil(month / 3)}${withYear ? ` ${year}` : ''}`;
  if (unit === 'month') return withYear ? `${name} ${year}` : name;
  return shortDayWords(day, false);
}

/** The line as one path, broken where there is no value; a value alone is a short stroke. */
function linePath(
  values: readonly (number | null)[],
  x: (i: number) => number,
  y: (value: number) => number,
): string {
  let path = '';
  values.forEach((value, i) => {
    if (value === null) return;
    const joins = i > 0 && values[i - 1] !== null;
    const alone = !joins && (i + 1 >= values.length || values[i + 1] === null);
    const at = `${x(i).toFixed(1)} ${y(value).toFixed(1)}`;
    path += alone ? `M${at}h.01` : `${joins ? 'L' : 'M'}${at}`;
  });
  return path;
}

export const LineVisual = memo(function LineVisual({
  answer,
  measure,
  rule,
  title,
}: {
  answer: LineAnswer;
  measure: Measure;
  rule: CalendarRule;
  title: string;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [pointed, setPointed] = useState<number | null>(null);
  const { buckets, values } = answer;
  const count = values.length;
  const inner = Math.max(1, width - LEFT - RIGHT);
  const floor = Math.max(TOP + 1, height - BOTTOM);
  const { scale, ticks } = valueScale(values, [floor, TOP], Math.max(2, Math.floor((floor - TOP) / 44)));
  const x = (i: number) => LEFT + ((i + 0.5) * inner) / count;
  const wordsOf = (i: number) => {
    const bucket = unitWords(buckets.unit, buckets.starts[i]!, rule);
    const cut = (i === 0 && buckets.partialFirst) || (i === count - 1 && buckets.partialLast);
    return cut ? `${bucket}, in part` : bucket;
  };
  const at = pointed === null ? null : Math.min(pointed, count - 1);
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const ratio = box.width / width || 1;
    const i = Math.floor((((event.clientX - box.left) / ratio - LEFT) / inner) * count);
    setPointed(i >= 0 && i < count ? i : null);
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, Home: -count, End: count }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    setPointed((old) => Math.max(0, Math.min(count - 1, (old ?? (by > 0 ? -1 : count)) + by)));
  };
  const every = Math.max(1, Math.ceil((count * LABEL_WIDTH) / inner));
  return (
    <div ref={ref} style={{ position: 'relative', width: '100%', height: '100%', minHeight: 0 }}>
      {width > 0 && height > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          tabIndex={0}
          aria-label={`Line chart, ${title}: ${count} ${buckets.unit}${count === 1 ? '' : 's'}, from ${unitWords(buckets.unit, buckets.starts[0]!, rule)} to ${unitWords(buckets.unit, buckets.starts[count - 1]!, rule)}. Arrow keys read values.`}
          onPointerMove={point}
          onPointerLeave={() => setPointed(null)}
          onKeyDown={step}
          onBlur={() => setPointed(null)}
          style={{ display: 'block', touchAction: 'pan-y' }}
        >
          <g fontSize="11" fill={role.quiet} aria-hidden="true">
            {ticks.map((tick) => (
              <g key={tick}>
                <line x1={LEFT} x2={width - RIGHT} y1={scale(tick)} y2={scale(tick)} stroke={role.hairline} />
                <text x={LEFT - 8} y={scale(tick) + 4} textAnchor="end">
                  {axisLabel(tick)}
                </text>
              </g>
            ))}
            {buckets.starts.map((start, i) => {
              if (i % every !== 0) return null;
              const previous = buckets.starts[i - every];
              const newYear =
                previous === undefined || civilFromDay(previous).year !== civilFromDay(start).year;
              return (
                <text key={start} x={x(i)} y={height - 6} textAnchor="middle">
                  {bucketLabel(buckets.unit, start, newYear)}
                </text>
              );
            })}
          </g>
          <path
            d={`${bracketPath('start', LEFT, TOP - 6, floor + 4)}${bracketPath('end', width - RIGHT, TOP - 6, floor + 4)}`}
            fill="none"
            stroke={role.time}
            strokeWidth="2"
          />
          <path
            d={linePath(values, x, scale)}
            fill="none"
            stroke={seriesColour(0)}
            strokeWidth="2"
            strokeLinejoin="round"
            strokeLinecap="round"
            data-mark="line"
          />
          {at !== null && values[at] != null && (
            <g>
              <line x1={x(at)} x2={x(at)} y1={TOP} y2={floor} stroke={role.quiet} strokeDasharray="2 3" />
              <circle
                cx={x(at)}
                cy={scale(values[at])}
                r="4"
                fill={seriesColour(0)}
                stroke={role.surface}
                strokeWidth="1.5"
              />
            </g>
          )}
        </svg>
      )}
      {at !== null && (
        <Tip
          x={x(at)}
          y={TOP + 16}
          width={width}
          lines={[wordsOf(at), valueWords(measure, values[at] ?? null), ...daysNote(buckets, at)]}
        />
      )}
    </div>
  );
});

/** Says how long a bucket is, where its name does not. */
function daysNote(buckets: LineAnswer['buckets'], i: number): string[] {
  if (buckets.unit === 'day') return [];
  const days = bucketEnd(buckets, i) - buckets.starts[i]! + 1;
  return [`${days} days`];
}
