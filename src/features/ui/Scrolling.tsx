'use client';
import Box from '@mui/material/Box';
import { useLayoutEffect, useState, type ReactNode } from 'react';
import { useSize } from './useSize';

/**
 * What may be wider than the screen, such as a table: it scrolls in its own frame, and the page stays where it is. Where
 * it has to, the frame is a region of this name that keys reach and scroll.
 */
export function Scrolling({ name, children }: { name: string; children: ReactNode }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [isWider, setWider] = useState(false);
  useLayoutEffect(() => {
    const frame = ref.current!;
    setWider(frame.scrollWidth > frame.clientWidth);
  }, [ref, width, children]);
  return (
    <Box
      ref={ref}
      {...(isWider ? { role: 'region', 'aria-label': name, tabIndex: 0 } : {})}
      // What is only for screen readers is set absolutely; it scrolls with the rest. On paper nothing scrolls.
      sx={{ position: 'relative', '@media screen': { overflowX: 'auto' } }}
    >
      {children}
    </Box>
  );
}
