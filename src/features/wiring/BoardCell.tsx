'use client';
/** One crosspoint of the board. Rows and columns come into view while it scrolls: only what is new is worked out. */
import { memo } from 'react';
import type { Control, Visual } from '../../core/dashboard/document/document';
import { roleName } from '../../core/model/model';
import type { Design } from '../../core/dashboard/wiring/design';
import { canPale, type Actor } from '../../core/dashboard/wiring/routes';
import { crosspoint, type Crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { role } from '../../theme/roles';
import { sameBut } from '../ui/sameProps';
import { CELL, CrosspointMark, NAME, ROW } from './CrosspointParts';
import type { Pointed } from './pointed';

const STATE_WORDS: Record<Crosspoint['state'], string> = {
  wired: 'wired',
  unwired: 'not wired',
  half: 'wired to some of its measures',
  'no route': 'no route',
};

interface CellProps {
  readonly design: Design;
  readonly control: Actor;
  readonly target: Visual | Control;
  readonly row: number;
  readonly column: number;
  readonly colour: string;
  readonly isLit: boolean;
  readonly isChosen: boolean;
  readonly isCursor: boolean;
  readonly inRange: boolean;
  readonly onPoint: (pointed: Pointed) => void;
  readonly onFocusCell: (column: number) => void;
  readonly onFlip: (points: readonly Crosspoint[]) => void;
}

/** The letter of the date role through which a wire acts, where that is not the target's own. */
function roleLetter({ model }: Design, { routes }: Crosspoint): string | undefined {
  for (const route of routes)
    if ((route.kind === 'role' || route.kind === 'pick') && !route.own)
      return roleName(model, route.dataset, route.role).slice(0, 1);
  return undefined;
}

/** The ground of a cell: of a run that is chosen, or of the row and column that are pointed at. */
const groundOf = ({ inRange, isLit }: CellProps) =>
  inRange ? role.choiceTint : isLit ? role.timeTint : undefined;

export const BoardCell = memo(
  function BoardCell(props: CellProps) {
    const { design, control, target, row, column, colour, isChosen, isCursor, inRange } = props;
    const { onPoint, onFocusCell, onFlip } = props;
    const point = crosspoint(design, control, target);
    const letter = roleLetter(design, point);
    const pales =
      canPale(target) && design.wire(control.id, target.id)?.effect === 'pale' && point.state !== 'unwired';
    return (
      <div
        role="gridcell"
        aria-colindex={column + 2}
        aria-selected={inRange}
        style={{
          position: 'absolute',
          top: 0,
          left: NAME + column * CELL,
          width: CELL,
          height: ROW - 1,
          display: 'grid',
          placeItems: 'center',
          background: groundOf(props),
        }}
      >
        <button
          type="button"
          data-cell={`${row}:${column}`}
          tabIndex={isCursor ? 0 : -1}
          aria-pressed={point.state === 'wired' || point.state === 'half'}
          aria-disabled={point.state === 'no route'}
          aria-label={`${design.titleOf(control)} to ${design.titleOf(target)}: ${STATE_WORDS[point.state]}${pales ? ', pales other marks' : ''}. ${point.words}`}
          title={point.words}
          onPointerEnter={() => onPoint({ control: control.id, target: target.id })}
          onFocus={() => onFocusCell(column)}
          onClick={() => onFlip([point])}
          // The board itself switches by keys, whole runs at once.
          onKeyUp={(event) => event.key === ' ' && event.preventDefault()}
          style={{
            border: isChosen ? `1.5px solid ${role.ink}` : '1.5px solid transparent',
            borderRadius: 3,
            background: 'none',
            width: 34,
            height: 34,
            padding: 0,
            display: 'grid',
            placeItems: 'center',
            cursor: point.state === 'no route' ? 'not-allowed' : 'pointer',
          }}
        >
          <CrosspointMark state={point.state} colour={colour} pale={pales} {...(letter ? { letter } : {})} />
        </button>
      </div>
    );
  },
  // What the callbacks do depends on nothing that is not compared.
  sameBut('onPoint', 'onFocusCell', 'onFlip'),
);
