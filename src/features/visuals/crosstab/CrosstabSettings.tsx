'use client';
/** The settings of a crosstab: its rows, its periods, its subtotals. */
import Typography from '@mui/material/Typography';
import type { Crosstab } from '../../../core/dashboard/document/visuals';
import { canGoAlong } from '../../../core/dashboard/document/refit';
import type { Dimension } from '../../../core/model/dimension';
import { DimensionSetting } from '../../ui/DimensionSetting';
import { SwitchSetting } from '../../ui/fields';
import { useWorkspace } from '../../workspace/workspace';
import { PeriodColumnSettings } from './PeriodColumnSettings';
import { MeasuredSettings } from '../MeasuredSettings';
import type { VisualSettingsProps } from '../view';

export function CrosstabSettings({ visual, change }: VisualSettingsProps<Crosstab>) {
  return (
    <MeasuredSettings visual={visual} change={change} hasGrain={visual.columns?.kind === 'grain'}>
      <RowSettings visual={visual} change={change} />
    </MeasuredSettings>
  );
}

/** Dimensions down the side of a crosstab, at most. */
const MOST_ROWS = 3;

function RowSettings({ visual, change }: VisualSettingsProps<Crosstab>) {
  const { model } = useWorkspace();
  const fits = (dimension: Dimension) => canGoAlong(model, visual.measures, dimension);
  const rows = [...visual.rows, ...(visual.rows.length < MOST_ROWS ? [null] : [])];
  return (
    <>
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Down the side
      </Typography>
      {rows.map((dimension, i) => (
        <DimensionSetting
          model={model}
          fits={fits}
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
      <PeriodColumnSettings visual={visual} change={change} />
      <SwitchSetting
        label="Subtotals and total"
        checked={visual.subtotals}
        onChange={(subtotals) => change({ subtotals })}
      />
    </>
  );
}
