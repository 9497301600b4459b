'use client';
/** The settings of an as-of day: the date roles whose later rows are left out while a day is chosen. */
import Typography from '@mui/material/Typography';
import type { ControlOf } from '../../../core/dashboard/document/controls';
import { SwitchSetting } from '../../ui/fields';
import { useDesign } from '../../workspace/workspace';
import { RevealSetting } from '../RevealSetting';
import type { Change } from '../view';

type AsOf = ControlOf<'asof'>;

export function AsOfSettings({ control, change }: { control: AsOf; change: Change<AsOf> }) {
  const { document, model, uses } = useDesign();
  const shown = new Set(document.visuals.flatMap((visual) => uses(visual).map((use) => use.dataset)));
  const roles = model.datasets
    .filter((dataset) => shown.has(dataset.key))
    .flatMap((dataset) => dataset.roles.map((role) => ({ dataset, role })));
  const isLeftOut = (dataset: string, role: string) =>
    control.later.some((entry) => entry.dataset === dataset && entry.role === role);
  const others = (dataset: string, role: string) =>
    control.later.filter((entry) => entry.dataset !== dataset || entry.role !== role);
  return (
    <>
      {roles.length > 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          Rows that were not there yet on the chosen day are left out, by:
        </Typography>
      )}
      {roles.map(({ dataset, role }) => (
        <SwitchSetting
          key={`${dataset.key} ${role.key}`}
          label={`${dataset.name}, ${role.name}`}
          checked={isLeftOut(dataset.key, role.key)}
          onChange={(on) => {
            const kept = others(dataset.key, role.key);
            change({ later: on ? [...kept, { dataset: dataset.key, role: role.key }] : kept });
          }}
        />
      ))}
      <RevealSetting control={control} change={change} />
    </>
  );
}
