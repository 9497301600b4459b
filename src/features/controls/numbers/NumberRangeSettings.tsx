'use client';
/** The settings of a number range: a number of each row, or the totals of a measure. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { NumberRange } from '../../../core/dashboard/document/document';
import { ChoiceSetting } from '../../ui/fields';
import { measureOptions, numberColumnOptions } from '../../ui/options';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';

const words = (value: number | null) => (value === null ? 'open' : value.toLocaleString('en'));

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
  const options = isTotals ? measureOptions(model) : numberColumnOptions(model);
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
        options={[
          { value: 'rows', label: 'a number of each row' },
          { value: 'totals', label: 'totals of categories' },
        ]}
        onChange={(kind) => {
          const [first] = kind === 'totals' ? measureOptions(model) : numberColumnOptions(model);
          if (first && (kind === 'totals') !== isTotals) set(first.value, kind === 'totals');
        }}
      />
      <ChoiceSetting
        label={isTotals ? 'Measure' : 'Number'}
        value={`${of.dataset}/${'measure' in of ? of.measure : of.column}`}
        options={options}
        onChange={(text) => set(text, isTotals)}
      />
      <Typography variant="body2" color="textSecondary">
        {isTotals
          ? 'Visuals that go along a dimension, or are split by one, keep the categories whose total lies in the range.'
          : 'Rows without a number are left out while an end is set.'}{' '}
        Readers begin with {words(control.default.low)} to {words(control.default.high)}.
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
