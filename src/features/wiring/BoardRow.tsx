'use client';
/** One row of the board: a control and its crosspoints with what is in view. */
import { memo } from 'react';
import type { Control, DashboardDocument, Visual } from '../../core/dashboard/document';
import { roleName, type Model } from '../../core/dashboard/model';
import { titleOf } from '../../core/dashboard/title';
import { canPale, crosspoint, wireOf, type Actor, type Crosspoint } from '../../core/dashboard/wiring';
import { role } from '../../theme/roles';
import { CELL, CrosspointMark, HEAD, NAME, ROW, RowHead } from './CrosspointParts';
import type { Pointed } from './pointed';

const STATE_WORDS: Record<Crosspoint['state'], string> = {
  wired: 'wired',
  unwired: 'not wired',
  half: 'wired to some of its measures',
  'no route': 'no route',
};

/** Rows and columns of a run of crosspoints, all inclusive. */
export interface CellRange {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

export const BoardRow = memo(
  function BoardRow({
    document,
    model,
    control,
    row,
    targets,
    columns,
    zone,
    colour,
    litRow,
    litTarget,
    chosenTarget,
    cursorColumn,
    range,
    onPoint,
    onFocusCell,
    onFlip,
  }: {
    document: DashboardDocument;
    model: Model;
    control: Actor;
    row: number;
    targets: readonly (Visual | Control)[];
    /** Indexes of the columns that are drawn, and a text that is the same for the same ones. */
    columns: readonly number[];
    columnsKey: string;
    /** Name of the zone that it stands in. */
    zone: string | undefined;
    colour: string;
    litRow: boolean;
    litTarget: string | undefined;
    chosenTarget: string | undefined;
    cursorColumn: number | null;
    range: CellRange | null;
    onPoint: (pointed: Pointed) => void;
    onFocusCell: (column: number) => void;
    onFlip: (points: readonly Crosspoint[]) => void;
  }) {
    const title = titleOf(control, model);
    return (
      <div
        role="row"
        aria-rowindex={row + 2}
        style={{
          position: 'absolute',
          top: HEAD + row * ROW,
          left: 0,
          right: 0,
          height: ROW,
          borderBottom: `1px solid ${role.hairline}`,
        }}
      >
        <div style={{ position: 'sticky', left: 0, width: NAME, zIndex: 2, background: role.surface }}>
          <RowHead
            control={control}
            title={title}
            zone={zone}
            colour={colour}
            lit={litRow}
            onPoint={() => onPoint({ control: control.id })}
            onFlip={() => onFlip(targets.map((target) => crosspoint(document, model, control, target)))}
          />
        </div>
        {columns.map((column) => {
          const target = targets[column]!;
          const point = crosspoint(document, model, control, target);
          const isChosen = chosenTarget === target.id;
          const inRange = range !== null && column >= range.left && column <= range.right;
          const other = point.routes.find(
            (route) => (route.kind === 'role' || route.kind === 'pick') && !route.own,
          );
          const letter =
            other?.kind === 'role' || other?.kind === 'pick'
              ? roleName(model, other.dataset, other.role).slice(0, 1)
              : undefined;
          const pales =
            canPale(target) &&
            wireOf(document, control.id, target.id)?.effect === 'pale' &&
            point.state !== 'unwired';
          return (
            <div
              key={target.id}
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
                background: inRange
                  ? role.choiceTint
                  : litRow || litTarget === target.id
                    ? role.timeTint
                    : undefined,
              }}
            >
              <button
                type="button"
                data-cell={`${row}:${column}`}
                tabIndex={cursorColumn === column ? 0 : -1}
                aria-pressed={point.state === 'wired' || point.state === 'half'}
                aria-disabled={point.state === 'no route'}
                aria-label={`${title} to ${titleOf(target, model)}: ${STATE_WORDS[point.state]}${pales ? ', pales other marks' : ''}. ${point.words}`}
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
                <CrosspointMark
                  state={point.state}
                  colour={colour}
                  pale={pales}
                  {...(letter ? { letter } : {})}
                />
              </button>
            </div>
          );
        })}
      </div>
    );
  },
  // What the callbacks do depends on nothing that is not compared.
  (a, b) =>
    a.document === b.document &&
    a.model === b.model &&
    a.control === b.control &&
    a.zone === b.zone &&
    a.row === b.row &&
    a.targets === b.targets &&
    a.columnsKey === b.columnsKey &&
    a.litRow === b.litRow &&
    a.litTarget === b.litTarget &&
    a.chosenTarget === b.chosenTarget &&
    a.cursorColumn === b.cursorColumn &&
    a.range?.left === b.range?.left &&
    a.range?.right === b.range?.right &&
    (a.range === null) === (b.range === null),
);
