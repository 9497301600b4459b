/** The columns of a crosstab that compare: beside each value, what the designer shows of each baseline. */
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import type { CrosstabCell } from '../../../core/dashboard/turn/answer';
import {
  changeWords,
  indexWords,
  percentWords,
  toneOf,
  type Tone,
} from '../../../core/dashboard/turn/comparing/words';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import type { DrawnBaseline } from '../comparing/compared';

/** A column that compares, by its baseline and what it shows of it. */
export interface ComparedColumn {
  readonly baseline: number;
  readonly part: Exclude<ShownPart, 'value'>;
  readonly head: string;
  readonly words: string;
}

const PART_HEADS: Record<ComparedColumn['part'], string> = {
  baseline: '',
  change: 'change',
  percent: '%',
  index: 'index',
};

/** The compared columns that stand beside each value. */
export const comparedColumns = (
  baselines: readonly DrawnBaseline[],
  show: readonly ShownPart[],
): ComparedColumn[] =>
  baselines.flatMap(({ label, days }, baseline) =>
    show.flatMap((part) =>
      part === 'value'
        ? []
        : [
            {
              baseline,
              part,
              head: [label, PART_HEADS[part]].filter((text) => text !== '').join(', '),
              words: days,
            },
          ],
    ),
  );

export interface ComparedText {
  readonly text: string;
  readonly tone: Tone;
}

const plain = (measure: Measure): Measure => ({ ...measure, unit: '' });

/** What stands in a compared column for a value and that of its baseline; nothing where neither has any. */
export function comparedText(
  measure: Measure,
  part: ComparedColumn['part'],
  value: number | null,
  baseline: number | null,
): ComparedText {
  const tone = part === 'baseline' ? 'neither' : toneOf(measure.direction, value, baseline);
  if (value === null && baseline === null) return { text: '', tone };
  switch (part) {
    case 'baseline':
      return { text: baseline === null ? '–' : valueWords(plain(measure), baseline), tone };
    case 'change':
      return { text: changeWords(plain(measure), value, baseline), tone };
    case 'percent':
      return { text: percentWords(value, baseline), tone };
    case 'index':
      return { text: indexWords(value, baseline), tone };
  }
}

/** A value of a cell and that of a baseline: of a bucket, or (null) of the whole window. */
export const comparedPair = (cell: CrosstabCell, baseline: number, bucket: number | null) => {
  const other = cell.baselines?.[baseline];
  return bucket === null
    ? { value: cell.whole, baseline: other?.whole ?? null }
    : { value: cell.values[bucket] ?? null, baseline: other?.values[bucket] ?? null };
};
