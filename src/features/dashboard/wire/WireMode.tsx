'use client';
/** Wire: the live dashboard at the left, the crosspoint board at the right; each lights the other. */
import Box from '@mui/material/Box';
import { useCallback, useMemo, useRef, useState } from 'react';
import {
  isControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../../../core/dashboard/document/document';
import { isPickSource } from '../../../core/dashboard/reader/pick';
import { placesWithBand } from '../../../core/dashboard/document/pages';
import { useSize } from '../../ui/useSize';
import { CrosspointBoard } from '../../wiring/CrosspointBoard';
import { CrosspointDetails } from '../../wiring/CrosspointDetails';
import { designWidthOf, scaleIn } from '../designWidth';
import { StaticGrid } from '../StaticGrid';
import { PageTabs } from '../PageTabs';
import { usePage } from '../../workspace/page';
import { useDocument } from '../../workspace/workspace';
import { Cables } from './Cables';
import type { Pointed } from '../../wiring/pointed';

/** Whether the cables of an item are those that go out from it. */
const acts = (item: Control | Visual) => isControl(item) || isPickSource(item);

const ASIDE = {
  flex: '0 0 45%',
  bgcolor: 'background.paper',
  borderLeft: 1,
  borderColor: 'hairline',
  overflow: 'hidden',
  p: 2,
  minWidth: 0,
} as const;

/** Whose cables are drawn: those of what is pointed at, else of the item that is held. */
function cablesShown({ control, target }: Pointed, held: Control | Visual | undefined): Pointed {
  if (control !== undefined) return { control };
  if (target !== undefined) return { target };
  if (!held) return {};
  return acts(held) ? { control: held.id } : { target: held.id };
}

/** What a control reaches, or what acts on a visual, is lit; the rest fades. */
function lightIn({ wires }: DashboardDocument, { control, target }: Pointed, id: string) {
  if (control === undefined && target === undefined) return undefined;
  if (id === control || id === target) return 'lit';
  if (control !== undefined && target !== undefined) return 'faded';
  const isWired = wires.some(
    (wire) =>
      wire.on &&
      (control !== undefined
        ? wire.control === control && wire.target === id
        : wire.target === target && wire.control === id),
  );
  return isWired ? 'lit' : 'faded';
}

export function WireMode() {
  const document = useDocument();
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [pointed, setPointed] = useState<Pointed>({});
  /** The item whose cables stay drawn: the one clicked last. */
  const [held, setHeld] = useState<string | null>(null);
  /** The item on which an end of a cable was let go, until the pointer leaves it. */
  const letGo = useRef<string | null>(null);
  const [chosen, setChosen] = useState<{ control: string; target: string } | null>(null);
  const { page } = usePage(document);
  const places = useMemo(() => placesWithBand(document, page.id), [document, page.id]);
  const designWidth = designWidthOf(document);
  const scale = scaleIn(width, designWidth);

  const lightOf = useCallback((id: string) => lightIn(document, pointed, id), [document, pointed]);
  const shown = cablesShown(pointed, held === null ? undefined : itemOf(document, held));
  const pointAt = (id: string | null) => {
    // The pointer still lies where a cable was let go: the control that was wired stays in view.
    if (id !== null && id === letGo.current) return;
    letGo.current = null;
    if (id === null) {
      setPointed({});
      return;
    }
    const item = itemOf(document, id);
    if (item) setPointed(isControl(item) ? { control: id } : { target: id });
  };
  return (
    <Box sx={{ flex: 1, display: 'flex', minHeight: 0 }}>
      <Box sx={{ flex: '0 0 55%', display: 'flex', flexDirection: 'column', minWidth: 0 }}>
        <PageTabs />
        <Box component="main" aria-label="Dashboard" sx={{ flex: 1, overflow: 'auto', p: 1.5 }}>
          <div ref={ref}>
            <div
              style={{
                width: designWidth,
                transformOrigin: 'top left',
                zoom: scale || 1,
                visibility: scale === 0 ? 'hidden' : 'visible',
              }}
            >
              <div style={{ position: 'relative' }}>
                <StaticGrid
                  document={document}
                  layout={places}
                  hasZones
                  lightOf={lightOf}
                  onPoint={pointAt}
                  onChoose={setHeld}
                />
                <Cables
                  places={places}
                  control={shown.control}
                  target={shown.target}
                  width={designWidth}
                  scale={scale || 1}
                  onDone={(control, under) => {
                    letGo.current = under;
                    setPointed({});
                    setHeld(control);
                  }}
                />
              </div>
            </div>
          </div>
        </Box>
        <CrosspointDetails chosen={chosen} />
      </Box>
      <Box component="aside" aria-label="Wiring" sx={ASIDE}>
        <CrosspointBoard pointed={pointed} onPoint={setPointed} chosen={chosen} onChoose={setChosen} />
      </Box>
    </Box>
  );
}
