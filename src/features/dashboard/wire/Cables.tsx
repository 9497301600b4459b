'use client';
/** The cables of a control, or of all controls that act on a visual, drawn over the dashboard along its gutters. */
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { GRID_COLUMNS, itemOf, type Place } from '../../../core/dashboard/document/document';
import { crosspoint } from '../../../core/dashboard/wiring/crosspoint';
import { switchWires } from '../../../core/dashboard/wiring/wires';
import { GAP, ROW_HEIGHT } from '../StaticGrid';
import { useDesign, useWorkspace } from '../../workspace/workspace';
import { role } from '../../../theme/roles';
import { CableMenu, type CableChosen } from './CableMenu';
import { cableRoutes, type Corner } from './cableRoutes';
import { spreadEnds } from './spreadEnds';
import { wireColour } from '../../wiring/wireColour';

/** Pixels within which a press is a click. */
const CLICK = 4;

interface Cable {
  readonly control: string;
  readonly target: string;
  readonly colour: string;
  readonly half: boolean;
  readonly way: readonly Corner[];
}

export function Cables({
  places,
  control,
  target,
  width,
  scale,
  onDone,
}: {
  places: readonly Place[];
  /** The control whose cables are drawn; or the visual whose controls are. */
  control: string | undefined;
  target: string | undefined;
  /** Width of the grid before it is scaled, in pixels, and the scale. */
  width: number;
  scale: number;
  /** Called when an end was let go, with the control and the item under the pointer. */
  onDone: (control: string, under: string | null) => void;
}) {
  const { model, store } = useWorkspace();
  const design = useDesign();
  const { document } = design;
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{
    from: { x: number; y: number };
    to: { x: number; y: number };
    control: string;
    off: string | null;
    /** The end or plug that is dragged. */
    anchor: Element;
  } | null>(null);
  const [menu, setMenu] = useState<CableChosen | null>(null);
  const column = (width + GAP) / GRID_COLUMNS;
  const at = (corner: Corner) => ({
    x: corner.x * column - GAP / 2,
    y: corner.y * (ROW_HEIGHT + GAP) - GAP / 2,
  });
  const cables = useMemo((): Cable[] => {
    const { actors } = design;
    const pairs = document.wires.filter(
      (wire) => wire.on && (control !== undefined ? wire.control === control : wire.target === target),
    );
    return pairs.flatMap((wire): Cable[] => {
      const row = actors.findIndex((entry) => entry.id === wire.control);
      const owner = actors[row];
      const item = document.visuals.find((entry) => entry.id === wire.target);
      const from = places.find((place) => place.item === wire.control);
      const to = places.find((place) => place.item === wire.target);
      if (!owner || !item || !from || !to) return [];
      const state = crosspoint(design, owner, item).state;
      const way = cableRoutes(places, from, [to]).get(to.item);
      if (!way || state === 'no route') return [];
      return [
        {
          control: wire.control,
          target: wire.target,
          colour: wireColour(owner, row),
          half: state === 'half',
          way,
        },
      ];
    });
  }, [design, document, places, control, target]);
  const ends = spreadEnds(
    cables.map((cable) => {
      const { x, y, w, h } = places.find((place) => place.item === cable.target)!;
      const [from, to] = [at({ x, y }), at({ x: x + w, y: y + h })];
      return { at: at(cable.way.at(-1)!), box: { left: from.x, top: from.y, right: to.x, bottom: to.y } };
    }),
  );
  const titleById = (id: string) => {
    const item = itemOf(document, id);
    return item ? design.titleOf(item) : id;
  };
  const height = Math.max(1, ...places.map((place) => (place.y + place.h) * (ROW_HEIGHT + GAP)));
  const placeOf = places.find((place) => place.item === control);
  const plugOwner = control === undefined ? undefined : design.actor(control);
  const plug = placeOf && at({ x: placeOf.x + placeOf.w, y: placeOf.y });
  const pointOf = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return { x: (event.clientX - box.left) / scale, y: (event.clientY - box.top) / scale };
  };
  const under = (point: { x: number; y: number }) => {
    const x = (point.x + GAP / 2) / column;
    const y = (point.y + GAP / 2) / (ROW_HEIGHT + GAP);
    return places.find(
      (place) => x >= place.x && x < place.x + place.w && y >= place.y && y < place.y + place.h,
    )?.item;
  };
  const begin = (event: PointerEvent, from: { x: number; y: number }, owner: string, off: string | null) => {
    event.stopPropagation();
    svg.current!.setPointerCapture(event.pointerId);
    setDrag({ from, to: from, control: owner, off, anchor: event.currentTarget });
  };
  const end = (event: PointerEvent) => {
    if (!drag) return;
    const hit = under(pointOf(event));
    const change = (pair: string, on: boolean) =>
      store.getState().change((old) => ({
        ...old,
        wires: switchWires(old, model, [{ control: drag.control, target: pair }], on),
      }));
    const isClick = Math.hypot(drag.to.x - drag.from.x, drag.to.y - drag.from.y) < CLICK;
    if (isClick && drag.off !== null) {
      setMenu({ control: drag.control, target: drag.off, anchor: drag.anchor });
    } else {
      if (drag.off !== null && hit !== drag.off) change(drag.off, false);
      if (hit !== undefined && hit !== drag.control && hit !== drag.off) change(hit, true);
    }
    onDone(drag.control, hit ?? null);
    setDrag(null);
  };
  return (
    <>
      <svg
        ref={svg}
        width={width}
        height={height}
        onPointerMove={(event) => drag && setDrag({ ...drag, to: pointOf(event) })}
        onPointerUp={end}
        style={{
          position: 'absolute',
          left: 0,
          top: 0,
          pointerEvents: drag ? 'auto' : 'none',
          overflow: 'visible',
          zIndex: 5,
        }}
      >
        {cables.map((cable, i) => {
          const last = ends[i]!;
          const points = [...cable.way.map(at), last];
          return (
            <g key={`${cable.control} ${cable.target}`}>
              <polyline
                points={points.map(({ x, y }) => `${x},${y}`).join(' ')}
                fill="none"
                stroke={cable.colour}
                strokeWidth="4"
                strokeLinejoin="round"
                strokeLinecap="round"
                strokeDasharray={cable.half ? '10 7' : undefined}
                opacity="0.85"
                data-cable={`${cable.control} ${cable.target}`}
              />
              <circle
                cx={last.x}
                cy={last.y}
                r="8"
                fill={cable.colour}
                stroke={role.surface}
                strokeWidth="2"
                role="button"
                tabIndex={0}
                aria-haspopup="menu"
                aria-label={`End of the cable from ${titleById(cable.control)} to ${titleById(cable.target)}`}
                style={{ pointerEvents: 'auto', cursor: 'grab', touchAction: 'none' }}
                onPointerDown={(event) => begin(event, last, cable.control, cable.target)}
                onKeyDown={(event) => {
                  if (event.key !== 'Enter' && event.key !== ' ') return;
                  event.preventDefault();
                  setMenu({ control: cable.control, target: cable.target, anchor: event.currentTarget });
                }}
              >
                <title>Click for its menu; drag it off to unwire, or to another visual</title>
              </circle>
            </g>
          );
        })}
        {plug && plugOwner && (
          <circle
            role="button"
            aria-label={`Plug of ${design.titleOf(plugOwner)}: drag to a visual to wire it`}
            cx={plug.x - 8}
            cy={plug.y + 16}
            r="10"
            fill={role.surface}
            stroke={role.time}
            strokeWidth="3"
            style={{ pointerEvents: 'auto', cursor: 'grab', touchAction: 'none' }}
            onPointerDown={(event) => begin(event, { x: plug.x - 8, y: plug.y + 16 }, plugOwner.id, null)}
          >
            <title>Drag to a visual to wire it</title>
          </circle>
        )}
        {drag && (
          <line
            x1={drag.from.x}
            y1={drag.from.y}
            x2={drag.to.x}
            y2={drag.to.y}
            stroke={role.time}
            strokeWidth="4"
            strokeDasharray="2 6"
            strokeLinecap="round"
          />
        )}
      </svg>
      {menu && <CableMenu cable={menu} onClose={() => setMenu(null)} />}
    </>
  );
}
