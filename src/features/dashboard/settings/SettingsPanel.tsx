'use client';
/** The settings of the chosen item. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  isControl,
  isTimeControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../../../core/dashboard/document/document';
import type { Model } from '../../../core/model/model';
import { isPickSource } from '../../../core/dashboard/reader/pick';
import { titleOf } from '../../../core/dashboard/document/title';
import { datasetUses } from '../../../core/dashboard/wiring/uses';
import { wiresForChangedItem, wiresForNewItem } from '../../../core/dashboard/wiring/wiring';
import { ConditionSettings } from '../../controls/condition/ConditionSettings';
import { ControlSettings } from '../../controls/ControlSettings';
import { withItem } from '../../workspace/documentStore';
import { TextSetting } from '../../ui/fields';
import { NumberRangeSettings } from '../../controls/numbers/NumberRangeSettings';
import { OwnPeriodSetting } from '../../visuals/OwnPeriodSetting';
import { PARTS } from '../../../core/dashboard/wiring/parts';
import { SlicerSettings } from '../../controls/slicer/SlicerSettings';
import { TableSettings } from '../../visuals/table/TableSettings';
import { RevealSetting, TimeSettings } from '../../controls/TimeSettings';
import { VisualSettings } from '../../visuals/VisualSettings';
import { ZoneSetting } from './ZoneSetting';
import { useWorkspace } from '../../workspace/workspace';

/** Wires of a visual on which readers can, or no longer can, choose marks: laid as those of a new control, or gone. */
function withPickWires(
  before: DashboardDocument,
  after: DashboardDocument,
  model: Model,
  item: Visual | Control,
): DashboardDocument {
  const old = itemOf(before, item.id);
  if (!old || isPickSource(old) === isPickSource(item)) return after;
  const others = after.wires.filter((wire) => wire.control !== item.id);
  if (!isPickSource(item)) return { ...after, wires: others };
  const laid = wiresForNewItem({ ...after, wires: [] }, model, item).filter(
    (wire) => wire.control === item.id,
  );
  return { ...after, wires: [...others, ...laid] };
}

export function SettingsPanel({ item, onRemove }: { item: Visual | Control; onRemove: () => void }) {
  const { store, model } = useWorkspace();
  const change = (part: Partial<Visual | Control>) => {
    store.getState().change((old) => {
      const next = { ...item, ...part } as Visual | Control;
      const changed = withPickWires(old, withItem(old, next), model, next);
      const datasetsOf = (entry: Visual | Control) =>
        datasetUses({ ...changed, wires: [] }, model, entry)
          .map((use) => use.dataset)
          .join();
      if (datasetsOf(item) === datasetsOf(next)) return changed;
      return { ...changed, wires: wiresForChangedItem(changed, model, item, next) };
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
        {...(isControl(item) ? {} : { helper: '{window}, {latest} and {loaded} are filled in' })}
        onChange={(title) => change({ title: title.slice(0, 200) })}
      />
      {!isControl(item) && (
        <TextSetting
          label="Subtitle"
          value={item.subtitle}
          placeholder="window, days with data, grain"
          onChange={(subtitle) => change({ subtitle: subtitle.slice(0, 300) })}
        />
      )}
      {!isControl(item) && <OwnPeriodSetting visual={item} change={change} />}
      {item.kind === 'table' && <TableSettings visual={item} change={change} />}
      {!isControl(item) && item.kind !== 'table' && <VisualSettings visual={item} change={change} />}
      {isControl(item) && isTimeControl(item) && (
        <>
          <ControlSettings control={item} change={change} />
          <TimeSettings control={item} change={change} />
        </>
      )}
      {item.kind === 'asof' && <RevealSetting control={item} change={change} />}
      {item.kind === 'condition' && <ConditionSettings control={item} change={change} />}
      {item.kind === 'numbers' && <NumberRangeSettings control={item} change={change} />}
      {item.kind === 'slicer' && <SlicerSettings slicer={item} change={change} />}
      <ZoneSetting items={[item.id]} />
      <Button color="error" onClick={onRemove} sx={{ mt: 2 }}>
        Remove from dashboard
      </Button>
    </>
  );
}
