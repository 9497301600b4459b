'use client';
/** A panel at the right that explains something: it stands beside what it explains and leaves it lit and usable. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import Typography from '@mui/material/Typography';
import { useEffect, useId, useRef, useState, type ReactNode, type RefObject } from 'react';
import { create } from 'zustand';
import { useEscape } from './useEscape';

interface OpenPanel {
  readonly id: string;
  readonly width: number;
  close: () => void;
}

/** The panel that is open; there is room for one. */
const useOpenPanel = create<{ panel: OpenPanel | null }>(() => ({ panel: null }));

/** Width in pixels that the open panel takes from the page; 0 where none is open. */
export const useSidePanelWidth = (): number => useOpenPanel(({ panel }) => panel?.width ?? 0);

function come(panel: OpenPanel): () => void {
  const before = useOpenPanel.getState().panel;
  useOpenPanel.setState({ panel });
  if (before && before.id !== panel.id) before.close();
  return () => {
    if (useOpenPanel.getState().panel?.id === panel.id) useOpenPanel.setState({ panel: null });
  };
}

/** Gives the focus back to where it was before a panel came, when the panel goes with the focus inside it. */
function useReturningFocus(paper: RefObject<HTMLElement | null>) {
  const [before] = useState(() => document.activeElement);
  useEffect(() => {
    const element = paper.current;
    return () => {
      const isInside = element?.contains(document.activeElement) ?? false;
      const isLost = document.activeElement === document.body;
      if ((isInside || isLost) && before instanceof HTMLElement && before.isConnected) before.focus();
    };
  }, [before, paper]);
}

export function SidePanel({
  name,
  title,
  width,
  top = 0,
  role = 'region',
  onClose,
  children,
}: {
  /** What it is, for those who do not see it. */
  name: string;
  title: ReactNode;
  /** In pixels, at most; a small screen gives it all there is. */
  width: number;
  /** Pixels that it leaves free above. */
  top?: number;
  role?: 'region' | 'complementary';
  onClose: () => void;
  children: ReactNode;
}) {
  const id = useId();
  const paper = useRef<HTMLDivElement>(null);
  const close = useRef(onClose);
  useEffect(() => {
    close.current = onClose;
  }, [onClose]);
  useReturningFocus(paper);
  useEffect(() => come({ id, width, close: () => close.current() }), [id, width]);
  useEscape(onClose);
  return (
    <Drawer
      open
      variant="persistent"
      anchor="right"
      slotProps={{
        paper: {
          ref: paper,
          role,
          'aria-label': name,
          sx: {
            width: `min(${width}px, 100vw)`,
            p: 2,
            top,
            height: `calc(100% - ${top}px)`,
            borderColor: 'hairline',
          },
        },
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" sx={{ flex: 1, minWidth: 0 }}>
          {title}
        </Typography>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </Box>
      {children}
    </Drawer>
  );
}
