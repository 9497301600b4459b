/** Heads and cells of the columns of a crosstab that compare. */
import type { CSSProperties } from 'react';
import type { CrosstabCell } from '../../../core/dashboard/turn/answer';
import { arrowOf } from '../../../core/dashboard/turn/comparing/words';
import type { Measure } from '../../../core/model/model';
import { role, unseenStyle } from '../../../theme/roles';
import { comparedPair, comparedText, type ComparedColumn, type ComparedText } from './comparedColumns';

const COLOURS = { better: role.better, worse: role.worse, neither: undefined } as const;

export function ComparedHeads({
  columns,
  of,
  style,
}: {
  columns: readonly ComparedColumn[];
  /** What they stand beside. */
  of: string;
  style: CSSProperties;
}) {
  return columns.map(({ baseline, part, head, words }) => (
    <th key={`${baseline} ${part}`} scope="col" style={style} title={`${of}: ${head}, ${words}`}>
      {head}
      <span style={{ display: 'block', fontSize: 11 }}>{words}</span>
    </th>
  ));
}

/** A cell with a change: its words, the arrow before them, the colour of better or worse. */
export function ChangeCell({
  compared: { text, tone },
  arrow,
  style,
}: {
  compared: ComparedText;
  arrow: string;
  style: CSSProperties;
}) {
  return (
    <td data-tone={tone} style={{ ...style, color: COLOURS[tone] }}>
      {text !== '' && arrow !== '' && `${arrow} `}
      {text}
      {tone !== 'neither' && <span style={unseenStyle}>, {tone}</span>}
    </td>
  );
}

export function ComparedCells({
  columns,
  measure,
  cell,
  bucket,
  style,
}: {
  columns: readonly ComparedColumn[];
  measure: Measure;
  cell: CrosstabCell;
  /** Null: the whole window. */
  bucket: number | null;
  style: CSSProperties;
}) {
  return columns.map(({ baseline, part }) => {
    const { value, baseline: other } = comparedPair(cell, baseline, bucket);
    return (
      <ChangeCell
        key={`${baseline} ${part}`}
        compared={comparedText(measure, part, value, other)}
        arrow={part === 'baseline' ? '' : arrowOf(value, other)}
        style={style}
      />
    );
  });
}
