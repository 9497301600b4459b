'use client';
/** The settings that visuals with measures share: which ones, in which buckets, what is not final, choosing on it. */
import type { ReactNode } from 'react';
import { UNITS } from '../../core/calendar/units';
import { grainSchema } from '../../core/dashboard/document/kinds/measured';
import type { MeasuredVisual } from '../../core/dashboard/document/visuals';
import { canPick } from '../../core/dashboard/reader/pick';
import { withMeasures } from '../../core/dashboard/document/refit';
import { useWorkspace } from '../workspace/workspace';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../ui/fields';
import { CompareSettings } from './comparing/CompareSettings';
import { MeasureList, type MeasureForm } from './MeasureList';

type Change = (part: Partial<Omit<MeasuredVisual, 'id' | 'kind'>>) => void;

export function MeasuredSettings({
  visual,
  change,
  form = {},
  hasGrain,
  children,
}: {
  visual: MeasuredVisual;
  change: Change;
  form?: MeasureForm;
  /** Whether the length of its buckets can be set. */
  hasGrain: boolean;
  children?: ReactNode;
}) {
  const { model } = useWorkspace();
  return (
    <>
      <MeasureList
        visual={visual}
        form={form}
        onChange={(measures) => change(withMeasures(visual, measures, model))}
      />
      {children}
      <CompareSettings visual={visual} change={change} />
      {hasGrain && <GrainSettings visual={visual} change={change} />}
      <SwitchSetting
        label="Leave out days that are not final"
        checked={visual.unsettled === 'leave out'}
        onChange={(out) => change({ unsettled: out ? 'leave out' : 'show' })}
      />
      {canPick(visual) && (
        <SwitchSetting
          label="Readers can choose on it"
          checked={visual.picks}
          onChange={(picks) => change({ picks })}
        />
      )}
    </>
  );
}

/** Says what is wrong with a typed whole number; null where nothing is. */
export const wholeNumber = (least: number, most: number) => (text: string) =>
  /^\d+$/.test(text) && Number(text) >= least && Number(text) <= most
    ? null
    : `A whole number from ${least} to ${most}.`;

function GrainSettings({ visual, change }: { visual: MeasuredVisual; change: Change }) {
  const grains = [
    { value: 'auto', label: 'Follows the window' },
    ...UNITS.map((unit) => ({ value: unit, label: `By ${unit}` })),
  ];
  return (
    <>
      <ChoiceSetting
        label="Grain"
        value={visual.grain}
        options={grains}
        onChange={(grain) => change({ grain: grainSchema.parse(grain) })}
      />
      {visual.grain === 'auto' && (
        <div style={{ display: 'flex', gap: 8 }}>
          <TextSetting
            label="Buckets at most"
            value={String(visual.most)}
            check={wholeNumber(2, 1000)}
            onChange={(text) => change({ most: Number(text) })}
          />
          <TextSetting
            label="at least"
            value={String(visual.least)}
            check={wholeNumber(1, 200)}
            onChange={(text) => change({ least: Number(text) })}
          />
        </div>
      )}
    </>
  );
}
