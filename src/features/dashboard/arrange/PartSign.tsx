/** The small sign of a kind of part. */
import { role } from '../../../theme/roles';
import { PARTS, type PartKind } from '../../../core/dashboard/wiring/parts';

const SIGNS: Record<PartKind, string> = {
  line: 'M2 12L6 6L10 9L16 3',
  area: 'M2 13L6 7L10 9L16 3V13Z',
  stacked: 'M3 14V4H6V14ZM8 14V7H11V14ZM13 14V2H16V14ZM3 9H6M8 11H11M13 8H16',
  combined: 'M3 14V8H6V14ZM8 14V10H11V14ZM13 14V6H16V14ZM2 6L8 4L16 2',
  figure: 'M6 3L4 14M12 3L10 14M3 6.5H15M2 10.5H14',
  crosstab: 'M2 3H16V14H2ZM2 7H16M7 3V14M11.5 3V14',
  calendarmap: 'M2 3H5V6H2ZM7 3H10V6H7ZM12 3H15V6H12ZM2 10H5V13H2ZM7 10H10V13H7Z',
  bar: 'M2 3H14V5H2ZM2 8H10V10H2ZM2 13H6V15H2Z',
  table: 'M2 4H16M2 8H16M2 12H16M7 2V14',
  timeline: 'M5 3H2V14H5M13 3H16V14H13M8 6V11M10 6V11',
  range: 'M5 3H2V14H5M13 3H16V14H13M5 8.5H13',
  calendar: 'M2 4H16V15H2ZM2 8H16M6 2V5M12 2V5',
  periods: 'M2 4H4M7 4H16M2 8.5H4M7 8.5H16M2 13H4M7 13H16',
  lookback: 'M16 8.5H4M8 4L3 8.5L8 13',
  phrase: 'M5 3H2V14H5M13 3H16V14H13M6 11H12',
  tree: 'M3 3V13H8M3 8H8M10 8H16M10 13H16M6 3H14',
  asof: 'M9 2A6.5 6.5 0 1 0 9.01 2M9 5V9L12 11',
  condition: 'M2 4H10M2 8.5H7M2 13H10M12 6L14 8.5L12 11M14 8.5H16',
  numbers: 'M2 8.5H16M5 5.5V11.5M12 5.5V11.5',
  slicer: 'M2 3H5V6H2ZM8 4.5H16M2 10H5V13H2ZM8 11.5H16',
};

const CHOICES: readonly PartKind[] = ['slicer', 'condition', 'numbers'];

export function PartSign({ kind }: { kind: PartKind }) {
  const group = PARTS.find((part) => part.kind === kind)?.group;
  const colour = group === 'Visuals' ? role.quiet : CHOICES.includes(kind) ? role.choice : role.time;
  return (
    <svg width="18" height="17" aria-hidden="true" style={{ flex: 'none' }}>
      <path d={SIGNS[kind]} fill={kind === 'bar' ? colour : 'none'} stroke={colour} strokeWidth="1.5" />
    </svg>
  );
}
