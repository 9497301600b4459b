'use client';
/** The settings of a number range: a number of each row, or the totals of a measure. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { NumberRange } from '../../../core/dashboard/document/document';
import { ChoiceSetting } from '../../ui/fields';
import { measureOptions, numberColumnOptions } from '../../ui/options';
import { HoldSetting, RevealSetting } from '../TimeSettings';
import { useWorkspace } from '../../workspace/workspace';

const words = (value: number | null) => (value === null ? 'open' : value.toLocaleString('en'));

export function NumberRangeSettings({
  control,
  change,
}: {
  control: NumberRange;
  change: (part: Partial<NumberRange>) => void;
}) {
  const { model, reader } = useWorkspace();
  const { of } = control;
  const isTotals = 'measure' in of;
  const options = isTotals ? measureOptions(model) : numberColumnOptions(model);
  const set = (text: string, totals: boolean) => {
    const [dataset = '', name = ''] = text.split('/');
    change({
      of: totals ? { dataset, measure: name } : { dataset, column: name },
      default: { low: null, high: null },
    });
    reader.setRange(control.id, null);
  };
  const held = reader.state.ranges?.[control.id];
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
      {held && (
        <Button
          onClick={() => {
            change({ default: held });
            reader.setRange(control.id, null);
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
