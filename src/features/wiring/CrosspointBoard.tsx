'use client';
/**
 * The crosspoint board: controls down, what they can act on across. Only the crosspoints in view are drawn, names stay
 * in view; by pointer, and by keys alone (arrows, with Shift for runs, Space, Home and End).
 */
import Typography from '@mui/material/Typography';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import {
  isControl,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../../core/dashboard/document/document';
import { isPickSource } from '../../core/dashboard/reader/pick';
import { crosspoint, type Crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { switchWires } from '../../core/dashboard/wiring/wires';
import { unseenStyle } from '../../theme/roles';
import { useDesign, useWorkspace } from '../workspace/workspace';
import { BoardRow, type CellRange } from './BoardRow';
import { BoardTools } from './BoardTools';
import { zoneOf } from '../../core/dashboard/document/zones';
import { isSeenOn, pageNameOf, pageOf, pagesOf } from '../../core/dashboard/document/pages';
import { PageChoice } from './PageChoice';
import { ZoneTools } from './ZoneTools';
import { CELL, ColumnHead, HEAD, Legend, NAME, ROW } from './CrosspointParts';
import type { Pointed } from './pointed';
import { wireColour } from './wireColour';

/** How far the turned names of columns reach beyond the last column. */
const LEAN = 64;
/** Rows and columns drawn beyond those in view. */
const SPARE = 3;

export interface CrosspointBoardProps {
  readonly pointed: Pointed;
  readonly onPoint: (pointed: Pointed) => void;
  readonly chosen: { control: string; target: string } | null;
  readonly onChoose: (chosen: { control: string; target: string }) => void;
}

interface View {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** The indexes from `first` up to, not including, `end`, and one more where that is not among them. */
function withIndex(first: number, end: number, one: number, count: number): number[] {
  const indexes = Array.from({ length: Math.max(0, end - first) }, (_, i) => first + i);
  return indexes.includes(one) || one >= count ? indexes : [...indexes, one];
}

/** Items in the order of their pages and zones, those of every page and of no zone first; else as they were. */
function grouped<T extends { readonly id: string }>(document: DashboardDocument, items: readonly T[]): T[] {
  const pages = pagesOf(document).map(({ id }) => id);
  const placeOf = ({ id }: T) => {
    const page = pageOf(document, id);
    const zone = document.zones.findIndex((entry) => entry.items.includes(id));
    return (
      (page === undefined || page === null ? -1 : pages.indexOf(page)) * (document.zones.length + 1) + zone
    );
  };
  return [...items].sort((a, b) => placeOf(a) - placeOf(b));
}

/** Where an item stands, in words: its page where there are several, and its zone. */
function whereOf(document: DashboardDocument, id: string): string | undefined {
  const places = [pageNameOf(document, id), zoneOf(document, id)?.name].filter((name) => name !== undefined);
  return places.length > 0 ? places.join(' · ') : undefined;
}

export function CrosspointBoard({ pointed, onPoint, chosen, onChoose }: CrosspointBoardProps) {
  const { store, model } = useWorkspace();
  const design = useDesign();
  const { document, actors: inOrder } = design;
  const scroller = useRef<HTMLDivElement>(null);
  const [search, setSearch] = useState('');
  const [only, setOnly] = useState<Pointed>({});
  const [view, setView] = useState<View>({ left: 0, top: 0, width: 600, height: 600 });
  const [anchor, setAnchor] = useState<{ row: number; column: number } | null>(null);
  const [cursor, setCursor] = useState<{ row: number; column: number; focus: boolean }>({
    row: 0,
    column: 0,
    focus: false,
  });
  const wanted = search.trim().toLowerCase();
  const [zone, setZone] = useState('');
  const [chosenPage, setPage] = useState('');
  const page = pagesOf(document).some(({ id }) => id === chosenPage) ? chosenPage : '';
  const actors = useMemo(() => grouped(document, inOrder), [document, inOrder]);
  const { controls, targets } = useMemo(() => {
    const found = (item: Visual | Control) => design.titleOf(item).toLowerCase().includes(wanted);
    const zoned = document.zones.find((entry) => entry.id === zone);
    const isShown = (item: Visual | Control, wantedId: string | undefined) =>
      (wantedId === undefined || item.id === wantedId) &&
      (!zoned || zoned.items.includes(item.id)) &&
      (page === '' || isSeenOn(document, item.id, page));
    const rows = actors.filter((actor) => isShown(actor, only.control));
    const columns = [...grouped(document, document.visuals), ...actors.filter(isControl)].filter((item) =>
      isShown(item, only.target),
    );
    if (wanted === '') return { controls: rows, targets: columns };
    const [someRows, someColumns] = [rows.filter(found), columns.filter(found)];
    // A search for a control keeps all columns, one for a visual all rows.
    return {
      controls: someRows.length > 0 ? someRows : rows,
      targets: someColumns.length > 0 ? someColumns : columns,
    };
  }, [actors, document, design, only, wanted, zone, page]);
  const wires = document.wires.filter((wire) => wire.on).length;
  const pointAt = (row: number, column: number): Crosspoint | undefined => {
    const [control, target] = [controls[row], targets[column]];
    return control && target && crosspoint(design, control, target);
  };
  const flip = (points: readonly Crosspoint[]) => {
    const open = points.filter((point) => point.state !== 'no route');
    if (open.length === 0) return;
    const on = open.some((point) => point.state === 'unwired');
    store.getState().change((old) => ({ ...old, wires: switchWires(old, model, open, on) }));
  };
  const range: CellRange | null = anchor && {
    top: Math.min(anchor.row, cursor.row),
    bottom: Math.max(anchor.row, cursor.row),
    left: Math.min(anchor.column, cursor.column),
    right: Math.max(anchor.column, cursor.column),
  };
  const flipRange = ({ top, bottom, left, right }: CellRange) => {
    const points: Crosspoint[] = [];
    for (let row = top; row <= bottom; row++)
      for (let column = left; column <= right; column++) {
        const point = pointAt(row, column);
        if (point) points.push(point);
      }
    flip(points);
  };
  const choose = (row: number, column: number) => {
    const [control, target] = [controls[row], targets[column]];
    if (!control || !target) return;
    onChoose({ control: control.id, target: target.id });
    onPoint({ control: control.id, target: target.id });
  };
  const onKey = (event: KeyboardEvent) => {
    // Names of rows and columns are buttons of their own.
    if (!(event.target instanceof HTMLElement) || event.target.dataset.cell === undefined) return;
    if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault();
      flipRange(range ?? { top: cursor.row, bottom: cursor.row, left: cursor.column, right: cursor.column });
      return;
    }
    const steps: Record<string, readonly [number, number]> = {
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      Home: [0, -targets.length],
      End: [0, targets.length],
      PageUp: [-8, 0],
      PageDown: [8, 0],
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    const row = Math.max(0, Math.min(controls.length - 1, cursor.row + step[0]));
    const column = Math.max(0, Math.min(targets.length - 1, cursor.column + step[1]));
    setAnchor(event.shiftKey ? (anchor ?? cursor) : null);
    setCursor({ row, column, focus: true });
    choose(row, column);
    const element = scroller.current!;
    const [x, y] = [NAME + column * CELL, HEAD + row * ROW];
    if (x - NAME < element.scrollLeft) element.scrollLeft = x - NAME;
    else if (x + CELL > element.scrollLeft + element.clientWidth)
      element.scrollLeft = x + CELL - element.clientWidth;
    if (y - HEAD < element.scrollTop) element.scrollTop = y - HEAD;
    else if (y + ROW > element.scrollTop + element.clientHeight)
      element.scrollTop = y + ROW - element.clientHeight;
  };
  useEffect(() => {
    if (!cursor.focus) return;
    scroller.current
      ?.querySelector<HTMLElement>(`[data-cell="${cursor.row}:${cursor.column}"]`)
      ?.focus({ preventScroll: true });
  }, [cursor, view]);
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const measure = () =>
      setView({
        left: element.scrollLeft,
        top: element.scrollTop,
        width: element.clientWidth,
        height: element.clientHeight,
      });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    element.addEventListener('scroll', measure, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', measure);
    };
  }, []);
  // The crosspoint with the focus is always drawn, in view or not: keys go on from it.
  const columns = withIndex(
    Math.max(0, Math.floor(view.left / CELL) - SPARE),
    Math.min(targets.length, Math.ceil((view.left + view.width - NAME) / CELL) + SPARE),
    cursor.column,
    targets.length,
  );
  const rows = withIndex(
    Math.max(0, Math.floor(view.top / ROW) - SPARE),
    Math.min(controls.length, Math.ceil((view.top + view.height - HEAD) / ROW) + SPARE),
    cursor.row,
    controls.length,
  );
  const columnsKey = columns.join();
  const width = NAME + targets.length * CELL + LEAN;
  const isEmpty = actors.length === 0 || document.visuals.length === 0;
  const sources = document.visuals.filter(isPickSource).length;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 12, flexWrap: 'wrap', marginBottom: 4 }}>
        <Typography variant="h2">Crosspoint board</Typography>
        <Typography variant="body2" color="textSecondary">
          {actors.length - sources} controls{sources > 0 && ` and ${sources} to choose on`} ×{' '}
          {document.visuals.length} visuals, {wires} wires
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
      <div
        ref={scroller}
        role="grid"
        aria-label="Crosspoint board"
        aria-rowcount={controls.length + 1}
        aria-colcount={targets.length + 1}
        aria-multiselectable="true"
        onPointerLeave={() => onPoint({})}
        onKeyDown={onKey}
        style={{
          overflow: 'auto',
          flex: '0 1 auto',
          minHeight: 0,
          position: 'relative',
          display: isEmpty ? 'none' : 'block',
        }}
      >
        <div style={{ width, height: HEAD + controls.length * ROW, position: 'relative' }}>
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
              style={{
                position: 'sticky',
                left: 0,
                width: NAME,
                height: HEAD,
                background: 'inherit',
                zIndex: 1,
              }}
            >
              <span style={unseenStyle}>Controls</span>
            </div>
            {columns.map((column) => {
              const target = targets[column]!;
              return (
                <div
                  key={target.id}
                  style={{ position: 'absolute', top: 0, left: NAME + column * CELL, width: CELL }}
                >
                  <ColumnHead
                    target={target}
                    title={design.titleOf(target)}
                    startsGroup={
                      column > 0 &&
                      !isControl(target) &&
                      whereOf(document, target.id) !== whereOf(document, targets[column - 1]!.id)
                    }
                    where={whereOf(document, target.id)}
                    lit={pointed.target === target.id}
                    onPoint={() => onPoint({ target: target.id })}
                    onFlip={() => flip(controls.map((control) => crosspoint(design, control, target)))}
                  />
                </div>
              );
            })}
          </div>
          {rows.map((row) => {
            const control = controls[row]!;
            return (
              <BoardRow
                key={control.id}
                design={design}
                control={control}
                row={row}
                targets={targets}
                columns={columns}
                columnsKey={columnsKey}
                where={whereOf(document, control.id)}
                colour={wireColour(control, inOrder.indexOf(control))}
                litRow={pointed.control === control.id}
                litTarget={pointed.target}
                chosenTarget={chosen?.control === control.id ? chosen.target : undefined}
                cursorColumn={cursor.row === row ? cursor.column : null}
                range={range && row >= range.top && row <= range.bottom ? range : null}
                onPoint={onPoint}
                onFocusCell={(column) => {
                  if (cursor.row !== row || cursor.column !== column)
                    setCursor({ row, column, focus: false });
                  choose(row, column);
                }}
                onFlip={(points) => {
                  setAnchor(null);
                  flip(points);
                }}
              />
            );
          })}
        </div>
      </div>
      <Legend offers={targets.some(isControl)} />
    </div>
  );
}
