'use client';
import { useCallback } from 'react';
import type { Figure } from '../../../core/dashboard/document/visuals';
import type { FigureAnswer } from '../../../core/dashboard/turn/answer';
import { runsWords } from '../../../core/period/describe';
import { useWorkspace } from '../../workspace/workspace';
import { useChangeAsked } from '../comparing/changeAsked';
import { drawnBaselines } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { WHOLE_MARK } from '../../../core/dashboard/turn/behind';
import { useRowsAsked } from '../../workspace/rowsAsked';
import { useMeasures } from '../usePicture';
import type { VisualBodyProps } from '../view';
import { FigureVisual } from './FigureVisual';

/** A figure with its measure. */
export function FigureBody({ visual, answer, title }: VisualBodyProps<Figure, FigureAnswer>) {
  const measures = useMeasures(visual);
  const { rule } = useWorkspace().model;
  const { open } = useChangeAsked();
  const onChange = useCallback(
    (baseline: string) => open({ visual: visual.id, baseline, measure: 0, bucket: null, key: [] }),
    [open, visual.id],
  );
  const openRows = useRowsAsked((asked) => asked.open);
  const { shown } = answer.window;
  const onRows = useCallback(() => {
    const words = `${measures?.[0].name ?? ''}, ${runsWords(shown, rule)}`;
    openRows({ visual: visual.id, mark: WHOLE_MARK, words });
  }, [openRows, visual.id, measures, shown, rule]);
  return measures ? (
    <FigureVisual
      answer={answer}
      measure={measures[0]}
      title={title}
      baselines={drawnBaselines(answer.baselines, rule)}
      show={shownParts(visual)}
      onChange={onChange}
      onRows={onRows}
    />
  ) : null;
}
