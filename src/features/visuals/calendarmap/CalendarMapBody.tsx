'use client';
/** A calendar map with its measure, and what is chosen on it. */
import { useMemo } from 'react';
import type { CalendarMap } from '../../../core/dashboard/document/visuals';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';
import { useWorkspace } from '../../workspace/workspace';
import { dayPicking } from '../picking';
import { drawnBaselines } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { useMeasures, usePick } from '../usePicture';
import type { VisualBodyProps } from '../view';
import { CalendarMapVisual } from './CalendarMapVisual';

export function CalendarMapBody({ visual, answer, title }: VisualBodyProps<CalendarMap, CalendarMapAnswer>) {
  const { rule } = useWorkspace().model;
  const measures = useMeasures(visual);
  const choosing = usePick(visual);
  const { first } = answer;
  const days = answer.values.length;
  const picking = useMemo(
    () => choosing && dayPicking(choosing.pick, first, days, rule, choosing.put),
    [choosing, first, days, rule],
  );
  if (!measures) return null;
  return (
    <CalendarMapVisual
      answer={answer}
      measure={measures[0]}
      rule={rule}
      title={title}
      baselines={drawnBaselines(answer.baselines, rule)}
      show={shownParts(visual)}
      picking={picking}
    />
  );
}
