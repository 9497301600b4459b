/** Heads and cells of the columns of a crosstab that compare. */
import type { CSSProperties } from 'react';
import type { CrosstabCell } from '../../../core/dashboard/turn/answer';
import { arrowOf } from '../../../core/dashboard/turn/comparing/words';
import type { Measure } from '../../../core/model/model';
import { plainButtonStyle, unseenStyle } from '../../../theme/roles';
import { TONE_FILLS } from '../comparing/tones';
import { comparedPair, comparedText, type ComparedColumn, type ComparedText } from './comparedColumns';

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
  onOpen,
}: {
  compared: ComparedText;
  arrow: string;
  style: CSSProperties;
  /** Shows where the change comes from; absent where there is none. */
  onOpen?: (() => void) | undefined;
}) {
  const words = (
    <>
      {text !== '' && arrow !== '' && `${arrow} `}
      {text}
      {tone !== 'neither' && <span style={unseenStyle}>, {tone}</span>}
    </>
  );
  return (
    <td data-tone={tone} style={{ ...style, color: TONE_FILLS[tone] }}>
      {onOpen && arrow !== '' ? (
        <button type="button" onClick={onOpen} title="Where this change comes from" style={plainButtonStyle}>
          {words}
        </button>
      ) : (
        words
      )}
    </td>
  );
}

export function ComparedCells({
  columns,
  measure,
  cell,
  bucket,
  style,
  onOpen,
}: {
  columns: readonly ComparedColumn[];
  measure: Measure;
  cell: CrosstabCell;
  /** Null: the whole window. */
  bucket: number | null;
  style: CSSProperties;
  /** Shows where the change against a baseline comes from. */
  onOpen: (baseline: number) => void;
}) {
  return columns.map(({ baseline, part }) => {
    const { value, baseline: other } = comparedPair(cell, baseline, bucket);
    return (
      <ChangeCell
        key={`${baseline} ${part}`}
        compared={comparedText(measure, part, value, other)}
        arrow={part === 'baseline' ? '' : arrowOf(value, other)}
        style={style}
        onOpen={part === 'baseline' ? undefined : () => onOpen(baseline)}
      />
    );
  });
}
