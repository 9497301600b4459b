'use client';
/** A chart with axes: standing along time or a dimension, or lying where its bars go along one. */
import Button from '@mui/material/Button';
import { useCallback, useMemo } from 'react';
import { windowWords } from '../../../core/calendar/names';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { drillText, finerUnit } from '../../../core/dashboard/reader/drill';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import { quietStyle } from '../../../theme/roles';
import { useDocument, useWorkspace } from '../../workspace/workspace';
import { useChartMarks } from '../rows/useChartMarks';
import { bucketPicking, categoryPicking } from '../picking';
import { useMeasures, usePick } from '../usePicture';
import type { VisualBodyProps } from '../view';
import { ColumnChart } from './ColumnChart';
import { lookOf } from './looks';
import { givenColours } from './seriesColours';
import { LyingBars } from './LyingBars';
import { WindowHandles } from './WindowHandles';

export function ChartBody({ visual, answer, title }: VisualBodyProps<Chart, ChartAnswer>) {
  const { model, held } = useWorkspace();
  const { rule } = model;
  const { colours } = useDocument();
  const measures = useMeasures(visual);
  const choosing = usePick(visual);
  const picking = useMemo(() => {
    if (!choosing) return undefined;
    const { pick, put } = choosing;
    if (answer.buckets) return bucketPicking(pick, answer.buckets, rule, put);
    return answer.categories ? categoryPicking(pick, answer.categories, put) : undefined;
  }, [choosing, answer.buckets, answer.categories, rule]);
  const given = useMemo(
    () => givenColours({ colours }, model, visual, answer),
    [colours, model, visual, answer],
  );
  const unit = answer.buckets?.unit;
  const starts = answer.buckets?.starts;
  const drill = useCallback(
    (bucket: number) => {
      const day = starts?.[bucket];
      if (unit && day !== undefined) held.drill(visual.id, drillText(unit, day, rule));
    },
    [held, visual.id, unit, starts, rule],
  );
  const askMark = useChartMarks(visual, answer, measures);
  if (!measures) return null;
  if (answer.categories && lookOf(visual).lies) {
    const { shown } = answer.window;
    return (
      <LyingBars
        visual={visual}
        answer={answer}
        measures={measures}
        given={given}
        rule={rule}
        windowWords={windowWords(shown[0]!.start, shown[shown.length - 1]!.end)}
        title={title}
        onAskMark={askMark}
        picking={picking}
      />
    );
  }
  const finer = unit && finerUnit(unit);
  const chart = (
    <ColumnChart
      visual={visual}
      answer={answer}
      measures={measures}
      given={given}
      rule={rule}
      special={model.special}
      title={title}
      onAskMark={askMark}
      picking={picking}
      Handles={WindowHandles}
      {...(finer ? { onDrill: drill } : {})}
    />
  );
  const { mark } = lookOf(visual);
  const joinsPoints = mark === 'line' || mark === 'area';
  if (!unit || !finer || starts?.length !== 1 || !joinsPoints) return chart;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
      <div style={{ ...quietStyle, flex: 'none' }}>
        One {unit}: one point.{' '}
        <Button onClick={() => drill(0)} sx={{ minWidth: 0, py: 0 }}>
          By {finer}
        </Button>
      </div>
      <div style={{ flex: 1, minHeight: 0 }}>{chart}</div>
    </div>
  );
}
