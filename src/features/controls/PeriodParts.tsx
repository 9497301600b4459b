'use client';
/** What all time controls share: the head with phrase and dates, errors, and what waits for Apply. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { memo, type ReactNode } from 'react';
import { movedToData } from '../../core/coverage/coverage';
import { intervalText } from '../../core/period/print';
import { itemTitleStyle, phraseStyle, quietStyle, role } from '../../theme/roles';
import { ItemHead } from '../ui/ItemHead';
import { useHeld, useWorkspace } from '../workspace/workspace';
import { periodWords, type Period } from './usePeriod';

const ClearButton = memo(function ClearButton({ id, disabled }: { id: string; disabled: boolean }) {
  const { held } = useWorkspace();
  return (
    <Button onClick={() => held.clear(id)} disabled={disabled} sx={{ minWidth: 0, py: 0, flex: 'none' }}>
      Clear
    </Button>
  );
});

/** The phrase; struck when there is no data in it. */
function PhraseText({ period }: { period: Period }) {
  const struck = period.resolved.ok && period.clipped.empty;
  return (
    <span
      style={{
        ...phraseStyle,
        color: role.time,
        textDecoration: struck ? 'line-through' : 'none',
        borderBottom: period.isPending ? `2px dotted ${role.warning}` : 'none',
      }}
    >
      {period.text}
    </span>
  );
}

const line = {
  display: 'flex',
  alignItems: 'baseline',
  gap: 12,
  minHeight: 22,
  whiteSpace: 'nowrap',
  overflow: 'hidden',
  flex: 'none',
} as const;

/** Title, phrase and days in one line, for wide controls. */
export function WideHead({
  period,
  withWords,
  children,
}: {
  period: Period;
  withWords: boolean;
  children?: ReactNode;
}) {
  return (
    <div style={line}>
      <h2 style={{ ...itemTitleStyle, flex: 'none' }}>{period.title}</h2>
      {withWords && (
        <>
          <PhraseText period={period} />
          <span style={{ ...quietStyle, overflow: 'hidden', textOverflow: 'ellipsis' }}>
            {periodWords(period)}
          </span>
        </>
      )}
      <span style={{ flex: 1 }} />
      <span style={{ flex: 'none' }}>{children}</span>
      <ClearButton id={period.control.id} disabled={period.isEverything} />
    </div>
  );
}

/** Title and Clear, then the days below, for narrow controls. */
export function NarrowHead({ period }: { period: Period }) {
  return (
    <div style={{ flex: 'none' }}>
      <ItemHead title={period.title}>
        <ClearButton id={period.control.id} disabled={period.isEverything} />
      </ItemHead>
      {period.resolved.ok && <div style={quietStyle}>{periodWords(period, true)}</div>}
    </div>
  );
}

/** What is wrong with the phrase, or with its days, and one click that mends it. */
export function PeriodProblem({ period }: { period: Period }) {
  if (period.resolved.ok) {
    const moved = movedToData(period.asked, period.answer.covered)?.[0];
    if (!moved) return null;
    return (
      <div style={{ flex: 'none' }}>
        <Button
          variant="outlined"
          onClick={() => period.set(intervalText(moved.start, moved.end))}
          sx={{ py: 0, minWidth: 0 }}
        >
          Move to the nearest data
        </Button>
      </div>
    );
  }
  return (
    <Typography variant="body2" color="error" role="alert">
      “{period.text}” is not a period: {period.resolved.error.message} Showing every day.
    </Typography>
  );
}

/** Apply and Discard for changes that are held. */
export function HeldChanges({ id }: { id: string }) {
  const { held } = useWorkspace();
  const isPending = useHeld(({ pending }) => pending[id] !== undefined);
  if (!isPending) return null;
  return (
    <div
      role="group"
      aria-label="Changes that wait"
      style={{
        display: 'flex',
        gap: 4,
        alignItems: 'center',
        flex: 'none',
        borderTop: `1px solid ${role.hairline}`,
      }}
    >
      <span style={{ ...quietStyle, flex: 1, color: role.warning }}>not applied yet</span>
      <Button onClick={() => held.discard(id)} sx={{ minWidth: 0, py: 0 }}>
        Discard
      </Button>
      <Button variant="contained" onClick={() => held.apply(id)} sx={{ minWidth: 0, py: 0 }}>
        Apply
      </Button>
    </div>
  );
}
