/** One row of a crosstab. */
import type { CSSProperties } from 'react';
import type { CrosstabRow } from '../../../core/dashboard/turn/answer';
import { arrowOf } from '../../../core/dashboard/turn/comparing/words';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { role } from '../../../theme/roles';
import { PALE } from '../ChoiceBands';
import { ChangeCell, ComparedCells } from './ComparedCells';
import { comparedText } from './comparedColumns';
import type { CrosstabGround } from './crosstabGround';
import { cell, RowName, weightOf } from './crosstabParts';

/** A value in a cell: nothing for a gap, a dash where the measure says so. */
const cellWords = (measure: Measure, value: number | null) =>
  value === null ? (measure.missing === 'gap' ? '' : '–') : valueWords({ ...measure, unit: '' }, value);

const PROVISIONAL: CSSProperties = {
  color: role.quiet,
  borderBottom: `1px dotted ${role.quiet}`,
  fontStyle: 'italic',
};

interface CellsProps {
  readonly ground: CrosstabGround;
  readonly entry: CrosstabRow;
  /** Whether the value of a measure is pale, in a bucket or (null) in the window. */
  readonly isPale: (measure: number, bucket: number | null) => boolean;
}

/** A measure's value in a bucket or (null) in the window, with what is compared beside it. */
function ValueCell({
  ground: { answer, measures, compared, choice, dimensions, onRows, onChange },
  entry,
  isPale,
  measure: m,
  bucket,
}: CellsProps & { readonly measure: number; readonly bucket: number | null }) {
  const measure = measures[m]!;
  const { values, whole } = entry.cells[m]!;
  const pale = isPale(m, bucket);
  const from = answer.provisionalFrom[m] ?? null;
  const weight = weightOf(entry, dimensions.length);
  const canChoose = choice !== undefined && bucket !== null && Boolean(answer.buckets);
  return (
    <>
      <td
        onClick={
          canChoose
            ? (event) => choice.chooseCell(entry.key, bucket, event.ctrlKey || event.metaKey)
            : undefined
        }
        data-pale={pale || undefined}
        title="Right-click: the rows behind it"
        onContextMenu={(event) => {
          event.preventDefault();
          onRows(bucket, m, entry.key);
        }}
        style={{
          ...cell,
          opacity: pale ? PALE : undefined,
          cursor: canChoose ? 'pointer' : undefined,
          fontWeight: bucket === null ? Math.max(550, weight) : weight,
          ...(bucket !== null && from !== null && bucket >= from ? PROVISIONAL : {}),
        }}
      >
        {cellWords(measure, bucket === null ? whole : (values[bucket] ?? null))}
      </td>
      <ComparedCells
        columns={compared}
        measure={measure}
        cell={entry.cells[m]!}
        bucket={bucket}
        onOpen={(baseline) => onChange(baseline, m, bucket, entry.key)}
        style={{ ...cell, fontWeight: weight }}
      />
    </>
  );
}

/** The changes between periods. */
function PeriodChanges({ ground, entry }: Omit<CellsProps, 'isPale'>) {
  const { measures, dimensions, ends, heads, onPeriodChange } = ground;
  return heads?.changes.map((_, c) =>
    measures.map((measure, m) => {
      const { of, against } = ends[c]!;
      const { values } = entry.cells[m]!;
      const [now, then] = [values[of] ?? null, values[against] ?? null];
      return (
        <ChangeCell
          key={`${c} ${m}`}
          compared={comparedText(measure, 'percent', now, then)}
          arrow={arrowOf(now, then)}
          onOpen={() => onPeriodChange(c, m, entry.key)}
          style={{ ...cell, fontWeight: weightOf(entry, dimensions.length) }}
        />
      );
    }),
  );
}

export function CrosstabCells(props: CellsProps & { readonly rowIndex: number }) {
  const { ground, entry, rowIndex } = props;
  const { measures, dimensions, heads, periods, choice } = ground;
  return (
    <tr aria-rowindex={rowIndex}>
      <RowName
        entry={entry}
        depth={dimensions.length}
        pressed={choice?.isRowChosen(entry.key) ?? false}
        onChoose={choice && entry.key.length > 0 ? (add) => choice.chooseRow(entry.key, add) : undefined}
      />
      {periods.map((_, b) =>
        measures.map((__, m) => <ValueCell key={`${b} ${m}`} {...props} measure={m} bucket={b} />),
      )}
      <PeriodChanges ground={ground} entry={entry} />
      {heads === null &&
        measures.map((_, m) => <ValueCell key={`window ${m}`} {...props} measure={m} bucket={null} />)}
    </tr>
  );
}
