'use client';
/** The settings of a chart with axes: along what, split by what, in which order, on which axis. */
import type { Order, ValueAxis } from '../../../core/dashboard/document/kinds/chart';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { canGoAlong } from '../../../core/dashboard/document/refit';
import { isAttribute, type Dimension } from '../../../core/model/dimension';
import { DimensionSetting } from '../../ui/DimensionSetting';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../../ui/fields';
import { useWorkspace } from '../../workspace/workspace';
import { MeasuredSettings, wholeNumber } from '../MeasuredSettings';
import type { VisualSettingsProps } from '../view';
import { ColourSettings } from './ColourSettings';
import { lookOf } from './looks';

export function ChartSettings({ visual, change }: VisualSettingsProps<Chart>) {
  return (
    <MeasuredSettings
      visual={visual}
      change={change}
      form={{ marks: lookOf(visual).choosesMarks, axes: true }}
      hasGrain={visual.across === null}
    >
      <AlongSettings visual={visual} change={change} />
    </MeasuredSettings>
  );
}

const orderOf = (text: string): Order => (text === 'natural' || text === 'change' ? text : 'value');

function AlongSettings({ visual, change }: VisualSettingsProps<Chart>) {
  const { model } = useWorkspace();
  const fits = (dimension: Dimension) => canGoAlong(model, visual.measures, dimension);
  const limited = visual.across !== null || visual.split !== null;
  return (
    <>
      <DimensionSetting
        model={model}
        fits={fits}
        label="Along the axis"
        value={visual.across}
        none="Time"
        onChange={(across) =>
          change({ across, ...(across && isAttribute(across) ? { order: 'natural' as const } : {}) })
        }
      />
      <DimensionSetting
        model={model}
        fits={fits}
        label="A series for each"
        value={visual.split}
        none="Nothing: one series a measure"
        onChange={(split) => change({ split })}
      />
      {visual.across && (
        <ChoiceSetting
          label="Order"
          value={visual.order}
          options={[
            { value: 'value', label: 'Greatest first' },
            { value: 'natural', label: 'By name, or as the almanac has it' },
            { value: 'change', label: 'By change, the greatest rise first' },
          ]}
          onChange={(order) => change({ order: orderOf(order) })}
        />
      )}
      {limited && (
        <TextSetting
          label={visual.across ? 'At most this many bars' : 'At most this many series'}
          value={String(visual.limit)}
          check={wholeNumber(1, 100)}
          onChange={(text) => change({ limit: Number(text) })}
        />
      )}
      {limited && (
        <ChoiceSetting
          label="Beyond that"
          value={visual.rest}
          options={[
            { value: 'others', label: 'All others as one' },
            { value: 'drop', label: 'Left away' },
          ]}
          onChange={(rest) => change({ rest: rest === 'others' ? 'others' : 'drop' })}
        />
      )}
      {visual.across === null && (
        <SwitchSetting
          label="Mark holidays and events"
          checked={visual.events}
          onChange={(events) => change({ events })}
        />
      )}
      <AxisSettings axis={visual.axis} onChange={(axis) => change({ axis })} />
      <ColourSettings visual={visual} />
    </>
  );
}

function AxisSettings({ axis, onChange }: { axis: ValueAxis; onChange: (axis: ValueAxis) => void }) {
  const isNumber = (text: string) => (/^-?\d+(\.\d+)?$/.test(text.trim()) ? null : 'A number.');
  const set = (kind: string) => {
    if (kind === 'fixed') onChange({ kind, low: 0, high: 100 });
    else onChange({ kind: kind === 'fit' ? 'fit' : 'zero' });
  };
  return (
    <>
      <ChoiceSetting
        label="Value axis"
        value={axis.kind}
        options={[
          { value: 'zero', label: 'From zero to the greatest value' },
          { value: 'fit', label: 'Fits the values' },
          { value: 'fixed', label: 'Fixed' },
        ]}
        onChange={set}
      />
      {axis.kind === 'fixed' && (
        <div style={{ display: 'flex', gap: 8 }}>
          <TextSetting
            label="from"
            value={String(axis.low)}
            check={(text) => isNumber(text) ?? (Number(text) < axis.high ? null : `Below ${axis.high}.`)}
            onChange={(text) => onChange({ ...axis, low: Number(text) })}
          />
          <TextSetting
            label="to"
            value={String(axis.high)}
            check={(text) => isNumber(text) ?? (Number(text) > axis.low ? null : `Above ${axis.low}.`)}
            onChange={(text) => onChange({ ...axis, high: Number(text) })}
          />
        </div>
      )}
    </>
  );
}
