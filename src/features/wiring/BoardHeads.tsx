'use client';
/** The names above the board's columns; they stay in view. */
import { isControl, type Control, type Visual } from '../../core/dashboard/document/document';
import type { Design } from '../../core/dashboard/wiring/design';
import { unseenStyle } from '../../theme/roles';
import { whereOf } from './boardOrder';
import { CELL, ColumnHead, HEAD, NAME } from './CrosspointParts';

export function BoardHeads({
  design,
  targets,
  columns,
  lit,
  onPoint,
  onFlip,
}: {
  design: Design;
  targets: readonly (Visual | Control)[];
  /** Indexes of the columns that are drawn. */
  columns: readonly number[];
  /** Of the target that is pointed at. */
  lit: string | undefined;
  onPoint: (target: string) => void;
  onFlip: (target: Visual | Control) => void;
}) {
  const { document } = design;
  return (
    <div
      role="row"
      aria-rowindex={1}
      style={{
        position: 'sticky',
        top: 0,
        height: HEAD,
        zIndex: 3,
        background: 'var(--dathen-palette-background-paper)',
      }}
    >
      <div
        role="columnheader"
        style={{ position: 'sticky', left: 0, width: NAME, height: HEAD, background: 'inherit', zIndex: 1 }}
      >
        <span style={unseenStyle}>Controls</span>
      </div>
      {columns.map((column) => {
        const target = targets[column]!;
        const where = whereOf(document, target.id);
        const startsGroup =
          column > 0 && !isControl(target) && where !== whereOf(document, targets[column - 1]!.id);
        return (
          <div
            key={target.id}
            style={{ position: 'absolute', top: 0, left: NAME + column * CELL, width: CELL }}
          >
            <ColumnHead
              target={target}
              title={design.titleOf(target)}
              startsGroup={startsGroup}
              where={where}
              lit={lit === target.id}
              onPoint={() => onPoint(target.id)}
              onFlip={() => onFlip(target)}
            />
          </div>
        );
      })}
    </div>
  );
}
