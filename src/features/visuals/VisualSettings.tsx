'use client';
/** The settings of a visual with measures: which ones, along what, in which buckets, on which axis. */
import Typography from '@mui/material/Typography';
import { UNITS } from '../../core/calendar/units';
import { isAttribute } from '../../core/model/dimension';
import {
  grainSchema,
  isChart,
  type Chart,
  type Crosstab,
  type MeasuredVisual,
  type ValueAxis,
} from '../../core/dashboard/document/visuals';
import { canPick } from '../../core/dashboard/reader/pick';
import { useWorkspace } from '../workspace/workspace';
import { DimensionSetting } from '../ui/DimensionSetting';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../ui/fields';
import { MeasureList } from './MeasureList';

type Change = (part: Partial<MeasuredVisual>) => void;

export function VisualSettings({ visual, change }: { visual: MeasuredVisual; change: Change }) {
  const single = visual.kind === 'figure' || visual.kind === 'calendarmap';
  const overTime = isChart(visual) ? visual.across === null : visual.kind !== 'calendarmap';
  return (
    <>
      <MeasureList visual={visual} single={single} onChange={(measures) => change({ measures })} />
      {isChart(visual) && <ChartSettings visual={visual} change={change as (part: Partial<Chart>) => void} />}
      {visual.kind === 'crosstab' && (
        <CrosstabSettings visual={visual} change={change as (part: Partial<Crosstab>) => void} />
      )}
      {overTime && !(visual.kind === 'crosstab' && !visual.periods) && (
        <GrainSettings visual={visual} change={change} />
      )}
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

const wholeNumber = (least: number, most: number) => (text: string) =>
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

function ChartSettings({ visual, change }: { visual: Chart; change: (part: Partial<Chart>) => void }) {
  const { model } = useWorkspace();
  const limited = visual.across !== null || visual.split !== null;
  return (
    <>
      <DimensionSetting
        model={model}
        label="Along"
        value={visual.across}
        none="Time"
        onChange={(across) =>
          change({ across, ...(across && isAttribute(across) ? { order: 'natural' as const } : {}) })
        }
      />
      <DimensionSetting
        model={model}
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
          ]}
          onChange={(order) => change({ order: order === 'natural' ? 'natural' : 'value' })}
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
      <AxisSettings axis={visual.axis} onChange={(axis) => change({ axis })} />
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

/** Dimensions down the side of a crosstab, at most. */
const MOST_ROWS = 3;

function CrosstabSettings({
  visual,
  change,
}: {
  visual: Crosstab;
  change: (part: Partial<Crosstab>) => void;
}) {
  const { model } = useWorkspace();
  const rows = [...visual.rows, ...(visual.rows.length < MOST_ROWS ? [null] : [])];
  return (
    <>
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Down the side
      </Typography>
      {rows.map((dimension, i) => (
        <DimensionSetting
          model={model}
          key={i}
          label={`Level ${i + 1}`}
          value={dimension}
          none="None"
          onChange={(chosen) => {
            const next = [...visual.rows];
            if (chosen) next[i] = chosen;
            else next.splice(i, 1);
            if (next.length > 0) change({ rows: next });
          }}
        />
      ))}
      <SwitchSetting
        label="Periods across"
        checked={visual.periods}
        onChange={(periods) => change({ periods })}
      />
      <SwitchSetting
        label="Subtotals and total"
        checked={visual.subtotals}
        onChange={(subtotals) => change({ subtotals })}
      />
    </>
  );
}
