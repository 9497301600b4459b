'use client';
/** The crosspoint board: controls down, what they can act on across. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo, useRef, type KeyboardEvent } from 'react';
import type { Control } from '../../core/dashboard/document';
import { roleName } from '../../core/dashboard/model';
import { titleOf } from '../../core/dashboard/title';
import { crosspoint, switchWires, type Crosspoint } from '../../core/dashboard/wiring';
import { role, seriesColour } from '../../theme/roles';
import { CELL, ColumnHead, CrosspointMark, HEAD, Legend, ROW, RowHead } from './CrosspointParts';
import { useDocument, useWorkspace } from './workspace';

export interface Pointed {
  readonly control?: string;
  readonly target?: string;
}

const NAME = 140;
/** How far the turned names of columns reach beyond the last column. */
const LEAN = 44;

const STATE_WORDS: Record<Crosspoint['state'], string> = {
  wired: 'wired',
  unwired: 'not wired',
  half: 'wired to some of its measures',
  'no route': 'no route',
};

export interface CrosspointBoardProps {
  readonly pointed: Pointed;
  readonly onPoint: (pointed: Pointed) => void;
  readonly chosen: { control: string; target: string } | null;
  readonly onChoose: (chosen: { control: string; target: string }) => void;
}

export function CrosspointBoard({ pointed, onPoint, chosen, onChoose }: CrosspointBoardProps) {
  const { store, model } = useWorkspace();
  const document = useDocument();
  const grid = useRef<HTMLDivElement>(null);
  // The as-of day acts on everything and needs no wires.
  const controls = useMemo(() => document.controls.filter((control) => control.kind !== 'asof'), [document]);
  const targets = useMemo(() => [...document.visuals, ...controls], [document.visuals, controls]);
  const board = useMemo(
    () => controls.map((control) => targets.map((target) => crosspoint(document, model, control, target))),
    [document, model, controls, targets],
  );
  const wires = document.wires.filter((wire) => wire.on).length;
  const flip = (points: readonly Crosspoint[]) => {
    const open = points.filter((point) => point.state !== 'no route');
    if (open.length === 0) return;
    const on = open.some((point) => point.state === 'unwired');
    store.getState().change((old) => ({ ...old, wires: switchWires(old, model, open, on) }));
  };
  const moveFocus = (event: KeyboardEvent, row: number, column: number) => {
    const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (!step) return;
    event.preventDefault();
    grid.current?.querySelector<HTMLElement>(`[data-cell="${row + step[0]!}:${column + step[1]!}"]`)?.focus();
  };
  if (controls.length === 0 || document.visuals.length === 0) {
    return (
      <Typography>
        Place at least one control and one visual in Arrange; their wires are then shown here.
      </Typography>
    );
  }
  const focused =
    chosen &&
    board.flat().some((point) => point.control === chosen.control && point.target === chosen.target);
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1 }}>
        <Typography variant="h2">Crosspoint board</Typography>
        <Typography variant="body2" color="textSecondary">
          {controls.length} controls × {document.visuals.length} visuals, {wires} wires
        </Typography>
      </Box>
      <div
        ref={grid}
        role="grid"
        aria-label="Crosspoint board"
        onPointerLeave={() => onPoint({})}
        style={{
          display: 'grid',
          gridTemplateColumns: `${NAME}px repeat(${targets.length}, ${CELL}px)`,
          width: 'max-content',
          paddingRight: LEAN,
        }}
      >
        <div role="row" style={{ display: 'contents' }}>
          <div role="columnheader" style={{ height: HEAD }} aria-label="Controls" />
          {targets.map((target, column) => (
            <ColumnHead
              key={target.id}
              target={target}
              title={titleOf(target, model)}
              lit={pointed.target === target.id}
              onPoint={() => onPoint({ target: target.id })}
              onFlip={() => flip(board.map((row) => row[column]!))}
            />
          ))}
        </div>
        {controls.map((control, row) => {
          const colour = wireColour(control, row);
          return (
            <div key={control.id} role="row" style={{ display: 'contents' }}>
              <RowHead
                control={control}
                title={titleOf(control, model)}
                colour={colour}
                lit={pointed.control === control.id}
                onPoint={() => onPoint({ control: control.id })}
                onFlip={() => flip(board[row]!)}
              />
              {board[row]!.map((point, column) => {
                const target = targets[column]!;
                const isChosen = chosen?.control === point.control && chosen.target === point.target;
                const other = point.routes.find((route) => route.kind === 'role' && !route.own);
                const letter =
                  other?.kind === 'role' ? roleName(model, other.dataset, other.role).slice(0, 1) : undefined;
                return (
                  <div
                    key={target.id}
                    role="gridcell"
                    style={{
                      height: ROW,
                      display: 'grid',
                      placeItems: 'center',
                      background:
                        pointed.control === control.id || pointed.target === target.id
                          ? role.timeTint
                          : undefined,
                      borderBottom: `1px solid ${role.hairline}`,
                    }}
                  >
                    <button
                      type="button"
                      data-cell={`${row}:${column}`}
                      tabIndex={isChosen || (!focused && row === 0 && column === 0) ? 0 : -1}
                      aria-pressed={point.state === 'wired' || point.state === 'half'}
                      aria-disabled={point.state === 'no route'}
                      aria-label={`${titleOf(control, model)} to ${titleOf(target, model)}: ${STATE_WORDS[point.state]}. ${point.words}`}
                      title={point.words}
                      onPointerEnter={() => onPoint({ control: control.id, target: target.id })}
                      onFocus={() => {
                        onChoose({ control: control.id, target: target.id });
                        onPoint({ control: control.id, target: target.id });
                      }}
                      onKeyDown={(event) => moveFocus(event, row, column)}
                      onClick={() => flip([point])}
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
                      <CrosspointMark state={point.state} colour={colour} {...(letter ? { letter } : {})} />
                    </button>
                  </div>
                );
              })}
            </div>
          );
        })}
      </div>
      <Legend />
    </>
  );
}

/** Colour of a control's wires: time or choice for the first of each, then the series. */
function wireColour(control: Control, row: number): string {
  if (row === 0 && control.kind !== 'slicer') return role.time;
  if (control.kind === 'slicer' && row === 1) return role.choice;
  return seriesColour(row);
}
