'use client';
/** The measures of a dataset, each in words; the editor opens beside a look at the figures. */
import type { DatasetEdit, DatasetSummary } from '../../contract/datasets';
import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { measureSchema, type Measure } from '../../core/model/model';
import { unseenStyle } from '../../theme/roles';
import { MODEL_QUERY } from '../ui/modelQuery';
import { MeasureEditor } from './MeasureEditor';
import { definitionWords, DIRECTION_WORDS } from '../../core/model/measureWords';
import { RemoveButton } from '../ui/RemoveButton';
import { Section } from '../ui/Section';
import { ScrollingTable } from '../ui/ScrollingTable';

/** The measures with one that was removed, in the place that it had. */
function withAgain(now: readonly Measure[], measure: Measure, before: readonly Measure[]): Measure[] {
  const others = now.filter((entry) => entry.key !== measure.key);
  return others.toSpliced(before.indexOf(measure), 0, measure);
}

/** A measure with a key and name that are not taken: a copy of another, or the sum of the first column of numbers. */
function freshMeasure({ columns, measures, roles }: DatasetSummary, from?: Measure): Measure {
  const taken = new Set(measures.map((measure) => measure.key));
  const names = new Set(measures.map((measure) => measure.name));
  const nameOf = (n: number) => {
    if (!from) return `Measure ${n}`;
    return n === 1 ? `${from.name}, copy` : `${from.name}, copy ${n}`;
  };
  const free = (isTaken: (n: number) => boolean) => {
    let n = 1;
    while (isTaken(n)) n++;
    return n;
  };
  const base = {
    key: `measure_${free((n) => taken.has(`measure_${n}`))}`,
    name: nameOf(free((n) => names.has(nameOf(n)))),
  };
  if (from) return { ...from, ...base };
  const number = columns.find((column) => column.type === 'whole' || column.type === 'decimal');
  return measureSchema.parse({
    ...base,
    aggregation: number ? 'sum' : 'count',
    column: number?.key ?? null,
    unit: '',
    decimals: Math.min(number?.scale ?? 0, 2),
    role: roles[0]!.key,
  });
}

export function MeasuresSection({
  dataset,
  onChange,
}: {
  dataset: DatasetSummary;
  onChange: (edit: DatasetEdit) => void;
}) {
  const { measures, roles } = dataset;
  const model = useQuery(MODEL_QUERY).data;
  const [edited, setEdited] = useState<Measure | null>(null);
  // An undo comes later, upon what there is then.
  const latest = useRef(measures);
  useEffect(() => {
    latest.current = measures;
  }, [measures]);
  const save = (measure: Measure) => {
    const known = measures.some((entry) => entry.key === measure.key);
    const next = known
      ? measures.map((entry) => (entry.key === measure.key ? measure : entry))
      : [...measures, measure];
    onChange({ measures: next });
    setEdited(null);
  };
  return (
    <Section
      title="Measures"
      aside={
        <Button
          variant="contained"
          onClick={() => setEdited(freshMeasure(dataset))}
          disabled={roles.length === 0}
        >
          Add a measure
        </Button>
      }
    >
      {roles.length === 0 && (
        <Typography>Measures go by a date role. Mark a date column above first.</Typography>
      )}
      <ScrollingTable name="Measures">
        <TableHead>
          <TableRow>
            <TableCell>Measure</TableCell>
            <TableCell>What it works out</TableCell>
            <TableCell>Unit</TableCell>
            <TableCell>Date role</TableCell>
            <TableCell>Direction</TableCell>
            <TableCell>
              <span style={unseenStyle}>What can be done</span>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {measures.map((measure) => (
            <MeasureRow
              key={measure.key}
              measure={measure}
              dataset={dataset}
              words={model ? definitionWords(model, dataset, measure) : ''}
              onEdit={setEdited}
              onRemove={() => onChange({ measures: measures.filter((entry) => entry.key !== measure.key) })}
              onUndo={() => onChange({ measures: withAgain(latest.current, measure, measures) })}
            />
          ))}
        </TableBody>
      </ScrollingTable>
      {edited && model && (
        <MeasureEditor
          dataset={dataset}
          model={model}
          measure={edited}
          onSave={save}
          onClose={() => setEdited(null)}
        />
      )}
    </Section>
  );
}

function MeasureRow({
  measure,
  dataset,
  words,
  onEdit,
  onRemove,
  onUndo,
}: {
  measure: Measure;
  dataset: DatasetSummary;
  /** What it works out. */
  words: string;
  onEdit: (measure: Measure) => void;
  onRemove: () => void;
  onUndo: () => void;
}) {
  const { name, direction } = measure;
  return (
    <TableRow>
      <TableCell sx={{ fontWeight: 650 }}>{name}</TableCell>
      <TableCell>{words}</TableCell>
      <TableCell>{measure.unit}</TableCell>
      <TableCell>{dataset.roles.find((role) => role.key === measure.role)?.name ?? measure.role}</TableCell>
      <TableCell>{direction === 'neither' ? '' : DIRECTION_WORDS[direction]}</TableCell>
      <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
        <Button aria-label={`Edit ${name}`} onClick={() => onEdit(measure)}>
          Edit
        </Button>
        <Button aria-label={`Copy ${name}`} onClick={() => onEdit(freshMeasure(dataset, measure))}>
          Copy
        </Button>
        <RemoveButton
          name={name}
          label="Remove"
          done="is removed"
          uses={{ dataset: dataset.key, measure: measure.key }}
          onRemove={onRemove}
          onUndo={onUndo}
        />
      </TableCell>
    </TableRow>
  );
}
