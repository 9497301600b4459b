'use client';
import type { Figure } from '../../../core/dashboard/document/visuals';
import type { FigureAnswer } from '../../../core/dashboard/turn/answer';
import { useWorkspace } from '../../workspace/workspace';
import { drawnBaselines } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { useMeasures } from '../usePicture';
import type { VisualBodyProps } from '../view';
import { FigureVisual } from './FigureVisual';

/** A figure with its measure. */
export function FigureBody({ visual, answer, title }: VisualBodyProps<Figure, FigureAnswer>) {
  const measures = useMeasures(visual);
  const { rule } = useWorkspace().model;
  return measures ? (
    <FigureVisual
      answer={answer}
      measure={measures[0]}
      title={title}
      baselines={drawnBaselines(answer.baselines, rule)}
      show={shownParts(visual)}
    />
  ) : null;
}
