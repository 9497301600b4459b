'use client';
/** The settings of a date tree. */
import type { DateTree } from '../../../core/dashboard/document/document';
import { ChoiceSetting } from '../../ui/fields';
import type { Change } from '../view';

export function DateTreeSettings({ control, change }: { control: DateTree; change: Change<DateTree> }) {
  return (
    <ChoiceSetting
      label="Levels"
      value={control.levels}
      options={[
        { value: 'calendar', label: 'Year, quarter, month, day' },
        { value: 'fiscal', label: 'Fiscal year, quarter, month, day' },
      ]}
      onChange={(levels) => change({ levels: levels === 'fiscal' ? 'fiscal' : 'calendar' })}
    />
  );
}
