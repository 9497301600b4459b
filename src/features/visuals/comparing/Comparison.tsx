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
  const words = [
    ...(show.includes('percent') || (!show.includes('change') && !show.includes('index'))
      ? [percentWords(value, baseline)]
      : []),
    ...(show.includes('change') ? [changeWords(measure, value, baseline)] : []),
    ...(show.includes('index') ? [`index ${indexWords(value, baseline)}`] : []),
  ].join(', ');
  return (
    <span data-tone={tone} style={{ color: TONE_FILLS[tone] ?? role.ink, fontWeight: 650, ...style }}>
      {arrowOf(value, baseline)} {words}
      {tone !== 'neither' && <span style={unseenStyle}>, {tone}</span>}
    </span>
  );
}

/** A line of a figure: the change, the baseline's value where it is shown, its name and its days. */
export function ComparisonLine({
  measure,
  value,
  baseline,
  show,
  label,
  days,
  onOpen,
}: {
  measure: Measure;
  value: number | null;
  baseline: number | null;
  show: readonly ShownPart[];
  label: string;
  days: string;
  /** Shows where the change comes from. */
  onOpen: () => void;
}) {
  return (
    <li title={`${label}: ${days}`} style={{ fontSize: 12, lineHeight: 1.25 }}>
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
          <span style={{ color: role.quiet }}>
            {show.includes('baseline') ? `from ${valueWords(measure, baseline)}, ` : ''}
            {label}: {days}
          </span>
        </>
      )}
    </li>
  );
}
