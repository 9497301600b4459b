'use client';
/** The settings of a number range: a number of each row, or the totals of a measure. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { NumberRange } from '../../../core/dashboard/document/document';
import { boundsWords } from '../../../core/model/bins';
import { ChoiceSetting } from '../../ui/fields';
import { MeasureField } from '../../ui/MeasureField';
import { measureOptions, numberColumnOptions } from '../../ui/options';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';

const COMPARED = [
  { value: 'rows', label: 'a number of each row' },
  { value: 'totals', label: 'totals of categories' },
];
const JOINS = [
  { value: 'all', label: 'A category has to lie in it' },
  { value: 'any', label: 'It is enough to lie in one of those joined so' },
];
const FACES = [
  { value: 'slider', label: 'From one number to another' },
  { value: 'bins', label: 'Bins: 0–99, and 0–9 in it' },
];

const TOTALS_SAY =
  'Visuals that go along a dimension, or are split by one, keep the categories whose total lies in the range.';
const ROWS_SAY = 'Rows without a number are left out while an end is set.';

function initialWords(bounds: NumberRange['default']): string {
  const words = boundsWords(bounds);
  return words === null ? 'every number' : `numbers ${words}`;
}

export function NumberRangeSettings({
  control,
  change,
}: {
  control: NumberRange;
  change: (part: Partial<NumberRange>) => void;
}) {
  const { model, held: store } = useWorkspace();
  const { of } = control;
  const isTotals = 'measure' in of;
  const set = (text: string, totals: boolean) => {
    const [dataset = '', name = ''] = text.split('/');
    change({
      of: totals ? { dataset, measure: name } : { dataset, column: name },
      default: { low: null, high: null },
    });
    store.restore(control.id);
  };
  const { value: held } = useControlHeld(control);
  const differs = JSON.stringify(held) !== JSON.stringify(control.default);
  return (
    <>
      <ChoiceSetting
        label="Compares"
        value={isTotals ? 'totals' : 'rows'}
        options={COMPARED}
        onChange={(kind) => {
          const [first] = kind === 'totals' ? measureOptions(model) : numberColumnOptions(model);
          if (first && (kind === 'totals') !== isTotals) set(first.value, kind === 'totals');
        }}
      />
      {'measure' in of ? (
        <MeasureField
          label="Measure"
          value={`${of.dataset}/${of.measure}`}
          options={measureOptions(model)}
          onChange={(text) => set(text, true)}
        />
      ) : (
        <ChoiceSetting
          label="Number"
          value={`${of.dataset}/${of.column}`}
          options={numberColumnOptions(model)}
          onChange={(text) => set(text, false)}
        />
      )}
      {isTotals ? (
        <ChoiceSetting
          label="With other ranges on totals"
          value={control.join}
          options={JOINS}
          onChange={(join) => change({ join: join === 'any' ? 'any' : 'all' })}
        />
      ) : (
        <ChoiceSetting
          label="Shown as"
          value={control.face}
          options={FACES}
          onChange={(face) => change({ face: face === 'bins' ? 'bins' : 'slider' })}
        />
      )}
      <Typography variant="body2" color="textSecondary">
        {isTotals ? TOTALS_SAY : ROWS_SAY} Readers begin with {initialWords(control.default)}.
      </Typography>
      {differs && (
        <Button
          onClick={() => {
            change({ default: held });
            store.restore(control.id);
          }}
        >
          Begin with what is set now
        </Button>
      )}
      <HoldSetting control={control} change={change} />
      <RevealSetting control={control} change={change} />
    </>
  );
}
