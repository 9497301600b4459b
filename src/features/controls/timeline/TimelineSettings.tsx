'use client';
/** The settings of a timeline. */
import { UNITS } from '../../../core/calendar/units';
import type { Timeline } from '../../../core/dashboard/document/document';
import { ChoiceSetting, SwitchSetting, type Option } from '../../ui/fields';
import { unitOptions } from '../../ui/options';
import type { Change } from '../view';

export function TimelineSettings({ control, change }: { control: Timeline; change: Change<Timeline> }) {
  const sizes: Option[] = [
    { value: 'words', label: 'With scale and window in words' },
    { value: 'scale', label: 'With scale' },
    { value: 'ribbon', label: 'Ribbon alone' },
  ];
  return (
    <>
      <ChoiceSetting
        label="Level"
        value={control.level}
        options={unitOptions()}
        onChange={(level) => change({ level: UNITS.find((unit) => unit === level) ?? 'month' })}
      />
      <SwitchSetting
        label="Readers keep this level"
        checked={control.levelFixed}
        onChange={(levelFixed) => change({ levelFixed })}
      />
      <ChoiceSetting
        label="Size"
        value={control.size}
        options={sizes}
        onChange={(size) => change({ size: size === 'ribbon' || size === 'scale' ? size : 'words' })}
      />
    </>
  );
}
