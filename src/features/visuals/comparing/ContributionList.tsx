'use client';
/** The values of one dimension by what they add to a change, as bars from zero, the greatest first. */
import Button from '@mui/material/Button';
import { dimensionKey } from '../../../core/model/dimension';
import { BLANK } from '../../../core/model/blank';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import type { MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { changeOf } from '../../../core/dashboard/turn/comparing/answer';
import type { Contribution, ContributionsBy } from '../../../core/dashboard/turn/comparing/contributions';
import { toneOf } from '../../../core/dashboard/turn/comparing/words';
import { TONE_FILLS } from './tones';
import { plainButtonStyle, quietStyle, role } from '../../../theme/roles';
import { useDesign, useWorkspace } from '../../workspace/workspace';

/** Values that have a line of their own. */
const MOST = 12;

const signed = (measure: Measure, value: number) =>
  `${value > 0 ? '+' : value < 0 ? '−' : ''}${valueWords(measure, Math.abs(value))}`;

const toneFill = (measure: Measure, entry: Contribution) =>
  TONE_FILLS[toneOf(measure.direction, sizeOf(entry), 0)] ?? role.quiet;

/** What a value adds; its own change where the measure does not add up. */
const sizeOf = (entry: Contribution) => entry.adds ?? changeOf(entry.now, entry.then).change ?? 0;

export function ContributionList({
  measure,
  by,
  visual,
  onInto,
}: {
  measure: Measure;
  by: ContributionsBy;
  visual: MeasuredVisual;
  onInto: (value: string | null) => void;
}) {
  const { held } = useWorkspace();
  const { document, wire } = useDesign();
  const slicer = document.controls.find(
    (control) =>
      control.kind === 'slicer' &&
      control.face !== 'tree' &&
      dimensionKey(control.dimension) === dimensionKey(by.dimension) &&
      wire(control.id, visual.id)?.on === true,
  );
  const shown = by.entries.slice(0, MOST);
  const rest = by.entries.slice(MOST);
  const most = Math.max(...by.entries.map((entry) => Math.abs(sizeOf(entry))), 0) || 1;
  const together = rest.reduce((sum, entry) => sum + (entry.adds ?? 0), 0);
  const isApart = by.entries.some((entry) => entry.adds === null);
  return (
    <ul
      aria-label={`What each ${by.name.toLowerCase()} adds`}
      style={{ listStyle: 'none', margin: 0, padding: 0 }}
    >
      {shown.map((entry) => (
        <li
          key={JSON.stringify(entry.value)}
          style={{ borderBottom: `1px solid ${role.hairline}`, padding: '3px 0' }}
        >
          <div style={{ display: 'flex', alignItems: 'baseline', gap: 6 }}>
            <button
              type="button"
              title="Go into it, one dimension deeper"
              onClick={() => onInto(entry.value)}
              style={{
                ...plainButtonStyle,
                flex: 1,
                textAlign: 'left',
                overflow: 'hidden',
                textOverflow: 'ellipsis',
                whiteSpace: 'nowrap',
              }}
            >
              {entry.value ?? BLANK}
              {entry.kind !== 'both' && <span style={quietStyle}> {entry.kind}</span>}
            </button>
            <strong style={{ color: toneFill(measure, entry) }}>{signed(measure, sizeOf(entry))}</strong>
            {slicer && (
              <Button onClick={() => held.hold(slicer.id, [entry.value])} sx={{ minWidth: 0, py: 0 }}>
                Keep only it
              </Button>
            )}
          </div>
          <Bar share={sizeOf(entry) / most} colour={toneFill(measure, entry)} />
          <div style={quietStyle}>
            {valueWords(measure, entry.now)} against {valueWords(measure, entry.then)}
            {entry.rate !== null &&
              entry.weight !== null &&
              ` · own rate ${signed(measure, entry.rate)}, its share ${signed(measure, entry.weight)}`}
          </div>
        </li>
      ))}
      {rest.length > 0 && (
        <li style={{ ...quietStyle, padding: '3px 0' }}>
          {rest.length === 1 ? 'One other' : `The other ${rest.length} together`}
          {isApart ? '' : ` ${signed(measure, together)}`}
        </li>
      )}
    </ul>
  );
}

/** A bar from the middle: to the right for what adds, to the left for what takes away. */
function Bar({ share, colour }: { share: number; colour: string }) {
  const width = `${Math.abs(share) * 50}%`;
  return (
    <div aria-hidden="true" style={{ position: 'relative', height: 6, background: role.paper }}>
      <div
        style={{
          position: 'absolute',
          top: 0,
          bottom: 0,
          width,
          background: colour,
          ...(share < 0 ? { right: '50%' } : { left: '50%' }),
        }}
      />
      <div
        style={{ position: 'absolute', left: '50%', top: -1, bottom: -1, width: 1, background: role.quiet }}
      />
    </div>
  );
}
