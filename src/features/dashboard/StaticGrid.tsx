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
import { zoneOutline, type ZoneEdge } from '../../core/dashboard/document/zones';
import { role } from '../../theme/roles';
import { visiblePlaces } from '../../core/dashboard/document/visiblePlaces';
import type { AnswersState } from '../workspace/answersStore';
import { ItemFrame } from './ItemFrame';
import { useAnswers } from '../workspace/workspace';
import { ZONE_NAME } from './zoneName';

export const ROW_HEIGHT = 24;
export const GAP = 8;

/** Ids of the controls that are not revealed, as one text, so that it is the same while they are. */
export function hiddenControls(controls: AnswersState['controls']): string {
  return Object.entries(controls)
    .filter(([, answer]) => answer.kind === 'hidden')
    .map(([id]) => id)
    .join(' ');
}

/** Pixels by which an outline stands out from its items: the middle of the gutter. */
const OUT = GAP / 2;

/** A part of a zone's outline as a cell of the grid, on one side of the cells inside. */
function edgeStyle({ side, x, y, length }: ZoneEdge): CSSProperties {
  const isLevel = side === 'top' || side === 'bottom';
  const line = `1px solid ${role.choice}`;
  const common: CSSProperties = {
    // Above its neighbours, whose edges would cut the name off.
    zIndex: 1,
    pointerEvents: 'none',
    position: 'relative',
    gridColumn: `${x + 1} / span ${isLevel ? length : 1}`,
    gridRow: `${y + 1} / span ${isLevel ? 1 : length}`,
  };
  switch (side) {
    case 'top':
      return { ...common, alignSelf: 'start', margin: `-${OUT}px -${OUT}px 0`, borderTop: line };
    case 'bottom':
      return { ...common, alignSelf: 'end', margin: `0 -${OUT}px -${OUT}px`, borderBottom: line };
    case 'left':
      return { ...common, justifySelf: 'start', margin: `-${OUT}px 0 -${OUT}px -${OUT}px`, borderLeft: line };
    case 'right':
      return { ...common, justifySelf: 'end', margin: `-${OUT}px -${OUT}px -${OUT}px 0`, borderRight: line };
  }
}

/** A quiet line around the items of a zone, with its name on the line. */
function ZoneLine({ zone, places }: { zone: Zone; places: readonly Place[] }) {
  const edges = zoneOutline(places, zone);
  const named = edges.find((edge) => edge.side === 'top');
  return edges.map((edge) => (
    <div
      key={`${edge.side} ${edge.x} ${edge.y}`}
      style={edgeStyle(edge)}
      {...(edge === named ? { role: 'group', 'aria-label': `Zone ${zone.name}` } : {})}
    >
      {edge === named && (
        <span style={{ ...ZONE_NAME, fontSize: 10, lineHeight: '13px', top: -7 }}>{zone.name}</span>
      )}
    </div>
  ));
}

/** Of more items than this, those out of sight wait: a screen shows a dozen or two. */
export const DRAWN_AT_ONCE = 40;

export interface StaticGridProps {
  readonly document: DashboardDocument;
  /** What is drawn of it. */
  readonly layout: readonly Place[];
  /** Whether zones are outlined. */
  readonly hasZones: boolean;
  /** Whether all is drawn at once, also what is out of sight: on paper. */
  readonly drawsAll?: boolean;
  readonly lightOf?: (id: string) => 'lit' | 'faded' | undefined;
  readonly onPoint?: (id: string | null) => void;
  readonly onChoose?: (id: string) => void;
}

export function StaticGrid({
  document,
  layout,
  hasZones,
  drawsAll = false,
  lightOf,
  onPoint,
  onChoose,
}: StaticGridProps) {
  const hidden = useAnswers((state) => hiddenControls(state.controls));
  const places = useMemo(
    () => visiblePlaces(layout, (item) => hidden.split(' ').includes(item)),
    [layout, hidden],
  );
  const style: CSSProperties = {
    display: 'grid',
    gridTemplateColumns: `repeat(${GRID_COLUMNS}, minmax(0, 1fr))`,
    gridAutoRows: ROW_HEIGHT,
    gap: GAP,
  };
  return (
    <div style={style}>
      {hasZones && document.zones.map((zone) => <ZoneLine key={zone.id} zone={zone} places={places} />)}
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
            <ItemFrame
              item={item}
              light={lightOf?.(place.item)}
              waitsForSight={!drawsAll && places.length > DRAWN_AT_ONCE}
            />
          </div>
        );
      })}
    </div>
  );
}
