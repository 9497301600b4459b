'use client';
/** The settings of the chosen item. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  grainSchema,
  isControl,
  isTimeControl,
  type Control,
  type Slicer,
  type Visual,
} from '../../core/dashboard/document';
import { datasetOf, type Model } from '../../core/dashboard/model';
import { titleOf } from '../../core/dashboard/title';
import { wiresForNewItem } from '../../core/dashboard/wiring';
import { UNITS } from '../../core/calendar/units';
import { withItem } from './documentStore';
import { ChoiceSetting, SwitchSetting, TextSetting, type Option } from './fields';
import { measureOptions } from './options';
import { PARTS } from './parts';
import { ControlSettings } from './ControlSettings';
import { HoldSetting, RevealSetting, TimeSettings } from './TimeSettings';
import { useControlAnswer, useWorkspace } from './workspace';

type Change<T> = (change: Partial<T>) => void;

export function SettingsPanel({ item, onRemove }: { item: Visual | Control; onRemove: () => void }) {
  const { store, model } = useWorkspace();
  const change = (part: Partial<Visual | Control>) => {
    store.getState().change((old) => {
      const next = { ...item, ...part } as Visual | Control;
      const changed = withItem(old, next);
      const moved = datasetKeyOf(item) !== datasetKeyOf(next);
      if (!moved) return changed;
      const without = changed.wires.filter((wire) => wire.control !== item.id && wire.target !== item.id);
      return { ...changed, wires: wiresForNewItem({ ...changed, wires: without }, model, next) };
    });
  };
  return (
    <>
      <Typography variant="h2" gutterBottom>
        {PARTS.find((part) => part.kind === item.kind)?.name}
      </Typography>
      <TextSetting
        label="Title"
        value={item.title}
        placeholder={titleOf({ ...item, title: '' }, model)}
        onChange={(title) => change({ title: title.slice(0, 200) })}
      />
      {item.kind === 'line' && <LineSettings visual={item} change={change} />}
      {item.kind === 'bar' && <BarSettings visual={item} change={change} />}
      {item.kind === 'table' && <TableSettings visual={item} change={change} />}
      {isControl(item) && isTimeControl(item) && (
        <>
          <ControlSettings control={item} change={change} />
          <TimeSettings control={item} change={change} />
        </>
      )}
      {item.kind === 'asof' && <RevealSetting control={item} change={change} />}
      {item.kind === 'slicer' && <SlicerSettings slicer={item} change={change} />}
      <Button color="error" onClick={onRemove} sx={{ mt: 2 }}>
        Remove from dashboard
      </Button>
    </>
  );
}

function datasetKeyOf(item: Visual | Control): string | undefined {
  if (isControl(item)) return item.kind === 'slicer' ? item.dataset : undefined;
  return 'dataset' in item ? item.dataset : item.measure.dataset;
}

const categoryOptions = (model: Model, dataset: string): Option[] =>
  (datasetOf(model, dataset)?.columns ?? [])
    .filter((column) => column.category)
    .map((column) => ({ value: column.key, label: column.name }));

function MeasureSetting({
  value,
  onChange,
}: {
  value: { dataset: string; measure: string };
  onChange: (value: { dataset: string; measure: string }) => void;
}) {
  const { model } = useWorkspace();
  return (
    <ChoiceSetting
      label="Measure"
      value={`${value.dataset}/${value.measure}`}
      options={measureOptions(model)}
      onChange={(text) => {
        const [dataset = '', measure = ''] = text.split('/');
        onChange({ dataset, measure });
      }}
    />
  );
}

function LineSettings({
  visual,
  change,
}: {
  visual: Extract<Visual, { kind: 'line' }>;
  change: Change<typeof visual>;
}) {
  const grains: Option[] = [
    { value: 'auto', label: 'Follows the window' },
    ...UNITS.map((unit) => ({ value: unit, label: `By ${unit}` })),
  ];
  return (
    <>
      <MeasureSetting value={visual.measure} onChange={(measure) => change({ measure })} />
      <ChoiceSetting
        label="Grain"
        value={visual.grain}
        options={grains}
        onChange={(grain) => change({ grain: grainSchema.parse(grain) })}
      />
    </>
  );
}

function BarSettings({
  visual,
  change,
}: {
  visual: Extract<Visual, { kind: 'bar' }>;
  change: Change<typeof visual>;
}) {
  const { model } = useWorkspace();
  const orders: Option[] = [
    { value: 'value', label: 'Greatest first' },
    { value: 'name', label: 'By name' },
  ];
  const wrongLimit = (text: string) =>
    /^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= 100 ? null : 'A whole number from 1 to 100.';
  return (
    <>
      <MeasureSetting
        value={visual.measure}
        onChange={(measure) => {
          const kept = categoryOptions(model, measure.dataset);
          const category = kept.some((option) => option.value === visual.category)
            ? visual.category
            : (kept[0]?.value ?? visual.category);
          change({ measure, category });
        }}
      />
      <ChoiceSetting
        label="Category"
        value={visual.category}
        options={categoryOptions(model, visual.measure.dataset)}
        onChange={(category) => change({ category })}
      />
      <ChoiceSetting
        label="Order"
        value={visual.order}
        options={orders}
        onChange={(order) => change({ order: order === 'name' ? 'name' : 'value' })}
      />
      <TextSetting
        label="At most this many bars"
        value={String(visual.limit)}
        check={wrongLimit}
        onChange={(text) => change({ limit: Number(text) })}
      />
    </>
  );
}

const datasetOptions = (model: Model): Option[] =>
  model.datasets.map((dataset) => ({ value: dataset.key, label: dataset.name }));

function TableSettings({
  visual,
  change,
}: {
  visual: Extract<Visual, { kind: 'table' }>;
  change: Change<typeof visual>;
}) {
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

function SlicerSettings({ slicer, change }: { slicer: Slicer; change: Change<Slicer> }) {
  const { model, reader } = useWorkspace();
  const answer = useControlAnswer(slicer.id);
  const chosen = answer?.kind === 'slicer' ? answer.choice : [];
  const differs = JSON.stringify(chosen) !== JSON.stringify(slicer.default);
  const withCategories = model.datasets.filter((dataset) =>
    dataset.columns.some((column) => column.category),
  );
  return (
    <>
      <ChoiceSetting
        label="Dataset"
        value={slicer.dataset}
        options={withCategories.map((dataset) => ({ value: dataset.key, label: dataset.name }))}
        onChange={(key) =>
          change({
            dataset: key,
            column: categoryOptions(model, key)[0]?.value ?? slicer.column,
            default: [],
          })
        }
      />
      <ChoiceSetting
        label="Category"
        value={slicer.column}
        options={categoryOptions(model, slicer.dataset)}
        onChange={(column) => {
          change({ column, default: [] });
          reader.setChoice(slicer.id, null);
        }}
      />
      <SwitchSetting
        label="Several values can be chosen"
        checked={slicer.several}
        onChange={(several) =>
          change({ several, default: several ? slicer.default : slicer.default.slice(0, 1) })
        }
      />
      <SwitchSetting
        label="Hide values without data"
        checked={slicer.unavailable === 'hidden'}
        onChange={(hidden) => change({ unavailable: hidden ? 'hidden' : 'struck' })}
      />
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Readers begin with{' '}
        {slicer.default.length === 0
          ? 'every value'
          : slicer.default.map((value) => value ?? '(blank)').join(', ')}
        .
      </Typography>
      {differs && (
        <Button
          onClick={() => {
            change({ default: [...chosen] });
            reader.setChoice(slicer.id, null);
          }}
        >
          Begin with what is chosen now
        </Button>
      )}
      <HoldSetting control={slicer} change={change} />
      <RevealSetting control={slicer} change={change} />
    </>
  );
}
