'use client';
/** A calendar map with its measure, and what is chosen on it. */
import { useMemo } from 'react';
import type { CalendarMap } from '../../../core/dashboard/document/visuals';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';
import { useWorkspace } from '../../workspace/workspace';
import { useChangeAsked } from '../comparing/changeAsked';
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
  const { open } = useChangeAsked();
  const baseline = answer.against && answer.baselines?.[0]?.id;
  const askChange = useMemo(
    () =>
      baseline === undefined
        ? undefined
        : (day: number) => open({ visual: visual.id, baseline, measure: 0, bucket: day, key: [] }),
    [open, visual.id, baseline],
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
      onAskChange={askChange}
    />
  );
}
