/** One comparison in words: arrow, change, name and days of the baseline, coloured by what is better. */
import type { CSSProperties } from 'react';
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import {
  arrowOf,
  changeWords,
  indexWords,
  percentWords,
  toneOf,
} from '../../../core/dashboard/turn/comparing/words';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { TONE_FILLS } from './tones';
import { plainButtonStyle, role, unseenStyle } from '../../../theme/roles';
import { textWidth } from '../textWidth';

/** What is said of a change, without its arrow. */
const changeSaid = (
  measure: Measure,
  value: number | null,
  baseline: number | null,
  show: readonly ShownPart[],
): string =>
  [
    ...(show.includes('percent') || (!show.includes('change') && !show.includes('index'))
      ? [percentWords(value, baseline)]
      : []),
    ...(show.includes('change') ? [changeWords(measure, value, baseline)] : []),
    ...(show.includes('index') ? [`index ${indexWords(value, baseline)}`] : []),
  ].join(', ');

/** The change of a value, with its arrow: "↑ +12.3 %". */
export function ChangeText({
  measure,
  value,
  baseline,
  show,
  style,
}: {
  measure: Measure;
  value: number | null;
  baseline: number | null;
  show: readonly ShownPart[];
  style?: CSSProperties;
}) {
  const tone = toneOf(measure.direction, value, baseline);
  const words = changeSaid(measure, value, baseline, show);
  return (
    <span data-tone={tone} style={{ color: TONE_FILLS[tone] ?? role.ink, fontWeight: 650, ...style }}>
      {arrowOf(value, baseline)} {words}
      {tone !== 'neither' && <span style={unseenStyle}>, {tone}</span>}
    </span>
  );
}

/** Size of the line in pixels, and the room between its parts. */
const SIZE = 12;
const SPACE = 6;
/** By how much bold words are wider. */
const BOLDER = 1.08;

/** The first of some texts that is no wider than so many pixels: the days stay, the rest goes first. */
function longestFitting(texts: readonly [string, ...string[]], room: number, width: number): string {
  if (width === 0) return texts[0];
  return texts.find((text) => textWidth(text, SIZE) <= room) ?? texts[texts.length - 1]!;
}

/** A line of a figure: the change, the baseline's value where it is shown, its name and its days. */
export function ComparisonLine({
  measure,
  value,
  baseline,
  show,
  label,
  days,
  width,
  onOpen,
}: {
  measure: Measure;
  value: number | null;
  baseline: number | null;
  show: readonly ShownPart[];
  label: string;
  days: string;
  /** Pixels that the line has; 0 where that is not known. */
  width: number;
  /** Shows where the change comes from. */
  onOpen: () => void;
}) {
  const from =
    show.includes('baseline') && baseline !== null ? `from ${valueWords(measure, baseline)}, ` : '';
  const whole = `${from}${label}: ${days}`;
  const change = `${arrowOf(value, baseline)} ${changeSaid(measure, value, baseline, show)}`;
  const against = longestFitting(
    [whole, `${label}: ${days}`, days],
    width - textWidth(change, SIZE) * BOLDER - SPACE,
    width,
  );
  return (
    <li title={whole} style={{ fontSize: SIZE, lineHeight: 1.25 }}>
      {baseline === null ? (
        <span style={{ color: role.quiet }}>
          {days.startsWith('no baseline') ? days : `${label}: ${days}`}
        </span>
      ) : (
        <>
          <button
            type="button"
            onClick={onOpen}
            title="Where this change comes from"
            style={plainButtonStyle}
          >
            <ChangeText measure={measure} value={value} baseline={baseline} show={show} />
          </button>{' '}
          <span style={{ color: role.quiet }}>{against}</span>
        </>
      )}
    </li>
  );
}
