'use client';
/** A measure by category: lying bars, all of them one path. */
import { memo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { valueWords } from '../../core/dashboard/figures';
import type { Measure } from '../../core/dashboard/model';
import type { BarAnswer } from '../../core/dashboard/answers';
import { role, seriesColour } from '../../theme/roles';
import { valueScale } from './scale';
import { Tip } from './Tip';
import { useSize } from './useSize';

const LEAST_ROW = 17;
const MOST_ROW = 34;
const CHARACTER = 6.4;
const GAP = 10;

export const BLANK_NAME = '(blank)';

export const BarVisual = memo(function BarVisual({
  answer,
  measure,
  windowWords,
  title,
}: {
  answer: BarAnswer;
  measure: Measure;
  windowWords: string;
  title: string;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [pointed, setPointed] = useState<number | null>(null);
  const names = answer.categories.map((category) => category ?? BLANK_NAME);
  const values = answer.values;
  const count = names.length;
  const row = Math.max(LEAST_ROW, Math.min(MOST_ROW, Math.floor(height / Math.max(1, count))));
  const labels = Math.min(width * 0.42, Math.max(...names.map((name) => name.length), 4) * CHARACTER + GAP);
  const figures = values.map((value) => valueWords(measure, value));
  const figureWidth = Math.max(...figures.map((text) => text.length), 3) * CHARACTER + GAP;
  const { scale } = valueScale(values, [labels, Math.max(labels + 1, width - figureWidth)], 4);
  const zero = scale(0);
  const at = pointed === null ? null : Math.min(pointed, count - 1);
  const path = values
    .map((value, i) => {
      if (value === null) return '';
      const end = scale(value);
      return `M${zero.toFixed(1)} ${i * row + 4}H${end.toFixed(1)}V${(i + 1) * row - 4}H${zero.toFixed(1)}Z`;
    })
    .join('');
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const ratio = box.height / (count * row) || 1;
    setPointed(Math.floor((event.clientY - box.top) / ratio / row));
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1, ArrowDown: 1, Home: -count, End: count }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    setPointed((old) => Math.max(0, Math.min(count - 1, (old ?? (by > 0 ? -1 : count)) + by)));
  };
  const shorten = (name: string) => {
    const most = Math.max(3, Math.floor((labels - GAP) / CHARACTER));
    return name.length > most ? `${name.slice(0, most - 1)}…` : name;
  };
  return (
    <div
      ref={ref}
      style={{
        position: 'relative',
        width: '100%',
        height: '100%',
        minHeight: 0,
        overflowY: 'auto',
        overflowX: 'hidden',
      }}
    >
      {width > 0 && (
        <svg
          width={width}
          height={count * row}
          role="img"
          tabIndex={0}
          aria-label={`Bar chart, ${title}: ${names.map((name, i) => `${name} ${figures[i]}`).join('; ')}`}
          onPointerMove={point}
          onPointerLeave={() => setPointed(null)}
          onKeyDown={step}
          onBlur={() => setPointed(null)}
          style={{ display: 'block' }}
        >
          <path d={path} fill={seriesColour(0)} data-mark="bars" />
          <line x1={zero} x2={zero} y1="0" y2={count * row} stroke={role.quiet} />
          <g fontSize="12" fill={role.ink} aria-hidden="true">
            {names.map((name, i) => (
              <g key={name}>
                <text x={labels - GAP} y={i * row + row / 2 + 4} textAnchor="end">
                  {shorten(name)}
                </text>
                <text
                  x={Math.max(scale(values[i] ?? 0), zero) + 6}
                  y={i * row + row / 2 + 4}
                  fill={role.quiet}
                  fontSize="11"
                >
                  {figures[i]}
                </text>
              </g>
            ))}
          </g>
        </svg>
      )}
      {at !== null && count > 0 && (
        <Tip
          x={labels}
          y={at * row + row + 14}
          width={width}
          lines={[`${names[at]} · ${windowWords}`, figures[at] ?? '–']}
        />
      )}
    </div>
  );
});
