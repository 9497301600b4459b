'use client';
/** One row of the board: a control and its crosspoints with what is in view. */
import { memo } from 'react';
import type { Control, Visual } from '../../core/dashboard/document/document';
import type { Design } from '../../core/dashboard/wiring/design';
import { type Actor } from '../../core/dashboard/wiring/routes';
import { crosspoint, type Crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { role } from '../../theme/roles';
import { sameBut } from '../ui/sameProps';
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

interface RowProps {
  readonly design: Design;
  readonly control: Actor;
  readonly row: number;
  readonly targets: readonly (Visual | Control)[];
  /** Indexes of the columns that are drawn, and a text that is the same for the same ones. */
  readonly columns: readonly number[];
  readonly columnsKey: string;
  /** The page and zone that it stands in. */
  readonly where: string | undefined;
  readonly colour: string;
  readonly litRow: boolean;
  readonly litTarget: string | undefined;
  readonly chosenTarget: string | undefined;
  readonly cursorColumn: number | null;
  readonly range: CellRange | null;
  readonly onPoint: (pointed: Pointed) => void;
  readonly onFocusCell: (column: number) => void;
  readonly onFlip: (points: readonly Crosspoint[]) => void;
}

// What the callbacks do depends on nothing that is not compared.
const sameRest = sameBut<RowProps>('onPoint', 'onFocusCell', 'onFlip', 'columns', 'range');

/** Whether the same columns are in a run; its rows are those of other rows too. */
const sameColumns = (a: CellRange | null, b: CellRange | null) =>
  a?.left === b?.left && a?.right === b?.right;

export const BoardRow = memo(
  function BoardRow(props: RowProps) {
    const { design, control, row, targets, columns, where, colour } = props;
    const { litRow, litTarget, chosenTarget, cursorColumn, range, onPoint, onFocusCell, onFlip } = props;
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
  (a, b) => sameRest(a, b) && sameColumns(a.range, b.range),
);
