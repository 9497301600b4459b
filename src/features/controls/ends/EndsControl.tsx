'use client';
/** From–to: the reader sets each end; its days stand beside, now and in a month. */
import Button from '@mui/material/Button';
import type { ControlOf } from '../../../core/dashboard/document/controls';
import { heldByReader } from '../../../core/dashboard/reader/held';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { closedEnds, endsOf } from '../../../core/period/ends';
import { wordsInAMonth } from '../../../core/period/resolvedWords';
import { phraseStyle, quietStyle, role } from '../../../theme/roles';
import { useHeld, useWorkspace } from '../../workspace/workspace';
import { EndsEditor } from '../../ui/EndsEditor';
import { HeldChanges, NarrowHead, PeriodProblem } from '../PeriodParts';
import { usePeriod } from '../usePeriod';

export function EndsControl({ control, answer }: { control: ControlOf<'ends'>; answer: PeriodAnswer }) {
  const { held } = useWorkspace();
  const period = usePeriod(control, answer);
  const isDefault = useHeld(({ state }) => heldByReader(control, state) === undefined);
  const { context, covered } = answer;
  const later = wordsInAMonth(period.text, context);
  const days = closedEnds(period.asked, covered, context.today);
  const isKnown = endsOf(period.text, context.rule) !== undefined;
  return (
    <div
      style={{
        display: 'flex',
        flexDirection: 'column',
        height: '100%',
        gap: 6,
        minHeight: 0,
        overflowY: 'auto',
      }}
    >
      <NarrowHead period={period} />
      <PeriodProblem period={period} />
      {!isKnown && <span style={{ ...phraseStyle, color: role.time }}>{period.text}</span>}
      <div style={{ paddingTop: 6 }}>
        <EndsEditor
          text={period.text}
          rule={context.rule}
          days={days}
          onChange={(text) => period.set(text)}
        />
      </div>
      <div style={{ ...quietStyle, display: 'flex', alignItems: 'baseline', gap: 8, flexWrap: 'wrap' }}>
        in a month, with the data of now: {later}
        {!isDefault && (
          <Button onClick={() => held.restore(control.id)} sx={{ minWidth: 0, py: 0 }}>
            Back to its default
          </Button>
        )}
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}
