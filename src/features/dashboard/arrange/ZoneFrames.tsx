'use client';
/** Frames of zones over the grid in Arrange: a name at the corner, by which the whole zone is moved. */
import { useState, type CSSProperties, type KeyboardEvent, type PointerEvent } from 'react';
import { GRID_COLUMNS, type Place, type Zone } from '../../../core/dashboard/document/document';
import { movedZone, zoneOutline, type ZoneEdge } from '../../../core/dashboard/document/zones';
import { role } from '../../../theme/roles';
import { withPlaces } from '../../../core/dashboard/document/edit';
import { pushedDown } from '../../../core/dashboard/document/pushedDown';
import { GAP, ROW_HEIGHT } from '../StaticGrid';
import { useDocument, useWorkspace } from '../../workspace/workspace';
import { ZONE_NAME } from '../zoneName';

/** Where a part of an outline lies, in pixels: along the middle of the gutter. */
function edgeStyle({ side, x, y, length }: ZoneEdge, column: number, row: number): CSSProperties {
  const isLevel = side === 'top' || side === 'bottom';
  const line = `1.5px dashed ${role.choice}`;
  return {
    position: 'absolute',
    left: (side === 'right' ? x + 1 : x) * column - GAP / 2,
    top: (side === 'bottom' ? y + 1 : y) * row - GAP / 2,
    ...(isLevel ? { width: length * column, borderTop: line } : { height: length * row, borderLeft: line }),
  };
}

interface ZoneFramesProps {
  /** Those of the page that is shown. */
  readonly places: readonly Place[];
  /** That of the grid before it is scaled. */
  readonly width: number;
  readonly scale: number;
}

export function ZoneFrames(props: ZoneFramesProps) {
  const document = useDocument();
  return document.zones.map((zone) => <MovableZone key={zone.id} zone={zone} {...props} />);
}

function MovableZone({ zone, places, width, scale }: ZoneFramesProps & { zone: Zone }) {
  const { store } = useWorkspace();
  const [drag, setDrag] = useState<{ x: number; y: number; dx: number; dy: number } | null>(null);
  const column = (width + GAP) / GRID_COLUMNS;
  const row = ROW_HEIGHT + GAP;
  const edges = zoneOutline(places, zone);
  const named = edges.find((edge) => edge.side === 'top');
  if (!named) return null;
  const move = (dx: number, dy: number) => {
    if (dx === 0 && dy === 0) return;
    store.getState().change((old) => {
      const moved = movedZone(places, zone, { dx, dy }, GRID_COLUMNS);
      return withPlaces(old, pushedDown(places, moved));
    });
  };
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!step) return;
    event.preventDefault();
    move(step[0]!, step[1]!);
  };
  const end = (event: PointerEvent) => {
    if (!drag) return;
    move(
      Math.round((event.clientX - drag.x) / scale / column),
      Math.round((event.clientY - drag.y) / scale / row),
    );
    setDrag(null);
  };
  return (
    <div
      style={{
        position: 'absolute',
        left: drag?.dx ?? 0,
        top: drag?.dy ?? 0,
        pointerEvents: 'none',
        zIndex: 4,
      }}
    >
      {edges.map((edge) => (
        <div key={`${edge.side} ${edge.x} ${edge.y}`} style={edgeStyle(edge, column, row)} />
      ))}
      <button
        type="button"
        aria-label={`Zone ${zone.name}: drag or arrow keys move all of it`}
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrag({ x: event.clientX, y: event.clientY, dx: 0, dy: 0 });
        }}
        onPointerMove={(event) =>
          drag &&
          setDrag({
            ...drag,
            dx: (event.clientX - drag.x) / scale,
            dy: (event.clientY - drag.y) / scale,
          })
        }
        onPointerUp={end}
        onPointerCancel={() => setDrag(null)}
        style={{
          ...ZONE_NAME,
          right: 'auto',
          left: named.x * column,
          top: named.y * row - GAP - 1,
          whiteSpace: 'nowrap',
          pointerEvents: 'auto',
          cursor: 'move',
          touchAction: 'none',
          border: 0,
        }}
      >
        {zone.name}
      </button>
    </div>
  );
}
