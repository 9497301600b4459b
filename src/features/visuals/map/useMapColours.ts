'use client';
/** The theme's colours as a canvas takes them, read again when the system turns dark or light. */
import useMediaQuery from '@mui/material/useMediaQuery';
import { useEffect, useState, type RefObject } from 'react';
import type { MapColours } from './drawMap';

const NAMES = {
  surface: 'background-paper',
  ink: 'text-primary',
  quiet: 'quiet',
  hatch: 'hatch',
  better: 'better',
  worse: 'worse',
} as const;
const SERIES = ['a', 'b', 'c', 'd', 'e', 'f', 'g'] as const;

function coloursOf(element: Element): MapColours {
  const style = getComputedStyle(element);
  const read = (name: string) => style.getPropertyValue(`--dathen-palette-${name}`).trim() || '#000';
  return {
    surface: read(NAMES.surface),
    ink: read(NAMES.ink),
    quiet: read(NAMES.quiet),
    hatch: read(NAMES.hatch),
    better: read(NAMES.better),
    worse: read(NAMES.worse),
    series: SERIES.map((letter) => read(`series-${letter}`)),
  };
}

export function useMapColours(ref: RefObject<Element | null>): MapColours | null {
  const [colours, setColours] = useState<MapColours | null>(null);
  const isDark = useMediaQuery('(prefers-color-scheme: dark)', { noSsr: true });
  useEffect(() => {
    // In a frame of its own: the scheme's variables are there by then.
    const frame = requestAnimationFrame(() => ref.current && setColours(coloursOf(ref.current)));
    return () => cancelAnimationFrame(frame);
  }, [ref, isDark]);
  return colours;
}
