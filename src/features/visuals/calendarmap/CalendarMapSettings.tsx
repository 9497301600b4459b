'use client';
import type { CalendarMap } from '../../../core/dashboard/document/visuals';
import { MeasuredSettings } from '../MeasuredSettings';
import type { VisualSettingsProps } from '../view';

/** The settings of a calendar map: one measure; its buckets are days. */
export function CalendarMapSettings({ visual, change }: VisualSettingsProps<CalendarMap>) {
  return <MeasuredSettings visual={visual} change={change} form={{ single: true }} hasGrain={false} />;
}
