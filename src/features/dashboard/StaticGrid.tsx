'use client';
/** The dashboard's grid where nothing is moved: in Read and in Wire. */
import type { CSSProperties } from 'react';
import { GRID_COLUMNS, itemOf, type DashboardDocument } from '../../core/dashboard/document';
import { ItemFrame } from './ItemFrame';

export const ROW_HEIGHT = 24;
export const GAP = 8;

export interface StaticGridProps {
  readonly document: DashboardDocument;
  readonly lightOf?: (id: string) => 'lit' | 'faded' | undefined;
  readonly onPoint?: (id: string | null) => void;
  readonly onChoose?: (id: string) => void;
}

export function StaticGrid({ document, lightOf, onPoint, onChoose }: StaticGridProps) {
  const style: CSSProperties = {
    display: 'grid',
    gridTemplateColumns: `repeat(${GRID_COLUMNS}, minmax(0, 1fr))`,
    gridAutoRows: ROW_HEIGHT,
    gap: GAP,
  };
  return (
    <div style={style}>
      {document.layout.map((place) => {
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
