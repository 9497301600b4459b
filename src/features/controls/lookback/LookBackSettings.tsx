'use client';
/** The settings of a look-back. */
import Typography from '@mui/material/Typography';
import type { LookBack } from '../../../core/dashboard/document/document';
import { LOOK_BACK_UNITS } from '../../../core/dashboard/document/kinds/lookback';
import { SwitchSetting, TextSetting } from '../../ui/fields';
import type { Change } from '../view';

export function LookBackSettings({ control, change }: { control: LookBack; change: Change<LookBack> }) {
  const wrong = (text: string) =>
    /^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= 9999 ? null : 'A whole number from 1 to 9999.';
  const toggle = (unit: LookBack['units'][number]) => {
    const next = LOOK_BACK_UNITS.filter((entry) => control.units.includes(entry) !== (entry === unit));
    if (next.length > 0) change({ units: next });
  };
  return (
    <>
      <TextSetting
        label="At least"
        value={String(control.least)}
        check={wrong}
        onChange={(text) => change({ least: Math.min(Number(text), control.most) })}
      />
      <TextSetting
        label="At most"
        value={String(control.most)}
        check={wrong}
        onChange={(text) => change({ most: Math.max(Number(text), control.least) })}
      />
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Units
      </Typography>
      {LOOK_BACK_UNITS.map((unit) => (
        <SwitchSetting
          key={unit}
          label={unit}
          checked={control.units.includes(unit)}
          onChange={() => toggle(unit)}
        />
      ))}
    </>
  );
}
