'use client';
/** A crosstab with its measures, its dimensions, and what is chosen on it. */
import { useMemo } from 'react';
import type { Crosstab } from '../../../core/dashboard/document/visuals';
import type { CrosstabAnswer } from '../../../core/dashboard/turn/answer';
import { dimensionName } from '../../../core/model/dimension';
import { useWorkspace } from '../../workspace/workspace';
import { useMeasures, usePick } from '../usePicture';
import type { VisualBodyProps } from '../view';
import { CrosstabVisual } from './CrosstabVisual';

export function CrosstabBody({ visual, answer, title }: VisualBodyProps<Crosstab, CrosstabAnswer>) {
  const { model } = useWorkspace();
  const measures = useMeasures(visual);
  const choosing = usePick(visual);
  const dimensions = useMemo(
    () => visual.rows.map((dimension) => dimensionName(model, dimension)),
    [visual, model],
  );
  if (!measures) return null;
  return (
    <CrosstabVisual
      answer={answer}
      measures={measures}
      dimensions={dimensions}
      rule={model.rule}
      title={title}
      pick={choosing?.pick}
      onPick={choosing?.put}
    />
  );
}
