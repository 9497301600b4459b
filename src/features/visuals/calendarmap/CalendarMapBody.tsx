'use client';
/** A calendar map with its measure, and what is chosen on it. */
import { useCallback, useMemo } from 'react';
import { dayWords } from '../../../core/calendar/names';
import type { CalendarMap } from '../../../core/dashboard/document/visuals';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';
import { useWorkspace } from '../../workspace/workspace';
import type { PagePoint } from '../chart/usePointing';
import { useChangeAsked } from '../comparing/changeAsked';
import { dayPicking } from '../picking';
import { drawnBaselines } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { WHOLE_MARK } from '../../../core/dashboard/turn/behind';
import { openMark } from '../../workspace/rowsAsked';
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
  const askMark = useCallback(
    (i: number, at: PagePoint) => {
      const day = first + i;
      openMark({
        at,
        onChange:
          baseline === undefined
            ? undefined
            : () => open({ visual: visual.id, baseline, measure: 0, bucket: i, key: [] }),
        rows: {
          visual: visual.id,
          mark: { ...WHOLE_MARK, days: { start: day, end: day } },
          words: `${measures?.[0].name ?? ''}, ${dayWords(day)}`,
        },
      });
    },
    [open, visual.id, baseline, first, measures],
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
      onAskMark={askMark}
    />
  );
}
