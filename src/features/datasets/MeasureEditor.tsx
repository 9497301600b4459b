'use client';
/** The editor of one measure, with a look at what it shows over the last year. Nothing is kept until it is saved. */
import type { DatasetSummary } from '../../contract/datasets';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { UNITS } from '../../core/calendar/units';
import {
  AGGREGATIONS,
  DIRECTIONS,
  MISSING_RULES,
  type Aggregation,
  type Measure,
  type Model,
} from '../../core/model/model';
import { ChoiceSetting, SwitchSetting, TextSetting, type Option } from '../ui/fields';
import { ConditionEditor } from './ConditionEditor';
import { MeasurePreview } from './MeasurePreview';
import { aggregationOf, takesColumn } from '../../core/model/aggregations';
import { DIRECTION_WORDS, MISSING_WORDS } from '../../core/model/measureWords';

const ROWS = '';
const isNumber = (column: DatasetSummary['columns'][number]) =>
  column.type === 'whole' || column.type === 'decimal';

/** The measure under another aggregation, with a column that fits it. */
function withAggregation(
  dataset: DatasetSummary,
  model: Model,
  measure: Measure,
  aggregation: Aggregation,
): Measure {
  const numbers = dataset.columns.filter(isNumber);
  const column = dataset.columns.find((entry) => entry.key === measure.column);
  const { of, addsUpOverDays } = aggregationOf({ aggregation });
  const base = {
    ...measure,
    aggregation,
    spread: measure.spread && addsUpOverDays,
  };
  if (of === 'measures') {
    const options = ratioOptions(model, measure, dataset.key);
    const [over, under] = [options[0], options[1] ?? options[0]];
    const ref = (option: Option | undefined) => {
      const [owner = '', key = ''] = (option?.value ?? '').split('/');
      return { dataset: owner, measure: key };
    };
    return {
      ...base,
      column: null,
      condition: null,
      ratio: measure.ratio ?? { over: ref(over), under: ref(under) },
    };
  }
  const fits = column && takesColumn(of, isNumber(column)) && column;
  const other = of === 'rows' ? null : (numbers[0]?.key ?? dataset.columns[0]!.key);
  return { ...base, ratio: null, column: fits ? fits.key : other };
}

/** Measures that can be a side of a ratio: of every dataset, but no ratios. */
function ratioOptions(model: Model, measure: Measure, own: string): Option[] {
  const ordered = [...model.datasets].sort((a, b) => Number(b.key === own) - Number(a.key === own));
  return ordered.flatMap((dataset) =>
    dataset.measures
      .filter(
        (entry) =>
          aggregationOf(entry).of !== 'measures' && !(dataset.key === own && entry.key === measure.key),
      )
      .map((entry) => ({ value: `${dataset.key}/${entry.key}`, label: `${entry.name} · ${dataset.name}` })),
  );
}

interface PartProps {
  readonly draft: Measure;
  readonly set: (part: Partial<Measure>) => void;
}

/** What it is worked out from. */
function WhatSettings({
  dataset,
  model,
  draft,
  set,
}: PartProps & { readonly dataset: DatasetSummary; readonly model: Model }) {
  const { of } = aggregationOf(draft);
  const columns = dataset.columns.filter((column) => takesColumn(of, isNumber(column)));
  const isRatio = of === 'measures';
  const sides = ratioOptions(model, draft, dataset.key);
  const side = (which: 'over' | 'under', label: string) => (
    <ChoiceSetting
      label={label}
      value={draft.ratio ? `${draft.ratio[which].dataset}/${draft.ratio[which].measure}` : ''}
      options={sides}
      onChange={(text) => {
        const [owner = '', key = ''] = text.split('/');
        if (draft.ratio) set({ ratio: { ...draft.ratio, [which]: { dataset: owner, measure: key } } });
      }}
    />
  );
  return (
    <>
      <ChoiceSetting
        label="Aggregation"
        value={draft.aggregation}
        options={AGGREGATIONS.map((entry) => ({
          value: entry,
          label: aggregationOf({ aggregation: entry }).name,
        }))}
        onChange={(value) => {
          const aggregation = AGGREGATIONS.find((entry) => entry === value)!;
          set(withAggregation(dataset, model, draft, aggregation));
        }}
      />
      {isRatio ? (
        <>
          {side('over', 'Divide')}
          {side('under', 'by')}
        </>
      ) : (
        <ChoiceSetting
          label="Of"
          value={draft.column ?? ROWS}
          options={[
            ...(of === 'rows' ? [{ value: ROWS, label: 'rows' }] : []),
            ...columns.map((column) => ({ value: column.key, label: column.name })),
          ]}
          onChange={(column) => set({ column: column === ROWS ? null : column })}
        />
      )}
      {!isRatio && (
        <ConditionEditor
          dataset={dataset}
          condition={draft.condition}
          onChange={(condition) => set({ condition })}
        />
      )}
    </>
  );
}

/** How its figures are written and read. */
function LookSettings({ draft, set }: PartProps) {
  const isRatio = aggregationOf(draft).of === 'measures';
  return (
    <>
      <div style={{ display: 'flex', gap: 8 }}>
        <TextSetting
          label="Unit"
          value={draft.unit}
          helper={isRatio ? '% shows hundredths' : ''}
          onChange={(unit) => set({ unit: unit.trim().slice(0, 20) })}
        />
        <TextSetting
          label="Decimals"
          value={String(draft.decimals)}
          check={(text) => (/^[0-6]$/.test(text) ? null : '0 to 6')}
          onChange={(text) => set({ decimals: Number(text) })}
        />
      </div>
      <ChoiceSetting
        label="Direction"
        value={draft.direction}
        options={DIRECTIONS.map((entry) => ({ value: entry, label: DIRECTION_WORDS[entry] }))}
        onChange={(value) => set({ direction: DIRECTIONS.find((entry) => entry === value)! })}
      />
    </>
  );
}

/** How it stands to time: by which date, how fine, and from when on it is final. */
function TimeSettings({ dataset, draft, set }: PartProps & { readonly dataset: DatasetSummary }) {
  const { of, addsUpOverDays } = aggregationOf(draft);
  const isRatio = of === 'measures';
  const canSpread = draft.grain !== 'day' && addsUpOverDays;
  return (
    <>
      <ChoiceSetting
        label="Date role"
        value={draft.role}
        options={dataset.roles.map((role) => ({ value: role.key, label: role.name }))}
        {...(isRatio ? { helper: 'Each side of a ratio goes by its own role.' } : {})}
        onChange={(role) => set({ role })}
      />
      {!isRatio && (
        <ChoiceSetting
          label="One row stands for a"
          value={draft.grain}
          options={UNITS.map((unit) => ({ value: unit, label: unit }))}
          onChange={(value) => {
            const grain = UNITS.find((unit) => unit === value)!;
            set({ grain, spread: grain !== 'day' && draft.spread });
          }}
        />
      )}
      {canSpread && (
        <SwitchSetting
          label={`Spread evenly over the days of the ${draft.grain}`}
          checked={draft.spread}
          onChange={(spread) => set({ spread })}
        />
      )}
      <ChoiceSetting
        label="Buckets without data read as"
        value={draft.missing}
        options={MISSING_RULES.map((entry) => ({ value: entry, label: MISSING_WORDS[entry] }))}
        onChange={(value) => set({ missing: MISSING_RULES.find((entry) => entry === value)! })}
      />
      <TextSetting
        label="Final after days"
        value={String(draft.settles)}
        helper="0: at once. Later days are drawn as provisional."
        check={(text) => (/^\d{1,3}$/.test(text) && Number(text) <= 400 ? null : '0 to 400')}
        onChange={(text) => set({ settles: Number(text) })}
      />
    </>
  );
}

export function MeasureEditor({
  dataset,
  model,
  measure,
  onSave,
  onClose,
}: {
  dataset: DatasetSummary;
  model: Model;
  measure: Measure;
  onSave: (measure: Measure) => void;
  onClose: () => void;
}) {
  const [draft, setDraft] = useState(measure);
  const set = (part: Partial<Measure>) => setDraft((old) => ({ ...old, ...part }));
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle variant="h2">Measure of {dataset.name}</DialogTitle>
      <DialogContent sx={{ display: 'flex', gap: 3, pb: 1 }}>
        <div style={{ flex: '0 0 340px', minWidth: 0 }}>
          <TextSetting
            label="Name"
            value={draft.name}
            check={(text) => (text.trim() === '' ? 'A measure needs a name.' : null)}
            onChange={(name) => set({ name: name.trim().slice(0, 100) })}
          />
          <WhatSettings {...{ dataset, model, draft, set }} />
          <LookSettings {...{ draft, set }} />
          <TimeSettings {...{ dataset, draft, set }} />
        </div>
        <div style={{ flex: 1, minWidth: 0 }}>
          <Typography variant="h3" component="h3">
            The last year of its data
          </Typography>
          <MeasurePreview dataset={dataset.key} measure={draft} model={model} />
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave as it was</Button>
        <Button variant="contained" onClick={() => onSave(draft)}>
          Save the measure
        </Button>
      </DialogActions>
    </Dialog>
  );
}
