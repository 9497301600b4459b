'use client';
/**
 * The crosspoint board: controls down, what they can act on across. Only the crosspoints in view are drawn, names stay
 * in view; by pointer, and by keys alone (arrows, with Shift for runs, Space, Home and End).
 */
import Typography from '@mui/material/Typography';
import { useMemo, useRef, useState } from 'react';
import { isControl } from '../../core/dashboard/document/document';
import { pagesOf } from '../../core/dashboard/document/pages';
import { plural } from '../../core/locale';
import { isPickSource } from '../../core/dashboard/reader/pick';
import { crosspoint, type Crosspoint } from '../../core/dashboard/wiring/crosspoint';
import type { Design } from '../../core/dashboard/wiring/design';
import type { Actor } from '../../core/dashboard/wiring/routes';
import { switchWires } from '../../core/dashboard/wiring/wires';
import { useDesign, useWorkspace } from '../workspace/workspace';
import { BoardHeads } from './BoardHeads';
import { boardLists, whereOf, type BoardLists } from './boardOrder';
import { BoardRow, type CellRange } from './BoardRow';
import { BoardTools } from './BoardTools';
import { CELL, HEAD, Legend, NAME, ROW } from './CrosspointParts';
import { PageChoice } from './PageChoice';
import type { Pointed } from './pointed';
import { useBoardCursor } from './useBoardCursor';
import { drawnOf, useBoardWindow } from './useBoardWindow';
import { wireColour } from './wireColour';
import { ZoneTools } from './ZoneTools';

/** How far the turned names of columns reach beyond the last column. */
const LEAN = 64;

interface Chosen {
  readonly control: string;
  readonly target: string;
}

interface CrosspointBoardProps {
  readonly pointed: Pointed;
  readonly onPoint: (pointed: Pointed) => void;
  readonly chosen: Chosen | null;
  readonly onChoose: (chosen: Chosen) => void;
}

export function CrosspointBoard({ pointed, onPoint, chosen, onChoose }: CrosspointBoardProps) {
  const design = useDesign();
  const { document, actors } = design;
  const [search, setSearch] = useState('');
  const [only, setOnly] = useState<Pointed>({});
  const [zone, setZone] = useState('');
  const [chosenPage, setPage] = useState('');
  const page = pagesOf(document).some(({ id }) => id === chosenPage) ? chosenPage : '';
  const lists = useMemo(
    () => boardLists(design, { search, only, zone, page }),
    [design, search, only, zone, page],
  );
  const isEmpty = actors.length === 0 || document.visuals.length === 0;
  const sources = document.visuals.filter(isPickSource).length;
  const wires = document.wires.filter((wire) => wire.on).length;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 12, flexWrap: 'wrap', marginBottom: 4 }}>
        <Typography variant="h2">Crosspoint board</Typography>
        <Typography variant="body2" color="textSecondary">
          {plural(actors.length - sources, 'control')}
          {sources > 0 && ` and ${sources} to choose on`} × {plural(document.visuals.length, 'visual')},{' '}
          {plural(wires, 'wire')}
        </Typography>
        <BoardTools search={search} onSearch={setSearch} only={only} onOnly={setOnly} chosen={chosen} />
        <PageChoice page={page} onPage={setPage} />
        {document.zones.length > 0 && <ZoneTools zone={zone} onZone={setZone} />}
      </div>
      {isEmpty && (
        <Typography>
          Place at least one control and one visual in Arrange; their wires are then shown here.
        </Typography>
      )}
      <Grid
        {...lists}
        isHidden={isEmpty}
        pointed={pointed}
        onPoint={onPoint}
        chosen={chosen}
        onChoose={onChoose}
      />
      <Legend offers={lists.targets.some(isControl)} />
    </div>
  );
}

/** Switches crosspoints: on where one of them is not, else off. Those without a route stay. */
function useFlip() {
  const { store, model } = useWorkspace();
  return (points: readonly Crosspoint[]) => {
    const open = points.filter((point) => point.state !== 'no route');
    if (open.length === 0) return;
    const on = open.some((point) => point.state === 'unwired');
    store.getState().change((old) => ({ ...old, wires: switchWires(old, model, open, on) }));
  };
}

const SCROLLER = { overflow: 'auto', flex: '0 1 auto', minHeight: 0, position: 'relative' } as const;

/** The crosspoints of a run of cells. */
const crosspointsIn = (
  design: Design,
  controls: BoardLists['controls'],
  targets: BoardLists['targets'],
  { top, bottom, left, right }: CellRange,
): Crosspoint[] =>
  controls
    .slice(top, bottom + 1)
    .flatMap((control) =>
      targets.slice(left, right + 1).map((target) => crosspoint(design, control, target)),
    );

/** How the row of a control looks: where it stands, its colour, what of it is lit and chosen. */
const lookOf = (
  design: Design,
  control: Actor,
  pointed: Pointed,
  chosen: CrosspointBoardProps['chosen'],
) => ({
  where: whereOf(design.document, control.id),
  colour: wireColour(control, design.actors.indexOf(control)),
  litRow: pointed.control === control.id,
  litTarget: pointed.target,
  chosenTarget: chosen?.control === control.id ? chosen.target : undefined,
});

function Grid({
  controls,
  targets,
  isHidden,
  pointed,
  onPoint,
  chosen,
  onChoose,
}: CrosspointBoardProps & BoardLists & { readonly isHidden: boolean }) {
  const design = useDesign();
  const scroller = useRef<HTMLDivElement>(null);
  const view = useBoardWindow(scroller);
  const flip = useFlip();
  const counts = { rows: controls.length, columns: targets.length };
  const choose = (row: number, column: number) => {
    const [control, target] = [controls[row], targets[column]];
    if (!control || !target) return;
    const place = { control: control.id, target: target.id };
    onChoose(place);
    onPoint(place);
  };
  const { cursor, range, onKeyDown, follow, endRun } = useBoardCursor(scroller, counts, view, {
    onMove: choose,
    onFlip: (run) => flip(crosspointsIn(design, controls, targets, run)),
  });
  const { rows, columns } = drawnOf(view, counts, cursor);
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Crosspoint board"
      aria-rowcount={controls.length + 1}
      aria-colcount={targets.length + 1}
      aria-multiselectable="true"
      onPointerLeave={() => onPoint({})}
      onKeyDown={onKeyDown}
      style={{ ...SCROLLER, display: isHidden ? 'none' : 'block' }}
    >
      <div
        style={{
          width: NAME + targets.length * CELL + LEAN,
          height: HEAD + controls.length * ROW,
          position: 'relative',
        }}
      >
        <BoardHeads
          design={design}
          targets={targets}
          columns={columns}
          lit={pointed.target}
          onPoint={(target) => onPoint({ target })}
          onFlip={(target) => flip(controls.map((control) => crosspoint(design, control, target)))}
        />
        {rows.map((row) => (
          <BoardRow
            key={controls[row]!.id}
            design={design}
            control={controls[row]!}
            row={row}
            targets={targets}
            columns={columns}
            columnsKey={columns.join()}
            {...lookOf(design, controls[row]!, pointed, chosen)}
            cursorColumn={cursor.row === row ? cursor.column : null}
            range={range && row >= range.top && row <= range.bottom ? range : null}
            onPoint={onPoint}
            onFocusCell={(column) => {
              follow(row, column);
              choose(row, column);
            }}
            onFlip={(points) => {
              endRun();
              flip(points);
            }}
          />
        ))}
      </div>
    </div>
  );
}
