'use client';
/** Series along time, or along a dimension from left to right: lines, areas, standing bars, stacks. */
import { memo, useId, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { unitCountWords } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { bracketPath, HatchPattern } from '../../../theme/marks';
import { role } from '../../../theme/roles';
import { ChosenBand, PALE, SweepBand } from '../ChoiceBands';
import { axisPlaces, drawnSeries, type DrawnSeries } from './chartLayout';
import { stackBases, stackExtent } from './chartMarks';
import { Legend, LEGEND_HEIGHT } from './Legend';
import { axisLabel, extentOf, valueScale } from './scale';
import { lookOf } from './looks';
import { SeriesMark } from './SeriesMark';
import { onlyChosen, type Picking } from '../picking';
import { Tip } from '../Tip';
import { useSize } from '../../ui/useSize';
import { CHOOSING_WORDS, useSweep } from '../useSweep';

const LEFT = 46;
const RIGHT = 14;
const TOP = 10;
const BOTTOM = 22;
const TIME_LABEL = 54;
const CHARACTER = 6.2;

/** Series that stand on each other: stacked bars, and areas where the chart is split. */
const stacks = (visual: Chart, series: DrawnSeries) =>
  series.mark === 'stacked' || (series.mark === 'area' && visual.split !== null);

export const ColumnChart = memo(function ColumnChart({
  visual,
  answer,
  measures,
  rule,
  title,
  onDrill,
  picking,
}: {
  visual: Chart;
  answer: ChartAnswer;
  measures: readonly Measure[];
  rule: CalendarRule;
  title: string;
  /** Goes into the bucket with this index; absent where that is not possible. */
  onDrill?: (bucket: number) => void;
  /** Choosing places along the chart, where readers can. */
  picking?: Picking | undefined;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [pointed, setPointed] = useState<number | null>(null);
  const hatch = useId();
  const series = drawnSeries(visual, answer, measures);
  const count = answer.buckets?.starts.length ?? answer.categories?.length ?? 0;
  const twoAxes = series.some((entry) => entry.axis === 'right');
  const legend = series.length > 1 ? LEGEND_HEIGHT : 0;
  const right = twoAxes ? LEFT : RIGHT;
  const inner = Math.max(1, width - LEFT - right);
  const floor = Math.max(TOP + 1, height - legend - BOTTOM);
  const stacked = series.filter((entry) => stacks(visual, entry));
  const bases = stackBases(stacked.map((entry) => entry.values));
  const baseOf = (entry: DrawnSeries) => bases[stacked.indexOf(entry)] ?? entry.values.map(() => 0);
  const scaleOf = (axis: 'left' | 'right') => {
    const own = series.filter((entry) => entry.axis === axis);
    const plain = own.filter((entry) => !stacked.includes(entry)).flatMap((entry) => entry.values);
    const piled = own.some((entry) => stacked.includes(entry))
      ? stackExtent(
          stacked.map((entry) => entry.values),
          bases,
        )
      : [];
    const ticks = Math.max(2, Math.floor((floor - TOP) / 44));
    return valueScale(
      extentOf([...plain, ...piled]),
      [floor, TOP],
      ticks,
      axis === 'left' ? visual.axis : undefined,
    );
  };
  const left = scaleOf('left');
  const other = twoAxes ? scaleOf('right') : null;
  const slot = inner / Math.max(1, count);
  const x = (i: number) => LEFT + (i + 0.5) * slot;
  const labelWidth = answer.buckets
    ? TIME_LABEL
    : Math.min(
        120,
        14 + CHARACTER * Math.max(3, ...(answer.categories ?? []).map((name) => name?.length ?? 7)),
      );
  const every = Math.max(1, Math.ceil((count * labelWidth) / inner));
  const places = axisPlaces(answer, rule, every);
  const bars = series.filter((entry) => entry.mark === 'bar');
  const at = pointed === null || count === 0 ? null : Math.min(pointed, count - 1);
  const sweep = useSweep(picking, count);
  const placeAt = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const ratio = box.width / width || 1;
    return Math.floor(((event.clientX - box.left) / ratio - LEFT) / slot);
  };
  const isPlace = (i: number) => i >= 0 && i < count;
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const i = placeAt(event);
    setPointed(isPlace(i) ? i : null);
    sweep.move(i);
  };
  const press = (event: PointerEvent<SVGSVGElement>) => {
    const i = placeAt(event);
    sweep.down(event, isPlace(i) ? i : null);
  };
  const chosen = picking?.chosen ?? null;
  const lit = chosen ? series.map((entry) => onlyChosen(entry.values, chosen)) : answer.lit;
  /** Goes into the bucket pointed at; its place says nothing about the finer ones. */
  const drill = () => {
    if (at === null || !onDrill) return;
    onDrill(at);
    setPointed(null);
  };
  const step = (event: KeyboardEvent) => {
    if (event.key === 'Enter') drill();
    const by = { ArrowLeft: -1, ArrowRight: 1, Home: -count, End: count }[event.key];
    const moved =
      by === undefined ? null : Math.max(0, Math.min(count - 1, (pointed ?? (by > 0 ? -1 : count)) + by));
    if (sweep.key(event, at, moved) || moved === null) return;
    event.preventDefault();
    setPointed(moved);
  };
  const mark = (entry: DrawnSeries, s: number, values: readonly (number | null)[] = entry.values) => (
    <SeriesMark
      key={`${entry.measure} ${entry.name}`}
      series={values === entry.values ? entry : { ...entry, values }}
      base={baseOf(series[s]!)}
      x={x}
      slot={slot}
      bar={{ at: bars.indexOf(entry), of: bars.length }}
      y={entry.axis === 'right' && other ? other.scale : left.scale}
    />
  );
  const extentWords = answer.buckets
    ? `${unitCountWords(count, answer.buckets.unit)}, from ${places[0]?.words} to ${places[count - 1]?.words}`
    : `${count} categories`;
  const names = series.length > 1 ? `, ${series.map((entry) => entry.name).join(', ')}` : '';
  return (
    <div ref={ref} style={{ position: 'relative', width: '100%', height: '100%', minHeight: 0 }}>
      {legend > 0 && <Legend series={series} twoAxes={twoAxes} />}
      {width > 0 && height > legend && (
        <svg
          width={width}
          height={height - legend}
          role="img"
          tabIndex={0}
          aria-label={`${lookOf(visual).name}, ${title}${names}: ${extentWords}. Arrow keys read values${onDrill ? ', Enter goes into a bucket' : ''}.${picking ? CHOOSING_WORDS : ''}`}
          onPointerMove={point}
          onPointerDown={press}
          onPointerUp={sweep.up}
          onPointerCancel={sweep.cancel}
          onPointerLeave={() => setPointed(null)}
          onKeyDown={step}
          onDoubleClick={drill}
          onBlur={() => {
            setPointed(null);
            sweep.cancel();
          }}
          style={{ display: 'block', touchAction: 'pan-y', cursor: picking ? 'crosshair' : undefined }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          {places.map((place, i) =>
            place.partial ? (
              <rect
                key={i}
                data-mark="partial"
                x={LEFT + i * slot}
                width={slot}
                y={TOP}
                height={floor - TOP}
                fill={`url(#${hatch})`}
                opacity="0.55"
              />
            ) : null,
          )}
          <g fontSize="11" fill={role.quiet} aria-hidden="true">
            {left.ticks.map((tick) => (
              <g key={tick}>
                <line
                  x1={LEFT}
                  x2={width - right}
                  y1={left.scale(tick)}
                  y2={left.scale(tick)}
                  stroke={role.hairline}
                />
                <text x={LEFT - 8} y={left.scale(tick) + 4} textAnchor="end">
                  {axisLabel(tick)}
                </text>
              </g>
            ))}
            {other?.ticks.map((tick) => (
              <text key={`r${tick}`} x={width - right + 8} y={other.scale(tick) + 4}>
                {axisLabel(tick)}
              </text>
            ))}
            {places.map((place, i) =>
              i % every === 0 ? (
                <text key={i} x={x(i)} y={height - legend - 6} textAnchor="middle">
                  {shortened(place.label, (slot * every) / CHARACTER)}
                </text>
              ) : null,
            )}
          </g>
          {answer.buckets && (
            <path
              d={`${bracketPath('start', LEFT, TOP - 6, floor + 4)}${bracketPath('end', width - right, TOP - 6, floor + 4)}`}
              fill="none"
              stroke={role.time}
              strokeWidth="2"
            />
          )}
          {chosen && <ChosenBand chosen={chosen} left={LEFT} slot={slot} top={TOP} floor={floor} />}
          {sweep.range && (
            <SweepBand
              x={LEFT + sweep.range.first * slot}
              width={(sweep.range.last - sweep.range.first + 1) * slot}
              top={TOP}
              floor={floor}
            />
          )}
          <g opacity={lit ? PALE : undefined} data-pale={lit ? true : undefined}>
            {series.map((entry, s) => mark(entry, s))}
          </g>
          {lit && <g data-lit>{series.map((entry, s) => mark(entry, s, lit[s]))}</g>}
          {at !== null && (
            <line x1={x(at)} x2={x(at)} y1={TOP} y2={floor} stroke={role.quiet} strokeDasharray="2 3" />
          )}
        </svg>
      )}
      {at !== null && (
        <Tip
          x={x(at)}
          y={legend + TOP + 16}
          width={width}
          lines={[places[at]!.words, ...series.map((entry) => seriesWords(entry, at, series.length > 1))]}
        />
      )}
    </div>
  );
});

const shortened = (text: string, most: number) =>
  text.length > Math.max(4, most) ? `${text.slice(0, Math.max(3, Math.floor(most) - 1))}…` : text;

/** "Passengers 1,234, provisional". */
function seriesWords(series: DrawnSeries, i: number, named: boolean): string {
  const value = valueWords(series.unit, series.values[i] ?? null);
  const provisional = series.provisionalFrom !== null && i >= series.provisionalFrom ? ', provisional' : '';
  return `${named ? `${series.name} ` : ''}${value}${provisional}`;
}
