'use client';
/** The row condition of a measure: one column, one operator, values. */
import { columnValuesSchema } from '../../contract/datasets';
import type { DatasetSummary } from '../../contract/datasets';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import {
  ROW_OPERATORS,
  valuesWanted,
  type RowCondition,
  type RowOperator,
} from '../../core/cube/rowCondition';
import { ChoiceSetting, TextSetting } from '../ui/fields';
import { requestAs } from '../ui/request';

const NONE = '';
const TEXT_OPERATORS: readonly RowOperator[] = [
  'is one of',
  'is none of',
  'contains',
  'is blank',
  'is not blank',
];

type Column = DatasetSummary['columns'][number];

const operatorsFor = (column: Column | undefined) =>
  column?.type === 'text' ? TEXT_OPERATORS : ROW_OPERATORS.filter((operator) => operator !== 'contains');

/** A value that the column can hold, to begin with. */
const startingValue = (column: Column | undefined) =>
  column?.type === 'whole' || column?.type === 'decimal' ? '0' : column?.type === 'text' ? '' : '2026-01-01';

function withOperator(
  column: Column | undefined,
  operator: RowOperator,
  values: readonly string[],
): RowCondition['values'] {
  const wanted = valuesWanted(operator);
  if (wanted === 'some') return [...values];
  return Array.from({ length: wanted }, (_, i) => values[i] ?? startingValue(column));
}

export function ConditionEditor({
  dataset,
  condition,
  onChange,
}: {
  dataset: DatasetSummary;
  condition: RowCondition | null;
  onChange: (condition: RowCondition | null) => void;
}) {
  const column = dataset.columns.find((entry) => entry.key === condition?.column);
  const choose = (key: string) => {
    if (key === NONE) {
      onChange(null);
      return;
    }
    const next = dataset.columns.find((entry) => entry.key === key);
    const operator = next?.type === 'text' ? 'is one of' : 'at least';
    onChange({ column: key, operator, values: withOperator(next, operator, []) });
  };
  return (
    <>
      <ChoiceSetting
        label="Only rows where"
        value={condition?.column ?? NONE}
        options={[
          { value: NONE, label: 'Every row counts' },
          ...dataset.columns.map((entry) => ({ value: entry.key, label: entry.name })),
        ]}
        onChange={choose}
      />
      {condition && (
        <>
          <ChoiceSetting
            label="Operator"
            value={condition.operator}
            options={operatorsFor(column).map((operator) => ({ value: operator, label: operator }))}
            onChange={(value) => {
              const operator = ROW_OPERATORS.find((entry) => entry === value)!;
              onChange({ ...condition, operator, values: withOperator(column, operator, condition.values) });
            }}
          />
          <ConditionValues dataset={dataset.key} column={column} condition={condition} onChange={onChange} />
        </>
      )}
    </>
  );
}

function ConditionValues({
  dataset,
  column,
  condition,
  onChange,
}: {
  dataset: string;
  column: Column | undefined;
  condition: RowCondition;
  onChange: (condition: RowCondition) => void;
}) {
  const isList = valuesWanted(condition.operator) === 'some';
  const known = useQuery({
    queryKey: ['values', dataset, condition.column],
    queryFn: () =>
      requestAs(
        columnValuesSchema,
        `/api/datasets/${dataset}/values?column=${encodeURIComponent(condition.column)}`,
      ),
    enabled: isList && column?.category === true,
  });
  if (isList) {
    return (
      <Autocomplete
        multiple
        freeSolo
        size="small"
        options={known.data ?? []}
        value={condition.values}
        onChange={(_, values) =>
          onChange({
            ...condition,
            values: values.map((value) => value.trim()).filter((value) => value !== ''),
          })
        }
        renderInput={(params) => (
          <TextField
            {...params}
            margin="dense"
            label="Values"
            error={condition.values.length === 0}
            helperText={condition.values.length === 0 ? 'At least one value.' : ''}
          />
        )}
      />
    );
  }
  const check = (text: string) => {
    if (column?.type === 'whole' || column?.type === 'decimal')
      return /^-?\d{1,15}(\.\d{1,12})?$/.test(text.trim()) ? null : 'A number.';
    if (column?.type === 'day' || column?.type === 'timestamp')
      return /^\d{4}-\d{2}-\d{2}$/.test(text.trim()) ? null : 'A day such as 2026-03-01.';
    return text === '' ? 'Some text.' : null;
  };
  return (
    <div style={{ display: 'flex', gap: 8 }}>
      {condition.values.map((value, i) => (
        <TextSetting
          key={i}
          label={condition.values.length > 1 ? (i === 0 ? 'from' : 'to') : 'Value'}
          value={value}
          check={check}
          onChange={(text) =>
            onChange({
              ...condition,
              values: condition.values.map((old, j) => (j === i ? text.trim() : old)),
            })
          }
        />
      ))}
    </div>
  );
}
