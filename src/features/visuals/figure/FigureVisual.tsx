'use client';
/** One number, with a small line of how it came about. */
import { memo } from 'react';
import { ComposedChart, ResponsiveContainer, usePlotArea, XAxis, YAxis } from 'recharts';
import { scaleLinear } from 'd3-scale';
import type { FigureAnswer } from '../../../core/dashboard/turn/answer';
import type { Measure } from '../../../core/model/model';
import { seriesColour } from '../../../theme/roles';
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import type { DrawnBaseline } from '../comparing/compared';
import { useSize } from '../../ui/useSize';
import { ComparisonLine } from '../comparing/Comparison';
import { FigureValue } from './FigureValue';
import { linePath, split } from '../chart/chartMarks';
import { extentOf, valueScale } from '../chart/scale';

/** Heights of the number and of a line of words, in pixels. */
const VALUE_HEIGHT = 32;
const LINE_HEIGHT = 15;

const MARGIN = { top: 4, right: 4, bottom: 4, left: 4 };

export const FigureVisual = memo(function FigureVisual({
  answer,
  measure,
  title,
  baselines,
  show,
  onChange,
  onRows,
}: {
  answer: FigureAnswer;
  measure: Measure;
  title: string;
  baselines: readonly DrawnBaseline[];
  /** What of comparisons is told. */
  show: readonly ShownPart[];
  /** Shows where the change against a baseline comes from. */
  onChange: (baseline: string) => void;
  /** Shows the rows behind the figure. */
  onRows: () => void;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const lines = answer.against?.length ?? 0;
  // Words that need a second line stay where there is the height for it.
  const isTight = height < VALUE_HEIGHT + 2 * LINE_HEIGHT * lines;
  return (
    <div ref={ref} style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
      <FigureValue answer={answer} measure={measure} title={title} width={width} onRows={onRows} />
      {answer.against && (
        <ul
          aria-label={`${title} compared`}
          style={{ listStyle: 'none', margin: 0, padding: 0, flex: '0 1 auto', overflow: 'auto' }}
        >
          {answer.against.map((against, b) => (
            <ComparisonLine
              key={answer.baselines?.[b]?.id}
              measure={measure}
              value={answer.value}
              baseline={against.value}
              show={show}
              label={baselines[b]?.label ?? ''}
              days={baselines[b]?.days ?? ''}
              width={isTight ? width : 0}
              onOpen={() => onChange(answer.baselines?.[b]?.id ?? '')}
            />
          ))}
        </ul>
      )}
      <div style={{ flex: 1, minHeight: 0, overflow: 'hidden', position: 'relative' }} aria-hidden="true">
        <div style={{ position: 'absolute', inset: 0 }}>
          <ResponsiveContainer
            width="100%"
            height="100%"
            minWidth={1}
            minHeight={1}
            initialDimension={{ width: 1, height: 1 }}
          >
            <ComposedChart
              data={ENDS}
              margin={MARGIN}
              accessibilityLayer={false}
              style={{ pointerEvents: 'none' }}
            >
              <XAxis dataKey="place" hide />
              <YAxis type="number" domain={[0, 1]} hide />
              <SmallLine answer={answer} />
            </ComposedChart>
          </ResponsiveContainer>
        </div>
      </div>
    </div>
  );
});

/** The places of the axes; the line has places of its own between them. */
const ENDS = [{ place: 0 }, { place: 1 }];
/** Lower than this there is no room for a line. */
const LEAST_HEIGHT = 6;

function SmallLine({ answer: { values, provisionalFrom, against } }: { answer: FigureAnswer }) {
  const plot = usePlotArea();
  const earlier = against?.[0]?.values ?? [];
  if (!plot || plot.height < LEAST_HEIGHT || values.length < 2) return null;
  const { scale: y } = valueScale(extentOf([...values, ...earlier]), [plot.y + plot.height, plot.y], 2, {
    kind: 'fit',
  });
  const x = scaleLinear([0, values.length - 1], [plot.x, plot.x + plot.width]);
  const { sure, provisional } = split(values, provisionalFrom);
  const stroke = { fill: 'none', stroke: seriesColour(0) } as const;
  return (
    <>
      {earlier.length > 0 && (
        <path
          d={linePath(earlier, x, y)}
          {...stroke}
          opacity="0.55"
          strokeDasharray="4 3"
          data-mark="baseline"
        />
      )}
      <path d={linePath(sure, x, y)} {...stroke} strokeWidth="1.5" data-mark="line" />
      {provisional.length > 0 && (
        <path
          d={linePath(provisional, x, y)}
          {...stroke}
          strokeWidth="2"
          strokeLinecap="round"
          strokeDasharray="0.5 4"
          data-mark="provisional"
        />
      )}
    </>
  );
}
