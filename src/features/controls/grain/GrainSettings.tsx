'use client';
/** The settings of a grain chooser: which grains it offers, and which it begins with. */
import Typography from '@mui/material/Typography';
import { UNITS } from '../../../core/calendar/units';
import type { GrainChooser } from '../../../core/dashboard/document/controls';
import { grainSchema, type Grain } from '../../../core/dashboard/document/kinds/measured';
import { ChoiceSetting, SwitchSetting } from '../../ui/fields';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import type { Change } from '../view';
import { grainWords } from './GrainControl';

const GRAINS: readonly Grain[] = ['auto', ...UNITS];

export function GrainSettings({ control, change }: { control: GrainChooser; change: Change<GrainChooser> }) {
  const { offer } = control;
  return (
    <>
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Offers
      </Typography>
      {GRAINS.map((grain) => (
        <SwitchSetting
          key={grain}
          label={grainWords(grain)}
          checked={offer.includes(grain)}
          onChange={(on) => {
            const next = GRAINS.filter((entry) => (entry === grain ? on : offer.includes(entry)));
            const [first] = next;
            if (!first) return;
            change({ offer: next, default: next.includes(control.default) ? control.default : first });
          }}
        />
      ))}
      <ChoiceSetting
        label="Begins with"
        value={control.default}
        options={offer.map((grain) => ({ value: grain, label: grainWords(grain) }))}
        onChange={(grain) => change({ default: grainSchema.parse(grain) })}
      />
      <HoldSetting control={control} change={change} />
      <RevealSetting control={control} change={change} />
    </>
  );
}
