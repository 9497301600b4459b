'use client';
/**
 * What stands around the marks of a chart: container, axes, grid and tooltip of Recharts, and the names of the series. It is drawn a
 * moment behind the marks and only when something of it changed, so that a frame of a drag draws marks alone. One
 * element over it takes pointer and keys.
 */
import {
  memo,
  useCallback,
  useLayoutEffect,
  useMemo,
  useState,
  useSyncExternalStore,
  type HTMLAttributes,
  type ReactElement,
  type ReactNode,
} from 'react';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ResponsiveContainer,
  Tooltip,
  useChartHeight,
  useChartWidth,
  usePlotArea,
  XAxis,
  YAxis,
} from 'recharts';
import { role } from '../../../theme/roles';
import { Tip } from '../Tip';
import { SeriesNames, type NamedSeries } from './Legend';
import { axisLabel } from './scale';

export interface PlotArea {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What changes with every answer: the marks, for a plot area, and what is read at a place. */
export interface Fresh {
  marks: (plot: PlotArea) => ReactNode;
  readonly lines: readonly string[];
}

const NOTHING: Fresh = { marks: () => null, lines: [] };

/** Hands what is fresh to the layers inside a frame, past everything of the frame that stays as it is. */
class FreshChannel {
  private now = NOTHING;
  private readonly listeners = new Set<() => void>();

  readonly read = (): Fresh => this.now;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  put(fresh: Fresh): void {
    this.now = fresh;
    for (const listener of this.listeners) listener();
  }
}

const useFresh = ({ subscribe, read }: FreshChannel): Fresh => useSyncExternalStore(subscribe, read, read);

function Marks({ channel }: { channel: FreshChannel }) {
  const { marks } = useFresh(channel);
  const plot = usePlotArea();
  return plot ? marks(plot) : null;
}

function TipAtPlace({
  channel,
  coordinate,
}: {
  channel: FreshChannel;
  coordinate?: { x?: number; y?: number } | undefined;
}) {
  const { lines } = useFresh(channel);
  const width = useChartWidth() ?? 0;
  const height = useChartHeight() ?? 0;
  if (lines.length === 0) return null;
  return <Tip x={coordinate?.x ?? 0} y={coordinate?.y ?? 0} width={width} height={height} lines={lines} />;
}

/** An axis of values. */
export interface FrameScale {
  readonly domain: readonly [number, number];
  readonly ticks: readonly number[];
}

/** A label under (or beside) a place; `at` is the place's index. */
interface FrameLabel {
  readonly at: number;
  readonly text: string;
  readonly bold?: boolean;
}

/** Everything of the frame; the same as long as it looks the same. */
export interface FrameLayout {
  /** Places stand side by side along x, or lie one below the other along y. */
  readonly lies: boolean;
  readonly count: number;
  readonly labels: readonly FrameLabel[];
  /** Width (lying: height) of the room for labels. */
  readonly labelRoom: number;
  readonly left: FrameScale;
  readonly right: FrameScale | null;
  /** Width of the room for numbers of the value axes. */
  readonly valueRoom: number;
  /** Places that the window cuts short. */
  readonly partial: readonly number[];
  readonly series: readonly NamedSeries[];
  /** Height of their names above the plot. */
  readonly legend: number;
  readonly margin: {
    readonly top: number;
    readonly right: number;
    readonly bottom: number;
    readonly left: number;
  };
}

const TEXT = { fontSize: 11, fill: role.quiet } as const;

function LabelTick({
  x,
  y,
  payload,
  layout,
}: {
  x?: number;
  y?: number;
  payload?: { value: number };
  layout: FrameLayout;
}) {
  const label = layout.labels.find((entry) => entry.at === payload?.value);
  if (!label) return null;
  return layout.lies ? (
    <text
      x={x}
      y={y}
      dy={4}
      textAnchor="end"
      fontSize="12"
      fill={role.ink}
      fontWeight={label.bold ? 700 : 450}
    >
      {label.text}
    </text>
  ) : (
    <text x={x} y={y} dy={9} textAnchor="middle" {...TEXT}>
      {label.text}
    </text>
  );
}

const plainAxis = { axisLine: false, tickLine: false, interval: 0 } as const;

function valueAxis(scale: FrameScale) {
  return {
    type: 'number' as const,
    domain: [...scale.domain] as [number, number],
    ticks: [...scale.ticks],
    allowDataOverflow: true,
    tickFormatter: axisLabel,
    tick: TEXT,
  };
}

/** The axes of places and of values, standing or lying. */
function axesOf(layout: FrameLayout): ReactElement {
  const { lies, labels, labelRoom, valueRoom, left, right } = layout;
  const places = {
    dataKey: 'place',
    type: 'category' as const,
    scale: 'band' as const,
    ticks: labels.map((label) => label.at),
    tick: <LabelTick layout={layout} />,
  };
  return lies ? (
    <>
      <XAxis xAxisId="bottom" {...plainAxis} {...valueAxis(left)} hide />
      <YAxis yAxisId="left" {...plainAxis} {...places} width={labelRoom} tickMargin={2} />
    </>
  ) : (
    <>
      <XAxis xAxisId="bottom" {...plainAxis} {...places} height={labelRoom} />
      <YAxis yAxisId="left" {...plainAxis} {...valueAxis(left)} width={valueRoom} />
      {right && (
        <YAxis yAxisId="right" orientation="right" {...plainAxis} {...valueAxis(right)} width={valueRoom} />
      )}
    </>
  );
}

const Frame = memo(function Frame({
  layout,
  pointed,
  hatch,
  channel,
}: {
  layout: FrameLayout;
  pointed: number | null;
  /** Id of the pattern of places that are cut short. */
  hatch: string;
  channel: FreshChannel;
}) {
  const { lies, count, partial, margin } = layout;
  const data = useMemo(() => Array.from({ length: count }, (_, place) => ({ place })), [count]);
  return (
    <ComposedChart
      data={data}
      layout={lies ? 'vertical' : 'horizontal'}
      margin={{ ...margin, top: margin.top + layout.legend }}
      accessibilityLayer={false}
      aria-hidden="true"
      style={{ pointerEvents: 'none' }}
    >
      {!lies && <CartesianGrid vertical={false} stroke={role.hairline} xAxisId="bottom" yAxisId="left" />}
      {axesOf(layout)}
      {partial.map((place) => (
        <ReferenceArea
          key={place}
          xAxisId="bottom"
          yAxisId="left"
          x1={place}
          x2={place}
          fill={`url(#${hatch})`}
          fillOpacity={0.55}
          data-mark="partial"
        />
      ))}
      <Tooltip
        active={pointed !== null}
        {...(pointed === null ? {} : { defaultIndex: pointed })}
        includeHidden
        filterNull={false}
        isAnimationActive={false}
        cursor={lies ? false : { stroke: role.quiet, strokeDasharray: '2 3' }}
        position={{ x: 0, y: 0 }}
        content={({ coordinate }) => <TipAtPlace channel={channel} coordinate={coordinate} />}
      />
      {/* Without marks of its own a chart would have nothing to tell at a place. */}
      <Line xAxisId="bottom" yAxisId="left" dataKey="place" hide isAnimationActive={false} />
      <Marks channel={channel} />
    </ComposedChart>
  );
});

/** The size of a chart in CSS pixels, told by its container; zero until it is laid out. */
export function useChartSize() {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const onResize = useCallback(
    (width: number, height: number) =>
      setSize((old) => (old.width === width && old.height === height ? old : { width, height })),
    [],
  );
  return { ...size, onResize };
}

/** The same layout as before as long as it looks the same. */
export function useSteadyLayout(layout: FrameLayout | null): FrameLayout | null {
  const [kept, setKept] = useState(layout);
  const isSame = JSON.stringify(kept) === JSON.stringify(layout);
  if (!isSame) setKept(layout);
  return isSame ? kept : layout;
}

/** Names of the series above the plot; the library's own legend is measured as shown, and so too low when scaled. */
function Names({ layout: { series, margin, right, legend } }: { layout: FrameLayout }) {
  return (
    <div style={{ position: 'absolute', top: margin.top, left: margin.left, right: margin.right }}>
      <SeriesNames series={series} twoAxes={right !== null} height={legend} />
    </div>
  );
}

/** Container and frame: drawn again only when one of them changed. */
const Contained = memo(function Contained({
  layout,
  onResize,
  ...inside
}: {
  layout: FrameLayout | null;
  hatch: string;
  pointed: number | null;
  channel: FreshChannel;
  onResize: (width: number, height: number) => void;
}) {
  return (
    <div style={{ position: 'absolute', inset: 0 }}>
      <ResponsiveContainer
        width="100%"
        height="100%"
        minWidth={1}
        minHeight={1}
        initialDimension={{ width: 1, height: 1 }}
        onResize={onResize}
      >
        {layout && <Frame layout={layout} {...inside} />}
      </ResponsiveContainer>
      {layout && layout.legend > 0 && <Names layout={layout} />}
    </div>
  );
});

export function ChartFrame({
  layout,
  hatch,
  fresh,
  pointed,
  onResize,
  surface,
}: {
  /** Null until the size is known. */
  layout: FrameLayout | null;
  hatch: string;
  fresh: Fresh;
  pointed: number | null;
  onResize: (width: number, height: number) => void;
  /** What the element says and does that takes pointer and keys. */
  surface: HTMLAttributes<HTMLDivElement>;
}) {
  const [channel] = useState(() => new FreshChannel());
  useLayoutEffect(() => channel.put(fresh));
  return (
    <>
      <Contained layout={layout} hatch={hatch} pointed={pointed} channel={channel} onResize={onResize} />
      <div
        role="img"
        tabIndex={0}
        {...surface}
        style={{ position: 'absolute', inset: 0, touchAction: 'pan-y', ...surface.style }}
      />
    </>
  );
}
