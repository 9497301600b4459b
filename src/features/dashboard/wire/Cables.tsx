'use client';
/** The cables of a control, or of all controls that act on a visual, drawn over the dashboard along its gutters. */
import { useMemo, useRef, useState } from 'react';
import { itemOf, type Place } from '../../../core/dashboard/document/document';
import { switchWires } from '../../../core/dashboard/wiring/wires';
import { useDesign, useWorkspace } from '../../workspace/workspace';
import { role } from '../../../theme/roles';
import { cablesOf, gridPixels } from './cableGround';
import { CableMenu, type CableChosen } from './CableMenu';
import { CableMark, Plug } from './CableParts';
import { useCableDrag, type CableDrag } from './useCableDrag';

/** A cable that is not put in anywhere yet. */
function HeldEnd({ from, to }: Pick<CableDrag, 'from' | 'to'>) {
  return (
    <line
      x1={from.x}
      y1={from.y}
      x2={to.x}
      y2={to.y}
      stroke={role.time}
      strokeWidth="4"
      strokeDasharray="2 6"
      strokeLinecap="round"
    />
  );
}

interface CablesProps {
  readonly places: readonly Place[];
  /** The control whose cables are drawn; or the visual whose controls are. */
  readonly control: string | undefined;
  readonly target: string | undefined;
  /** Width of the grid before it is scaled, in pixels, and the scale. */
  readonly width: number;
  readonly scale: number;
  /** Called when an end was let go, with the control and the item under the pointer. */
  readonly onDone: (control: string, under: string | null) => void;
}

export function Cables({ places, control, target, width, scale, onDone }: CablesProps) {
  const { model, store } = useWorkspace();
  const design = useDesign();
  const svg = useRef<SVGSVGElement>(null);
  const [menu, setMenu] = useState<CableChosen | null>(null);
  const cables = useMemo(
    () => cablesOf(design, places, { control, target }),
    [design, places, control, target],
  );
  const { at, height, under, ways } = gridPixels(places, width);
  const points = ways(cables);
  const { drag, begin, handlers } = useCableDrag(
    svg,
    scale,
    ({ control: owner, off, to, anchor }, isClick) => {
      const hit = under(to);
      const change = (pair: string, on: boolean) =>
        store.getState().change((old) => ({
          ...old,
          wires: switchWires(old, model, [{ control: owner, target: pair }], on),
        }));
      if (isClick && off !== null) setMenu({ control: owner, target: off, anchor });
      else {
        if (off !== null && hit !== off) change(off, false);
        if (hit !== undefined && hit !== owner && hit !== off) change(hit, true);
      }
      onDone(owner, hit ?? null);
    },
  );
  const titleById = (id: string) => {
    const item = itemOf(design.document, id);
    return item ? design.titleOf(item) : id;
  };
  const plugOwner = control === undefined ? undefined : design.actor(control);
  const plugPlace = places.find((place) => place.item === control);
  return (
    <>
      <svg
        ref={svg}
        width={width}
        height={height}
        {...handlers}
        style={{
          position: 'absolute',
          left: 0,
          top: 0,
          pointerEvents: drag ? 'auto' : 'none',
          overflow: 'visible',
          zIndex: 5,
        }}
      >
        {cables.map((cable, i) => (
          <CableMark
            key={`${cable.control} ${cable.target}`}
            cable={cable}
            points={points[i]!}
            words={`End of the cable from ${titleById(cable.control)} to ${titleById(cable.target)}`}
            onGrab={(event, from) => begin(event, from, cable.control, cable.target)}
            onMenu={(anchor) => setMenu({ control: cable.control, target: cable.target, anchor })}
          />
        ))}
        {plugPlace && plugOwner && (
          <Plug
            title={design.titleOf(plugOwner)}
            corner={at({ x: plugPlace.x + plugPlace.w, y: plugPlace.y })}
            onGrab={(event, from) => begin(event, from, plugOwner.id, null)}
          />
        )}
        {drag && <HeldEnd from={drag.from} to={drag.to} />}
      </svg>
      {menu && <CableMenu cable={menu} onClose={() => setMenu(null)} />}
    </>
  );
}
