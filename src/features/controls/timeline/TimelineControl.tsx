'use client';
/** The timeline: the almanac as a ribbon of tiles, with its window in words. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { memo, useCallback, useMemo, useState } from 'react';
import { sameRuns, type DayRuns } from '../../../core/calendar/runs';
import type { Unit } from '../../../core/calendar/units';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { Timeline } from '../../../core/dashboard/document/document';
import { useSize } from '../../ui/useSize';
import { HeldChanges, PeriodProblem, WideHead } from '../PeriodParts';
import { closedSpan, levelsFor, ribbonOf, spanText, type Span } from '../ribbon';
import { TimelineRibbon } from './TimelineRibbon';
import { usePeriod } from '../usePeriod';
import { useHeld, useWorkspace } from '../../workspace/workspace';

/** Keeps the same runs while their days are the same, so that tiles are not made anew on every answer. */
function useSameRuns(runs: DayRuns): DayRuns {
  const [kept, setKept] = useState(runs);
  if (kept !== runs && !sameRuns(kept, runs)) setKept(runs);
  return sameRuns(kept, runs) ? kept : runs;
}

export function TimelineControl({ control, answer }: { control: Timeline; answer: PeriodAnswer }) {
  const { held } = useWorkspace();
  const period = usePeriod(control, answer);
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const chosen = useHeld(({ state }) => state.levels?.[control.id]);
  const levels = levelsFor(control.level);
  const level = !control.levelFixed && chosen && levels.includes(chosen) ? chosen : control.level;
  const { rule } = answer.context;
  const covered = useSameRuns(answer.covered);
  const ribbon = useMemo(
    () => ribbonOf(covered, level, rule, control.allowUncovered),
    [covered, level, rule, control.allowUncovered],
  );
  const moveLevel = useCallback(
    (by: 1 | -1) => {
      const all = levelsFor(control.level);
      const next = all[Math.max(0, Math.min(all.length - 1, all.indexOf(level) + by))] ?? level;
      held.readAt(control.id, next === control.level ? null : next);
    },
    [control.id, control.level, held, level],
  );
  const changeLevel = control.levelFixed ? null : moveLevel;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 2, minHeight: 0 }}>
      {control.size !== 'ribbon' && (
        <WideHead period={period} withWords={control.size === 'words'}>
          <LevelSwitch level={level} levels={levels} changeLevel={changeLevel} />
        </WideHead>
      )}
      <PeriodProblem period={period} />
      <div ref={ref} style={{ flex: 1, minHeight: 30, position: 'relative' }}>
        {ribbon && width > 0 ? (
          <TimelineRibbon
            title={period.title}
            ribbon={ribbon}
            width={width}
            height={Math.max(30, height)}
            withScale={control.size !== 'ribbon' && height >= 46}
            span={closedSpan(ribbon, period.asked)}
            stretches={period.asked}
            others={answer.others.map((other) => other.runs)}
            changeLevel={changeLevel}
            preview={(span: Span) => period.preview(spanText(ribbon, span))}
            commit={(span: Span) => period.set(spanText(ribbon, span))}
            letGo={period.letGo}
            clear={period.clear}
          />
        ) : (
          !ribbon && (
            <Typography color="textSecondary">
              No data under these choices. Clear a slicer to see when there is data.
            </Typography>
          )
        )}
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}

const LevelSwitch = memo(function LevelSwitch({
  level,
  levels,
  changeLevel,
}: {
  level: Unit;
  levels: readonly Unit[];
  changeLevel: ((by: 1 | -1) => void) | null;
}) {
  if (!changeLevel) return null;
  const at = levels.indexOf(level);
  const button = (by: 1 | -1, name: string, sign: string, disabled: boolean) => (
    <Button
      aria-label={name}
      title={name}
      onClick={() => changeLevel(by)}
      disabled={disabled}
      sx={{ minWidth: 22, px: 0.5, py: 0 }}
    >
      {sign}
    </Button>
  );
  return (
    <Typography variant="body2" color="textSecondary" component="span" sx={{ whiteSpace: 'nowrap' }}>
      {button(-1, 'Finer level', '‹', at <= 0)}
      {level}
      {button(1, 'Coarser level', '›', at >= levels.length - 1)}
    </Typography>
  );
});
