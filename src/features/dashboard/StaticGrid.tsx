'use client';
/** The dashboard's grid where nothing is moved: in Read and in Wire. */
import { useMemo, type CSSProperties } from 'react';
import {
  GRID_COLUMNS,
  itemOf,
  type DashboardDocument,
  type Place,
  type Zone,
} from '../../core/dashboard/document/document';
import { zoneFrame } from '../../core/dashboard/document/zones';
import { role } from '../../theme/roles';
import { visiblePlaces } from '../../core/dashboard/document/visiblePlaces';
import type { AnswersState } from '../workspace/answersStore';
import { ItemFrame } from './ItemFrame';
import { useAnswers } from '../workspace/workspace';
import { ZONE_NAME } from './zoneName';

export const ROW_HEIGHT = 24;
export const GAP = 8;

/** Ids of the controls that are not revealed, as one text, so that it is the same while they are. */
function hiddenControls(controls: AnswersState['controls']): string {
  return Object.entries(controls)
    .filter(([, answer]) => answer.kind === 'hidden')
    .map(([id]) => id)
    .join(' ');
}

/** A quiet frame behind the items of a zone, with its name on the frame. */
function ZoneOutline({ zone, places }: { zone: Zone; places: readonly Place[] }) {
  const frame = zoneFrame(places, zone);
  if (!frame) return null;
  return (
    <div
      role="group"
      aria-label={`Zone ${zone.name}`}
      style={{
        gridColumn: `${frame.x + 1} / span ${frame.w}`,
        gridRow: `${frame.y + 1} / span ${frame.h}`,
        margin: -4,
        border: `1px solid ${role.choice}`,
        borderRadius: 5,
        position: 'relative',
        // Above its neighbours, whose edges would cut the name off.
        zIndex: 1,
        pointerEvents: 'none',
      }}
    >
      <span style={{ ...ZONE_NAME, fontSize: 10, lineHeight: '13px', top: -7 }}>{zone.name}</span>
    </div>
  );
}

export interface StaticGridProps {
  readonly document: DashboardDocument;
  readonly lightOf?: (id: string) => 'lit' | 'faded' | undefined;
  readonly onPoint?: (id: string | null) => void;
  readonly onChoose?: (id: string) => void;
}

export function StaticGrid({ document, lightOf, onPoint, onChoose }: StaticGridProps) {
  const hidden = useAnswers((state) => hiddenControls(state.controls));
  const places = useMemo(
    () => visiblePlaces(document.layout, (item) => hidden.split(' ').includes(item)),
    [document.layout, hidden],
  );
  const style: CSSProperties = {
    display: 'grid',
    gridTemplateColumns: `repeat(${GRID_COLUMNS}, minmax(0, 1fr))`,
    gridAutoRows: ROW_HEIGHT,
    gap: GAP,
  };
  return (
    <div style={style}>
      {document.zones.map((zone) => (
        <ZoneOutline key={zone.id} zone={zone} places={places} />
      ))}
      {places.map((place) => {
        const item = itemOf(document, place.item);
        if (!item) return null;
        const area = {
          gridColumn: `${place.x + 1} / span ${place.w}`,
          gridRow: `${place.y + 1} / span ${place.h}`,
        };
        return (
          <div
            key={place.item}
            style={{ ...area, minWidth: 0, minHeight: 0 }}
            onPointerEnter={onPoint && (() => onPoint(place.item))}
            onPointerLeave={onPoint && (() => onPoint(null))}
            onClickCapture={onChoose && (() => onChoose(place.item))}
          >
            <ItemFrame item={item} light={lightOf?.(place.item)} />
          </div>
        );
      })}
    </div>
  );
}
