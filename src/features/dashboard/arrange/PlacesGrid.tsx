/** Items on the grid of a page, or of what stands on every page, moved and sized by pointer and by keys. */
import type { KeyboardEvent } from 'react';
import { GridLayout, noCompactor, type Layout } from 'react-grid-layout';
import { transformStrategy } from 'react-grid-layout/core';
import 'react-grid-layout/css/styles.css';
import 'react-resizable/css/styles.css';
import { GRID_COLUMNS, itemOf, type Place } from '../../../core/dashboard/document/document';
import { withPlaces } from '../../../core/dashboard/document/edit';
import { partOf, type PartKind } from '../../../core/dashboard/document/parts';
import { pushedDown } from '../../../core/dashboard/document/pushedDown';
import { role } from '../../../theme/roles';
import { useDesign, useDocument, useWorkspace } from '../../workspace/workspace';
import { ItemFrame } from '../ItemFrame';
import { DRAWN_AT_ONCE, GAP, ROW_HEIGHT } from '../StaticGrid';
import { placeByKey } from './placeByKey';

export interface ChoosingProps {
  readonly chosen: readonly string[];
  readonly onChoose: (id: string | null, add?: boolean) => void;
  readonly onRemove: (id: string) => void;
  /** Ctrl with d, c or v, pressed on a place. */
  readonly onCopyKey: (key: string) => void;
}

const GRID = {
  cols: GRID_COLUMNS,
  rowHeight: ROW_HEIGHT,
  margin: [GAP, GAP],
  containerPadding: [0, 0],
} as const;

interface PlacesProps extends ChoosingProps {
  readonly places: readonly Place[];
  /** Before it is scaled. */
  readonly width: number;
  readonly scale: number;
}

/** A place as the grid has it, with the least size of its kind of item. */
function gridItem({ item, x, y, w, h }: Place, kind: PartKind | undefined) {
  const least = kind && partOf(kind).least;
  return { i: item, x, y, w, h, ...(least ? { minW: least.w, minH: least.h } : {}) };
}

/** What an item is dragged by. */
function Handle({ title, isChosen }: { title: string; isChosen: boolean }) {
  return (
    <div
      className="arrange-handle"
      title={`Drag to move ${title}`}
      style={{
        height: 10,
        flex: 'none',
        cursor: 'move',
        background: isChosen ? role.time : role.hairline,
        borderRadius: '3px 3px 0 0',
      }}
    />
  );
}

export function PlacesGrid({ places, width, scale, chosen, onChoose, onRemove, onCopyKey }: PlacesProps) {
  const { store } = useWorkspace();
  const design = useDesign();
  const document = useDocument();
  const move = (moved: readonly Place[]) => store.getState().change((old) => withPlaces(old, moved));
  const take = (layout: Layout) => move(layout.map(({ i, x, y, w, h }) => ({ item: i, x, y, w, h })));
  const onKey = (place: Place) => (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    if (event.key === 'Delete') {
      onRemove(place.item);
      return;
    }
    if ((event.ctrlKey || event.metaKey) && ['d', 'c', 'v'].includes(event.key)) {
      event.preventDefault();
      onCopyKey(event.key);
      return;
    }
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      onChoose(place.item, event.shiftKey);
      return;
    }
    const item = itemOf(document, place.item);
    const next = item && placeByKey(place, event.key, event.shiftKey, partOf(item.kind).least);
    if (!next) return;
    event.preventDefault();
    move(pushedDown(places, [next]));
  };
  return (
    <GridLayout
      width={width}
      positionStrategy={{ ...transformStrategy, scale }}
      gridConfig={GRID}
      dragConfig={{ handle: '.arrange-handle' }}
      compactor={noCompactor}
      layout={places.map((place) => gridItem(place, itemOf(document, place.item)?.kind))}
      onDragStop={take}
      onResizeStop={take}
    >
      {places.map((place) => {
        const item = itemOf(document, place.item);
        if (!item) return <div key={place.item} />;
        const title = design.titleOf(item);
        return (
          <div
            key={place.item}
            tabIndex={0}
            role="group"
            aria-label={`Place of ${title}: column ${place.x + 1}, row ${place.y + 1}, ${place.w} by ${place.h}. Arrow keys move it, with Shift they resize it; Enter chooses it, with Shift one more.`}
            onKeyDown={onKey(place)}
            data-place={place.item}
            onPointerDownCapture={(event) => onChoose(place.item, event.shiftKey)}
            style={{ display: 'flex', flexDirection: 'column' }}
          >
            <Handle title={title} isChosen={chosen.includes(place.item)} />
            <div style={{ flex: 1, minHeight: 0 }}>
              <ItemFrame
                item={item}
                light={chosen.includes(place.item) ? 'lit' : undefined}
                waitsForSight={places.length > DRAWN_AT_ONCE}
              />
            </div>
          </div>
        );
      })}
    </GridLayout>
  );
}
