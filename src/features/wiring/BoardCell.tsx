'use client';
/** One crosspoint of the board. Rows and columns come into view while it scrolls: only what is new is worked out. */
import { memo } from 'react';
import type { Control, Visual } from '../../core/dashboard/document/document';
import { roleName } from '../../core/model/model';
import type { Design } from '../../core/dashboard/wiring/design';
import { canPale, type Actor } from '../../core/dashboard/wiring/routes';
import { crosspoint, type Crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { role } from '../../theme/roles';
import { CELL, CrosspointMark, NAME, ROW } from './CrosspointParts';
import type { Pointed } from './pointed';

const STATE_WORDS: Record<Crosspoint['state'], string> = {
  wired: 'wired',
  unwired: 'not wired',
  half: 'wired to some of its measures',
  'no route': 'no route',
};

export const BoardCell = memo(
  function BoardCell({
    design,
    control,
    target,
    row,
    column,
    colour,
    isLit,
    isChosen,
    isCursor,
    inRange,
    onPoint,
    onFocusCell,
    onFlip,
  }: {
    design: Design;
    control: Actor;
    target: Visual | Control;
    row: number;
    column: number;
    colour: string;
    isLit: boolean;
    isChosen: boolean;
    isCursor: boolean;
    inRange: boolean;
    onPoint: (pointed: Pointed) => void;
    onFocusCell: (column: number) => void;
    onFlip: (points: readonly Crosspoint[]) => void;
  }) {
    const point = crosspoint(design, control, target);
    const other = point.routes.find(
      (route) => (route.kind === 'role' || route.kind === 'pick') && !route.own,
    );
    const letter =
      other?.kind === 'role' || other?.kind === 'pick'
        ? roleName(design.model, other.dataset, other.role).slice(0, 1)
        : undefined;
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
          background: inRange ? role.choiceTint : isLit ? role.timeTint : undefined,
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
  (a, b) =>
    a.design === b.design &&
    a.control === b.control &&
    a.target === b.target &&
    a.row === b.row &&
    a.column === b.column &&
    a.colour === b.colour &&
    a.isLit === b.isLit &&
    a.isChosen === b.isChosen &&
    a.isCursor === b.isCursor &&
    a.inRange === b.inRange,
);
