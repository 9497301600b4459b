'use client';
/** The settings of a measure chooser: what it offers, and what it begins with. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { MeasureChooser } from '../../../core/dashboard/document/controls';
import type { MeasureRef } from '../../../core/model/model';
import { ChoiceSetting, SwitchSetting } from '../../ui/fields';
import { MeasureField } from '../../ui/MeasureField';
import { measureOptions } from '../../ui/options';
import { useWorkspace } from '../../workspace/workspace';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import type { Change } from '../view';
import { measureLabel } from './MeasureChooserControl';

const textOf = (ref: MeasureRef) => `${ref.dataset}/${ref.measure}`;
function refOf(text: string): MeasureRef {
  const [dataset = '', measure = ''] = text.split('/');
  return { dataset, measure };
}

export function MeasureChooserSettings({
  control,
  change,
}: {
  control: MeasureChooser;
  change: Change<MeasureChooser>;
}) {
  const { model } = useWorkspace();
  const options = measureOptions(model);
  const { offer } = control;
  const unused = options.find((option) => !offer.some((ref) => textOf(ref) === option.value));
  const without = (place: number) => {
    const kept = control.default
      .filter((entry) => entry !== place)
      .map((entry) => (entry > place ? entry - 1 : entry));
    change({ offer: offer.filter((_, i) => i !== place), default: kept.length > 0 ? kept : [0] });
  };
  return (
    <>
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Offers
      </Typography>
      {offer.map((ref, place) => (
        <div key={place} style={{ display: 'flex', alignItems: 'center', gap: 4 }}>
          <div style={{ flex: 1, minWidth: 0 }}>
            <MeasureField
              label={`Measure ${place + 1}`}
              value={textOf(ref)}
              options={options}
              onChange={(text) =>
                change({ offer: offer.map((entry, i) => (i === place ? refOf(text) : entry)) })
              }
            />
          </div>
          <Button
            disabled={offer.length === 1}
            aria-label={`Leave out measure ${place + 1}`}
            onClick={() => without(place)}
            sx={{ minWidth: 0 }}
          >
            ×
          </Button>
        </div>
      ))}
      <Button disabled={!unused} onClick={() => unused && change({ offer: [...offer, refOf(unused.value)] })}>
        Add a measure
      </Button>
      <ChoiceSetting
        label="Begins with"
        value={String(control.default[0] ?? 0)}
        options={offer.map((ref, place) => ({
          value: String(place),
          label: measureLabel(model, ref, offer),
        }))}
        onChange={(place) => change({ default: [Number(place)] })}
      />
      <SwitchSetting
        label="Several can be chosen"
        checked={control.several}
        onChange={(several) =>
          change({ several, default: several ? control.default : control.default.slice(0, 1) })
        }
      />
      <HoldSetting control={control} change={change} />
      <RevealSetting control={control} change={change} />
    </>
  );
}
