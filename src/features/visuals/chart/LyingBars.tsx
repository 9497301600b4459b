'use client';
/** Measures by category as lying bars, side by side or stacked; one path a series. */
import { memo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { BLANK } from '../../../core/model/blank';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { role } from '../../../theme/roles';
import { PALE } from '../ChoiceBands';
import { drawnSeries } from './chartLayout';
import { stackBases, stackExtent } from './chartMarks';
import { Legend, LEGEND_HEIGHT } from './Legend';
import { extentOf, valueScale } from './scale';
import { onlyChosen, type Picking } from '../picking';
import { Tip } from '../Tip';
import { useSize } from '../../ui/useSize';
import { CHOOSING_WORDS, useSweep } from '../useSweep';

const LEAST_BAR = 11;
const LEAST_ROW = 17;
const MOST_ROW = 34;
const CHARACTER = 6.4;
const GAP = 10;

export const LyingBars = memo(function LyingBars({
  visual,
  answer,
  measures,
  windowWords,
  title,
  picking,
}: {
  visual: Chart;
  answer: ChartAnswer;
  measures: readonly Measure[];
  windowWords: string;
  title: string;
  /** Choosing bars, where readers can. */
  picking?: Picking | undefined;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [pointed, setPointed] = useState<number | null>(null);
  const series = drawnSeries(visual, answer, measures);
  const isStacked = visual.kind === 'stacked';
  const names = (answer.categories ?? []).map((category) => category ?? BLANK);
  const count = names.length;
  const legend = series.length > 1 ? LEGEND_HEIGHT : 0;
  const lanes = isStacked ? 1 : Math.max(1, series.length);
  const least = Math.max(LEAST_ROW, lanes * LEAST_BAR + 6);
  const row = Math.max(
    least,
    Math.min(MOST_ROW * Math.min(lanes, 2), Math.floor((height - legend) / Math.max(1, count))),
  );
  const labels = Math.min(width * 0.42, Math.max(...names.map((name) => name.length), 4) * CHARACTER + GAP);
  const figures = (i: number) => series.map((entry) => valueWords(entry.unit, entry.values[i] ?? null));
  const figureWidth = isStacked
    ? GAP
    : Math.max(3, ...names.flatMap((_, i) => figures(i).map((text) => text.length))) * CHARACTER + GAP;
  const bases = isStacked
    ? stackBases(series.map((entry) => entry.values))
    : series.map(() => names.map(() => 0));
  const reached = isStacked
    ? stackExtent(
        series.map((entry) => entry.values),
        bases,
      )
    : series.flatMap((entry) => entry.values);
  const range = [labels, Math.max(labels + 1, width - figureWidth)] as const;
  const { scale } = valueScale(extentOf(reached), range, 4, visual.axis);
  const zero = Math.max(labels, Math.min(scale(0), width));
  const at = pointed === null ? null : Math.min(pointed, count - 1);
  const bar = (row - 8) / lanes;
  const sweep = useSweep(picking, count);
  const chosen = picking?.chosen ?? null;
  const lit = chosen ? series.map((entry) => onlyChosen(entry.values, chosen)) : answer.lit;
  const pathOf = (values: readonly (number | null)[], s: number) =>
    values
      .map((value, i) => {
        if (value === null) return '';
        const base = bases[s]![i]!;
        const from = isStacked ? scale(base) : zero;
        const top = i * row + 4 + (isStacked ? 0 : s * bar);
        return `M${from.toFixed(1)} ${top.toFixed(1)}H${scale(base + value).toFixed(1)}v${bar.toFixed(1)}H${from.toFixed(1)}Z`;
      })
      .join('');
  const rowAt = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const ratio = box.height / (count * row) || 1;
    return Math.floor((event.clientY - box.top) / ratio / row);
  };
  const point = (event: PointerEvent<SVGSVGElement>) => {
    setPointed(rowAt(event));
    sweep.move(rowAt(event));
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1, ArrowDown: 1, Home: -count, End: count }[event.key];
    const moved =
      by === undefined ? null : Math.max(0, Math.min(count - 1, (pointed ?? (by > 0 ? -1 : count)) + by));
    if (sweep.key(event, at, moved) || moved === null) return;
    event.preventDefault();
    setPointed(moved);
  };
  const shorten = (name: string) => {
    const most = Math.max(3, Math.round((labels - GAP) / CHARACTER));
    return name.length > most ? `${name.slice(0, most - 1)}…` : name;
  };
  const named = (i: number) =>
    series.length === 1 ? figures(i) : series.map((entry, s) => `${entry.name} ${figures(i)[s]}`);
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
      {legend > 0 && <Legend series={series} twoAxes={false} />}
      {width > 0 && (
        <svg
          width={width}
          height={count * row}
          role="img"
          tabIndex={0}
          aria-label={`Bar chart, ${title}: ${names.map((name, i) => `${name} ${named(i).join(', ')}`).join('; ')}${picking ? `.${CHOOSING_WORDS}` : ''}`}
          onPointerMove={point}
          onPointerDown={(event) => sweep.down(event, Math.min(count - 1, rowAt(event)))}
          onPointerUp={sweep.up}
          onPointerCancel={sweep.cancel}
          onPointerLeave={() => setPointed(null)}
          onKeyDown={step}
          onBlur={() => {
            setPointed(null);
            sweep.cancel();
          }}
          style={{ display: 'block', cursor: picking ? 'pointer' : undefined }}
        >
          {sweep.range && (
            <rect
              x="0"
              width={width}
              y={sweep.range.first * row}
              height={(sweep.range.last - sweep.range.first + 1) * row}
              fill={role.choiceTint}
              data-mark="sweep"
            />
          )}
          <g opacity={lit ? PALE : undefined} data-pale={lit ? true : undefined}>
            {series.map((entry, s) => (
              <path
                key={`${entry.measure} ${entry.name}`}
                d={pathOf(entry.values, s)}
                fill={entry.colour}
                data-mark="bars"
              />
            ))}
          </g>
          {lit && (
            <g data-lit>
              {series.map((entry, s) => (
                <path
                  key={`${entry.measure} ${entry.name}`}
                  d={pathOf(lit[s]!, s)}
                  fill={entry.colour}
                  data-mark="bars"
                />
              ))}
            </g>
          )}
          <line x1={zero} x2={zero} y1="0" y2={count * row} stroke={role.quiet} />
          <g fontSize="12" fill={role.ink} aria-hidden="true">
            {names.map((name, i) => (
              <g key={name} fontWeight={chosen?.has(i) ? 700 : undefined}>
                <text x={labels - GAP} y={i * row + row / 2 + 4} textAnchor="end">
                  {shorten(name)}
                </text>
                {!isStacked &&
                  bar >= LEAST_BAR - 2 &&
                  series.map((entry, s) => (
                    <text
                      key={`${entry.measure} ${entry.name}`}
                      x={Math.max(scale(entry.values[i] ?? 0), zero) + 6}
                      y={i * row + 4 + s * bar + bar / 2 + 4}
                      fill={role.quiet}
                      fontSize="11"
                    >
                      {figures(i)[s]}
                    </text>
                  ))}
              </g>
            ))}
          </g>
        </svg>
      )}
      {at !== null && count > 0 && (
        <Tip
          x={labels}
          y={legend + at * row + row + 14}
          width={width}
          lines={[`${names[at]} · ${windowWords}`, ...named(at)]}
        />
      )}
    </div>
  );
});
