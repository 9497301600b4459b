'use client';
/** One row of the board: a control and its crosspoints with what is in view. */
import { memo } from 'react';
import type { Control, Visual } from '../../core/dashboard/document/document';
import type { Design } from '../../core/dashboard/wiring/design';
import { type Actor } from '../../core/dashboard/wiring/routes';
import { crosspoint, type Crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { role } from '../../theme/roles';
import { BoardCell } from './BoardCell';
import { HEAD, NAME, ROW, RowHead } from './CrosspointParts';
import type { Pointed } from './pointed';

/** Rows and columns of a run of crosspoints, all inclusive. */
export interface CellRange {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

export const BoardRow = memo(
  function BoardRow({
    design,
    control,
    row,
    targets,
    columns,
    where,
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
    design: Design;
    control: Actor;
    row: number;
    targets: readonly (Visual | Control)[];
    /** Indexes of the columns that are drawn, and a text that is the same for the same ones. */
    columns: readonly number[];
    columnsKey: string;
    /** The page and zone that it stands in. */
    where: string | undefined;
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
    const title = design.titleOf(control);
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
            where={where}
            colour={colour}
            lit={litRow}
            onPoint={() => onPoint({ control: control.id })}
            onFlip={() => onFlip(targets.map((target) => crosspoint(design, control, target)))}
          />
        </div>
        {columns.map((column) => {
          const target = targets[column]!;
          return (
            <BoardCell
              key={target.id}
              design={design}
              control={control}
              target={target}
              row={row}
              column={column}
              colour={colour}
              isLit={litRow || litTarget === target.id}
              isChosen={chosenTarget === target.id}
              isCursor={cursorColumn === column}
              inRange={range !== null && column >= range.left && column <= range.right}
              onPoint={onPoint}
              onFocusCell={onFocusCell}
              onFlip={onFlip}
            />
          );
        })}
      </div>
    );
  },
  // What the callbacks do depends on nothing that is not compared.
  (a, b) =>
    a.design === b.design &&
    a.control === b.control &&
    a.where === b.where &&
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
