'use client';
/** Arrange: parts at the left, the grid in the middle, the chosen item's settings at the right. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useMemo, useState, type CSSProperties } from 'react';
import { itemOf } from '../../../core/dashboard/document/document';
import { placesOn } from '../../../core/dashboard/document/pages';
import { quietStyle, role } from '../../../theme/roles';
import { useNonce } from '../../ui/nonce';
import { useNotice } from '../../ui/Notice';
import { useSize } from '../../ui/useSize';
import { PageBar } from './PageBar';
import { PartsRail } from './PartsRail';
import { newPart, type PartKind } from '../../../core/dashboard/document/parts';
import { withNewItem } from '../../../core/dashboard/wiring/wires';
import { withoutItem } from '../../../core/dashboard/document/edit';
import { designWidthOf, scaleIn } from '../designWidth';
import { NothingYet } from '../read/ReadMode';
import { DashboardSettings } from '../settings/DashboardSettings';
import { SettingsPanel } from '../settings/SettingsPanel';
import { SeveralItems } from '../settings/ZoneSetting';
import { ZoneFrames } from './ZoneFrames';
import { PlacesGrid, type ChoosingProps } from './PlacesGrid';
import { useItemCopies } from '../../workspace/useItemCopies';
import { usePage } from '../../workspace/page';
import { useDocument, useWorkspace } from '../../workspace/workspace';

/** The chosen items, the one whose settings are shown last. */
function useChosenItems() {
  const [several, setSeveral] = useState<readonly string[]>([]);
  const setChosen = (id: string | null) => setSeveral(id === null ? [] : [id]);
  /** Chooses an item alone, or takes it in or out. */
  const choose = (id: string | null, add = false) => {
    if (id === null || !add) setChosen(id);
    else setSeveral((old) => (old.includes(id) ? old.filter((entry) => entry !== id) : [...old, id]));
  };
  return { several, chosen: several.at(-1) ?? null, setSeveral, setChosen, choose };
}

export function ArrangeMode() {
  const { store, model } = useWorkspace();
  const document = useDocument();
  const notice = useNotice();
  const { page } = usePage(document);
  const { several, chosen, setSeveral, setChosen, choose } = useChosenItems();
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
    store.getState().change((old) => withNewItem(old, model, part, chosen, page.id));
    setChosen(part.id);
  };
  const copies = useItemCopies();
  const paste = () => {
    const ids = copies.paste(chosen, page.id);
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
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
        <PageBar onNew={() => setChosen(null)} />
        <ArrangeGrid
          page={page.id}
          chosen={items}
          onChoose={choose}
          onRemove={(id) => remove([id])}
          onCopyKey={copyKey}
        />
      </Box>
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

function ArrangeGrid({ page, chosen, onChoose, onRemove, onCopyKey }: ChoosingProps & { page: string }) {
  const document = useDocument();
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [isFullSize, setFullSize] = useState(false);
  const designWidth = designWidthOf(document);
  const fitting = scaleIn(width, designWidth);
  const scale = isFullSize ? 1 : fitting;
  /** Readers of wide screens see it wider; here it is never squeezed. */
  const laidOut = Math.max(width, designWidth);
  const band = useMemo(() => placesOn(document, null), [document]);
  const places = useMemo(() => placesOn(document, page), [document, page]);
  const latest = chosen[chosen.length - 1];
  useEffect(() => {
    if (latest === undefined) return;
    window.document.querySelector(`[data-place="${latest}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [latest, width, page]);
  const choosing = { chosen, onChoose, onRemove, onCopyKey };
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
          width: laidOut,
          zoom: scale || 1,
          visibility: scale === 0 ? 'hidden' : 'visible',
        }}
      >
        {width > 0 && band.length > 0 && (
          <section aria-label="On every page" style={BAND}>
            <div style={{ ...quietStyle, paddingBottom: 4 }}>On every page</div>
            <PlacesGrid places={band} width={laidOut} scale={scale} {...choosing} />
          </section>
        )}
        {document.layout.length > 0 && places.length === 0 && (
          <Typography sx={{ py: 4, textAlign: 'center' }} color="textSecondary">
            Nothing lies on this page yet. Add a part from the list at the left, or choose an item of another
            page and set its page to this one.
          </Typography>
        )}
        {width > 0 && places.length > 0 && (
          <div style={{ position: 'relative' }}>
            <PlacesGrid places={places} width={laidOut} scale={scale} {...choosing} />
            <ZoneFrames places={places} width={laidOut} scale={scale} />
          </div>
        )}
      </div>
      {fitting < 1 && document.layout.length > 0 && (
        <FullSizeButton scale={fitting} isFullSize={isFullSize} onChange={setFullSize} />
      )}
    </Box>
  );
}

const BAND: CSSProperties = { borderBottom: `1px solid ${role.hairline}`, paddingBottom: 8, marginBottom: 8 };

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
