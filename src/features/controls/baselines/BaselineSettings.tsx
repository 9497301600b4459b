'use client';
/** The settings of a baseline chooser: which of the dashboard's baselines it offers, and how. */
import Typography from '@mui/material/Typography';
import type { BaselineChooser } from '../../../core/dashboard/document/controls';
import { baselineName } from '../../../core/dashboard/document/kinds/compare';
import { SwitchSetting } from '../../ui/fields';
import { BaselineList } from '../../ui/BaselineList';
import { useBaselines } from '../../workspace/useBaselines';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import type { Change } from '../view';

export function BaselineSettings({
  control,
  change,
}: {
  control: BaselineChooser;
  change: Change<BaselineChooser>;
}) {
  const known = useBaselines();
  const { baselines } = known;
  const inOrder = (wanted: (id: string) => boolean) =>
    baselines.map((entry) => entry.id).filter((id) => wanted(id));
  return (
    <>
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Offers
      </Typography>
      {baselines.map((entry) => (
        <SwitchSetting
          key={entry.id}
          label={baselineName(entry)}
          checked={control.offer.includes(entry.id)}
          onChange={(on) => {
            const offer = inOrder((id) => (id === entry.id ? on : control.offer.includes(id)));
            change({ offer, default: control.default.filter((id) => offer.includes(id)) });
          }}
        />
      ))}
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Begins with
      </Typography>
      {baselines
        .filter((entry) => control.offer.includes(entry.id))
        .map((entry) => (
          <SwitchSetting
            key={entry.id}
            label={`Begins with ${baselineName(entry)}`}
            checked={control.default.includes(entry.id)}
            onChange={(on) =>
              change({
                default: control.several
                  ? inOrder((id) => (id === entry.id ? on : control.default.includes(id)))
                  : on
                    ? [entry.id]
                    : [],
              })
            }
          />
        ))}
      <SwitchSetting
        label="Several can be chosen"
        checked={control.several}
        onChange={(several) =>
          change({ several, default: several ? control.default : control.default.slice(0, 1) })
        }
      />
      <SwitchSetting
        label="Readers can type one of their own"
        checked={control.open}
        onChange={(open) => change({ open })}
      />
      <HoldSetting control={control} change={change} />
      <RevealSetting control={control} change={change} />
      <BaselineList {...known} />
    </>
  );
}
