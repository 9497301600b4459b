/** The number of a figure with its unit: as large as there is room for, and never without a digit that it has. */
import type { FigureAnswer } from '../../../core/dashboard/turn/answer';
import { compactWords, valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { plainButtonStyle, role } from '../../../theme/roles';
import { textWidth } from '../textWidth';

/** Sizes of the number in pixels, the largest first. */
const SIZES = [26, 20, 15] as const;
/** By how much the bold number is wider than it is measured. */
const BOLDER = 1.1;

/** A number as it is written, and its size in pixels. */
export interface FittedNumber {
  readonly text: string;
  readonly size: number;
}

/** A number in the largest size in which it and its unit are no wider than `width` (0: not known); abbreviated where none fits. */
export function fittedNumber(
  measure: Pick<Measure, 'decimals'>,
  value: number | null,
  unit: string,
  width: number,
): FittedNumber {
  const text = valueWords({ decimals: measure.decimals, unit: '' }, value);
  if (width === 0) return { text, size: SIZES[0] };
  const fits = (words: string, size: number) =>
    textWidth(words, size) * BOLDER + (unit === '' ? 0 : textWidth(` ${unit}`, unitSize(size))) <= width;
  const size = SIZES.find((entry) => fits(text, entry));
  if (size !== undefined || value === null) return { text, size: size ?? SIZES[2] };
  const short = compactWords(value);
  return { text: short, size: SIZES.find((entry) => fits(short, entry)) ?? SIZES[2] };
}

const unitSize = (size: number) => Math.max(11, Math.round(size * 0.58));

export function FigureValue({
  answer,
  measure,
  title,
  width,
  onRows,
}: {
  answer: FigureAnswer;
  measure: Measure;
  title: string;
  /** Pixels that there are; 0 where that is not known. */
  width: number;
  /** Shows the rows behind it. */
  onRows: () => void;
}) {
  const after = [measure.unit, answer.perDay ? 'a day' : ''].filter((text) => text !== '');
  const unit = answer.value === null ? '' : after.join(' ');
  const { text, size } = fittedNumber(measure, answer.value, unit, width);
  const whole = valueWords(measure, answer.value);
  return (
    <div
      role="status"
      aria-label={title}
      style={{ fontSize: size, fontWeight: 650, lineHeight: 1.2, whiteSpace: 'nowrap', flex: 'none' }}
    >
      <button
        type="button"
        title={`${whole}: show the rows behind it`}
        onClick={onRows}
        style={{ ...plainButtonStyle, fontWeight: 'inherit' }}
      >
        {text}
      </button>
      {unit !== '' && (
        <span style={{ fontSize: unitSize(size), color: role.quiet, fontWeight: 450 }}> {unit}</span>
      )}
    </div>
  );
}
