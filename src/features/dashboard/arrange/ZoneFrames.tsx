'use client';
/** Frames of zones over the grid in Arrange: a name at the corner, by which the whole zone is moved. */
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { GRID_COLUMNS, type Zone } from '../../../core/dashboard/document/document';
import { movedZone, zoneFrame } from '../../../core/dashboard/document/zones';
import { role } from '../../../theme/roles';
import { withPlaces } from '../../../core/dashboard/document/edit';
import { pushedDown } from '../../../core/dashboard/document/pushedDown';
import { GAP, ROW_HEIGHT } from '../StaticGrid';
import { useDocument, useWorkspace } from '../../workspace/workspace';
import { ZONE_NAME } from '../zoneName';

/** How far a frame stands out beyond its items, in pixels. */
const OUT = 3;

export function ZoneFrames({ width }: { width: number }) {
  const document = useDocument();
  return document.zones.map((zone) => <MovableZone key={zone.id} zone={zone} width={width} />);
}

function MovableZone({ zone, width }: { zone: Zone; width: number }) {
  const { store } = useWorkspace();
  const document = useDocument();
  const [drag, setDrag] = useState<{ x: number; y: number; dx: number; dy: number } | null>(null);
  const column = (width + GAP) / GRID_COLUMNS;
  const row = ROW_HEIGHT + GAP;
  const frame = zoneFrame(document.layout, zone);
  if (!frame) return null;
  const move = (dx: number, dy: number) => {
    if (dx === 0 && dy === 0) return;
    store.getState().change((old) => {
      const moved = movedZone(old.layout, zone, { dx, dy }, GRID_COLUMNS);
      return withPlaces(old, pushedDown(old.layout, moved));
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
    move(Math.round((event.clientX - drag.x) / column), Math.round((event.clientY - drag.y) / row));
    setDrag(null);
  };
  return (
    <div
      style={{
        position: 'absolute',
        left: frame.x * column - OUT + (drag?.dx ?? 0),
        top: frame.y * row - OUT + (drag?.dy ?? 0),
        width: frame.w * column - GAP + 2 * OUT,
        height: frame.h * row - GAP + 2 * OUT,
        border: `1.5px dashed ${role.choice}`,
        borderRadius: 5,
        pointerEvents: 'none',
        boxSizing: 'border-box',
        zIndex: 4,
      }}
    >
      <button
        type="button"
        aria-label={`Zone ${zone.name}: drag or arrow keys move all of it`}
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrag({ x: event.clientX, y: event.clientY, dx: 0, dy: 0 });
        }}
        onPointerMove={(event) =>
          drag && setDrag({ ...drag, dx: event.clientX - drag.x, dy: event.clientY - drag.y })
        }
        onPointerUp={end}
        onPointerCancel={() => setDrag(null)}
        style={{ ...ZONE_NAME, pointerEvents: 'auto', cursor: 'move', touchAction: 'none', border: 0 }}
      >
        {zone.name}
      </button>
    </div>
  );
}
