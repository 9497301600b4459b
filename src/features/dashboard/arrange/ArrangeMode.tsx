'use client';
/** Arrange: parts at the left, the grid in the middle, the chosen item's settings at the right. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useState, type KeyboardEvent } from 'react';
import { GridLayout, noCompactor, type Layout } from 'react-grid-layout';
import { transformStrategy } from 'react-grid-layout/core';
import 'react-grid-layout/css/styles.css';
import 'react-resizable/css/styles.css';
import { GRID_COLUMNS, itemOf, type Place } from '../../../core/dashboard/document/document';
import { role } from '../../../theme/roles';
import { useNonce } from '../../ui/nonce';
import { useNotice } from '../../ui/Notice';
import { useSize } from '../../ui/useSize';
import { PartsRail } from './PartsRail';
import { newPart, partOf, type PartKind } from '../../../core/dashboard/document/parts';
import { withNewItem } from '../../../core/dashboard/wiring/wires';
import { withoutItem, withPlaces } from '../../../core/dashboard/document/edit';
import { DESIGN_WIDTH, scaleIn } from '../designWidth';
import { ItemFrame } from '../ItemFrame';
import { NothingYet } from '../read/ReadMode';
import { DashboardSettings } from '../settings/DashboardSettings';
import { pushedDown } from '../../../core/dashboard/document/pushedDown';
import { SettingsPanel } from '../settings/SettingsPanel';
import { SeveralItems } from '../settings/ZoneSetting';
import { ZoneFrames } from './ZoneFrames';
import { GAP, ROW_HEIGHT } from '../StaticGrid';
import { useItemCopies } from '../../workspace/useItemCopies';
import { useDesign, useDocument, useWorkspace } from '../../workspace/workspace';

export function ArrangeMode() {
  const { store, model } = useWorkspace();
  const document = useDocument();
  const notice = useNotice();
  /** The chosen items, the one whose settings are shown last. */
  const [several, setSeveral] = useState<readonly string[]>([]);
  const chosen = several[several.length - 1] ?? null;
  const setChosen = (id: string | null) => setSeveral(id === null ? [] : [id]);
  const choose = (id: string | null, add = false) => {
    if (id === null || !add) return setChosen(id);
    setSeveral((old) => (old.includes(id) ? old.filter((entry) => entry !== id) : [...old, id]));
  };
  const items = several.filter((id) => itemOf(document, id) !== undefined);
  const item = chosen === null ? undefined : itemOf(document, chosen);

  const add = (kind: PartKind) => {
    const part = newPart(document, model, kind);
    if (!part) {
      notice({
        text: 'No dataset can fill this part yet. Bring one in on the Datasets page; a bar and a slicer need a category column.',
      });
      return;
    }
    store.getState().change((old) => withNewItem(old, model, part, chosen));
    setChosen(part.id);
  };
  const copies = useItemCopies();
  const paste = () => {
    const ids = copies.paste(chosen);
    if (ids.length > 0) setSeveral(ids);
  };
  const copyKey = (key: string) => {
    if (key === 'd') setSeveral(copies.duplicate(items));
    if (key === 'c') copies.copy(items);
    if (key === 'v') paste();
  };
  const remove = (ids: readonly string[]) => {
    store.getState().change((old) => ids.reduce(withoutItem, old));
    setChosen(null);
    notice({
      text: 'Removed from the dashboard.',
      action: { label: 'Undo', run: () => store.temporal.getState().undo() },
    });
  };
  return (
    <Box sx={{ flex: 1, display: 'flex', minHeight: 0 }}>
      <DragStyle />
      <PartsRail onAdd={add} chosen={chosen} onChoose={setChosen} waiting={copies.waiting} onPaste={paste} />
      <ArrangeGrid chosen={items} onChoose={choose} onRemove={(id) => remove([id])} onCopyKey={copyKey} />
      <Box
        component="aside"
        aria-label="Settings"
        sx={{
          width: 300,
          flex: 'none',
          bgcolor: 'background.paper',
          borderLeft: 1,
          borderColor: 'hairline',
          overflowY: 'auto',
          p: 2,
        }}
      >
        {items.length > 1 ? (
          <SeveralItems items={items} onRemove={() => remove(items)} onCopied={setSeveral} />
        ) : item ? (
          <SettingsPanel key={item.id} item={item} onRemove={() => remove([item.id])} onCopied={setSeveral} />
        ) : (
          <DashboardSettings />
        )}
      </Box>
    </Box>
  );
}

/** What dragging puts into the page by itself where it is missing, which the page's policy would not let it do. */
function DragStyle() {
  const nonce = useNonce();
  return (
    <style id="react-draggable-style-el" nonce={nonce}>
      {'.react-draggable-transparent-selection *::selection { all: inherit; }'}
    </style>
  );
}

function ArrangeGrid({
  chosen,
  onChoose,
  onRemove,
  onCopyKey,
}: {
  chosen: readonly string[];
  onChoose: (id: string | null, add?: boolean) => void;
  onRemove: (id: string) => void;
  /** Ctrl with d, c or v, pressed on a place. */
  onCopyKey: (key: string) => void;
}) {
  const { store } = useWorkspace();
  const design = useDesign();
  const document = useDocument();
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [isFullSize, setFullSize] = useState(false);
  const fitting = scaleIn(width);
  const scale = isFullSize ? 1 : fitting;
  /** Readers of wide screens see it wider; here it is never squeezed. */
  const laidOut = Math.max(width, DESIGN_WIDTH);
  const latest = chosen[chosen.length - 1];
  useEffect(() => {
    if (latest === undefined) return;
    window.document.querySelector(`[data-place="${latest}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [latest, width]);
  const move = (places: readonly Place[]) => store.getState().change((old) => withPlaces(old, places));
  const take = (layout: Layout) => move(layout.map(({ i, x, y, w, h }) => ({ item: i, x, y, w, h })));
  const onKey = (place: Place) => (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    if (event.key === 'Delete') return onRemove(place.item);
    if ((event.ctrlKey || event.metaKey) && ['d', 'c', 'v'].includes(event.key)) {
      event.preventDefault();
      return onCopyKey(event.key);
    }
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      return onChoose(place.item, event.shiftKey);
    }
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    const item = itemOf(document, place.item);
    if (!step || !item) return;
    event.preventDefault();
    const [dx, dy] = step as [number, number];
    const { least } = partOf(item.kind);
    const next = event.shiftKey
      ? {
          ...place,
          w: Math.max(least.w, Math.min(GRID_COLUMNS - place.x, place.w + dx)),
          h: Math.max(least.h, place.h + dy),
        }
      : {
          ...place,
          x: Math.max(0, Math.min(GRID_COLUMNS - place.w, place.x + dx)),
          y: Math.max(0, place.y + dy),
        };
    move(pushedDown(document.layout, [next]));
  };
  return (
    <Box
      component="main"
      sx={{ flex: 1, overflow: 'auto', p: 1.5, minWidth: 0, position: 'relative' }}
      onClick={(event) => event.target === event.currentTarget && onChoose(null)}
    >
      <div ref={ref} />
      {document.layout.length === 0 && <NothingYet />}
      <div
        style={{
          position: 'relative',
          width: laidOut,
          zoom: scale || 1,
          visibility: scale === 0 ? 'hidden' : 'visible',
        }}
      >
        {width > 0 && document.layout.length > 0 && (
          <GridLayout
            width={laidOut}
            positionStrategy={{ ...transformStrategy, scale }}
            gridConfig={{
              cols: GRID_COLUMNS,
              rowHeight: ROW_HEIGHT,
              margin: [GAP, GAP],
              containerPadding: [0, 0],
            }}
            dragConfig={{ handle: '.arrange-handle' }}
            compactor={noCompactor}
            layout={document.layout.map(({ item, x, y, w, h }) => {
              const entry = itemOf(document, item);
              return {
                i: item,
                x,
                y,
                w,
                h,
                ...(entry ? { minW: partOf(entry.kind).least.w, minH: partOf(entry.kind).least.h } : {}),
              };
            })}
            onDragStop={take}
            onResizeStop={take}
          >
            {document.layout.map((place) => {
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
                  <div
                    className="arrange-handle"
                    title={`Drag to move ${title}`}
                    style={{
                      height: 10,
                      flex: 'none',
                      cursor: 'move',
                      background: chosen.includes(place.item) ? role.time : role.hairline,
                      borderRadius: '3px 3px 0 0',
                    }}
                  />
                  <div style={{ flex: 1, minHeight: 0 }}>
                    <ItemFrame item={item} light={chosen.includes(place.item) ? 'lit' : undefined} />
                  </div>
                </div>
              );
            })}
          </GridLayout>
        )}
        {width > 0 && <ZoneFrames width={laidOut} scale={scale} />}
      </div>
      {fitting < 1 && document.layout.length > 0 && (
        <FullSizeButton scale={fitting} isFullSize={isFullSize} onChange={setFullSize} />
      )}
    </Box>
  );
}

/** Tells that the dashboard is scaled to the room there is, and shows it at its own size. */
function FullSizeButton({
  scale,
  isFullSize,
  onChange,
}: {
  scale: number;
  isFullSize: boolean;
  onChange: (isFullSize: boolean) => void;
}) {
  return (
    <Button
      onClick={() => onChange(!isFullSize)}
      sx={{
        position: 'sticky',
        left: 0,
        bottom: 0,
        mt: 1,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'hairline',
      }}
    >
      {isFullSize ? 'Fit to the room there is' : `Shown at ${Math.round(scale * 100)} %: see it at full size`}
    </Button>
  );
}
