'use client';
/** What choosers share: the head with its way back, and entries to choose from. */
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { isSameJson } from '../ui/sameJson';
import type { Control } from '../../core/dashboard/document/controls';
import { initiallyHeld } from '../../core/dashboard/reader/held';
import { quietStyle, role } from '../../theme/roles';
import { useControlHeld, useWorkspace } from '../workspace/workspace';
import { HeldChanges } from './PeriodParts';
import { ItemHead } from '../ui/ItemHead';

/** The frame of a chooser: its title, the way back to the designer's choice, what waits for Apply. */
export function ChooserFrame({
  control,
  title,
  children,
}: {
  control: Control;
  title: string;
  children: ReactNode;
}) {
  const { held: store } = useWorkspace();
  const { value } = useControlHeld(control);
  const isDefault = isSameJson(value, initiallyHeld(control));
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, gap: 2 }}>
      <ItemHead title={title}>
        <Button
          color="secondary"
          disabled={isDefault}
          onClick={() => store.restore(control.id)}
          sx={{ minWidth: 0, py: 0, px: 0.5 }}
        >
          Reset
        </Button>
      </ItemHead>
      <div style={{ flex: 1, minHeight: 0, overflowY: 'auto' }}>{children}</div>
      <HeldChanges id={control.id} />
    </div>
  );
}

export interface ChooserEntry {
  readonly key: string;
  readonly label: string;
  /** What it means now. */
  readonly more?: string;
  /** Why it cannot be chosen. */
  readonly reason?: string | null;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

/** Entries of which one or several are chosen; those that cannot be say why. */
export function ChooserEntries({
  name,
  several,
  entries,
}: {
  name: string;
  several: boolean;
  entries: readonly ChooserEntry[];
}) {
  return (
    <div role={several ? 'group' : 'radiogroup'} aria-label={name}>
      {entries.map(({ key, label, more, reason, isChosen, onChoose }) => {
        const isClosed = Boolean(reason) && !isChosen;
        return (
          <label
            key={key}
            style={{
              display: 'flex',
              gap: 8,
              alignItems: 'baseline',
              minHeight: 24,
              padding: '1px 4px',
              borderRadius: 3,
              background: isChosen ? role.choiceTint : undefined,
              color: isClosed ? role.quiet : role.ink,
              cursor: isClosed ? 'default' : 'pointer',
            }}
          >
            <input
              type={several ? 'checkbox' : 'radio'}
              name={name}
              checked={isChosen}
              disabled={isClosed}
              onChange={onChoose}
              style={{ accentColor: role.choice, flex: 'none', margin: 0 }}
            />
            <span>
              <span style={{ fontWeight: isChosen ? 650 : 450 }}>{label}</span>
              {(reason ?? more) && (
                <span style={{ ...quietStyle, paddingLeft: 8 }}>{reason ? `${reason}.` : more}</span>
              )}
            </span>
          </label>
        );
      })}
    </div>
  );
}
