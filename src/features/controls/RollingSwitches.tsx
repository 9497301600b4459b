'use client';
/** The switches that a designer gives to readers of rolling periods. */
import type { TimeControl } from '../../core/dashboard/document/document';
import type { PeriodAnswer } from '../../core/dashboard/turn/controlAnswer';
import { isSwitchedOn, withSwitch, type RollingSwitch } from '../../core/period/rolling';
import { SwitchSetting } from '../ui/fields';
import { usePeriod } from './usePeriod';

export const SWITCH_LABELS: Record<RollingSwitch, string> = {
  'today counts': 'Today counts',
  'only finished': 'Only finished ones',
};

export function RollingSwitches({ control, answer }: { control: TimeControl; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const { anchor } = answer.context;
  const shown = control.switches.flatMap((which) => {
    const isOn = isSwitchedOn(period.text, which, anchor);
    return isOn === undefined ? [] : [{ which, isOn }];
  });
  if (shown.length === 0) return null;
  return (
    <div
      role="group"
      aria-label={`Switches of ${period.title}`}
      style={{ display: 'flex', flexWrap: 'wrap', columnGap: 8, flex: 'none' }}
    >
      {shown.map(({ which, isOn }) => (
        <SwitchSetting
          key={which}
          label={SWITCH_LABELS[which]}
          checked={isOn}
          onChange={(on) => period.set(withSwitch(period.text, which, on, anchor))}
        />
      ))}
    </div>
  );
}
