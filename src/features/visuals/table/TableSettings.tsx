'use client';
/** The settings of a table of rows. */
import Typography from '@mui/material/Typography';
import { datasetOf, type Model } from '../../../core/model/model';
import type { TableOfRows } from '../../../core/dashboard/document/visuals';
import { ChoiceSetting, SwitchSetting, type Option } from '../../ui/fields';
import { useWorkspace } from '../../workspace/workspace';
import type { VisualSettingsProps } from '../view';

const datasetOptions = (model: Model): Option[] =>
  model.datasets.map((dataset) => ({ value: dataset.key, label: dataset.name }));

export function TableSettings({ visual, change }: VisualSettingsProps<TableOfRows>) {
  const { model } = useWorkspace();
  const dataset = datasetOf(model, visual.dataset);
  const toggle = (key: string) => {
    const columns = (dataset?.columns ?? [])
      .map((column) => column.key)
      .filter((entry) => visual.columns.includes(entry) !== (entry === key));
    if (columns.length > 0) change({ columns });
  };
  return (
    <>
      <ChoiceSetting
        label="Dataset"
        value={visual.dataset}
        options={datasetOptions(model)}
        onChange={(key) => {
          const next = datasetOf(model, key);
          if (next?.roles[0])
            change({
              dataset: key,
              role: next.roles[0].key,
              columns: next.columns.slice(0, 8).map((column) => column.key),
            });
        }}
      />
      <ChoiceSetting
        label="Days counted by"
        value={visual.role}
        options={(dataset?.roles ?? []).map((role) => ({ value: role.key, label: role.name }))}
        onChange={(role) => change({ role })}
      />
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Columns
      </Typography>
      {(dataset?.columns ?? []).map((column) => (
        <SwitchSetting
          key={column.key}
          label={column.name}
          checked={visual.columns.includes(column.key)}
          onChange={() => toggle(column.key)}
        />
      ))}
    </>
  );
}
