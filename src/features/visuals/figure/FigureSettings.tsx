'use client';
import type { Figure } from '../../../core/dashboard/document/visuals';
import { MeasuredSettings } from '../MeasuredSettings';
import type { VisualSettingsProps } from '../view';

/** The settings of a figure: one measure, the buckets of its small line. */
export function FigureSettings({ visual, change }: VisualSettingsProps<Figure>) {
  return <MeasuredSettings visual={visual} change={change} form={{ single: true }} hasGrain />;
}
