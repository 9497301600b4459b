'use client';
/** One number, with a small line of how it came about. */
import { memo } from 'react';
import type { FigureAnswer } from '../../../core/dashboard/turn/answer';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { role, seriesColour } from '../../../theme/roles';
import { linePath, split } from '../chart/chartMarks';
import { extentOf, valueScale } from '../chart/scale';
import { useSize } from '../../ui/useSize';

const PAD = 4;

export const FigureVisual = memo(function FigureVisual({
  answer,
  measure,
  title,
}: {
  answer: FigureAnswer;
  measure: Measure;
  title: string;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const { values } = answer;
  const { scale } = valueScale(extentOf(values), [Math.max(PAD + 1, height - PAD), PAD], 2, { kind: 'fit' });
  const x = (i: number) => PAD + (i / Math.max(1, values.length - 1)) * (width - 2 * PAD);
  const { sure, provisional } = split(values, answer.provisionalFrom);
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
      <div
        role="status"
        aria-label={title}
        style={{ fontSize: 26, fontWeight: 650, lineHeight: 1.2, whiteSpace: 'nowrap' }}
      >
        {valueWords({ ...measure, unit: '' }, answer.value)}
        {measure.unit !== '' && answer.value !== null && (
          <span style={{ fontSize: 15, color: role.quiet, fontWeight: 450 }}> {measure.unit}</span>
        )}
      </div>
      <div ref={ref} style={{ flex: 1, minHeight: 0, overflow: 'hidden' }}>
        {width > 0 && height > 14 && values.length > 1 && (
          <svg width={width} height={height} aria-hidden="true" style={{ display: 'block' }}>
            <path
              d={linePath(sure, x, scale)}
              fill="none"
              stroke={seriesColour(0)}
              strokeWidth="1.5"
              data-mark="line"
            />
            {provisional.length > 0 && (
              <path
                d={linePath(provisional, x, scale)}
                fill="none"
                stroke={seriesColour(0)}
                strokeWidth="2"
                strokeLinecap="round"
                strokeDasharray="0.5 4"
                data-mark="provisional"
              />
            )}
          </svg>
        )}
      </div>
    </div>
  );
});
