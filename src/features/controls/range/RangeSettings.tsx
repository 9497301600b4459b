'use client';
/** The settings of a range slider. */
import { UNITS } from '../../../core/calendar/units';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import { ChoiceSetting } from '../../ui/fields';
import { unitOptions } from '../../ui/options';
import { OptionalMeasure } from '../OptionalMeasure';
import type { Change } from '../view';

export function RangeSettings({ control, change }: { control: RangeSlider; change: Change<RangeSlider> }) {
  return (
    <>
      <OptionalMeasure
        label="Histogram"
        value={control.measure}
        onChange={(measure) => change({ measure })}
      />
      <ChoiceSetting
        label="Brackets go to the edges of"
        value={control.snap}
        options={unitOptions()}
        onChange={(snap) => change({ snap: UNITS.find((unit) => unit === snap) ?? 'day' })}
      />
      <ChoiceSetting
        label="Readers move"
        value={control.fixedEnd}
        options={[
          { value: 'none', label: 'Both ends' },
          { value: 'start', label: 'The end only' },
          { value: 'end', label: 'The start only' },
        ]}
        onChange={(fixedEnd) =>
          change({ fixedEnd: fixedEnd === 'start' || fixedEnd === 'end' ? fixedEnd : 'none' })
        }
      />
    </>
  );
}
