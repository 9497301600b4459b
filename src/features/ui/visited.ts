'use client';
/** What the reader of this browser opened last, and likes best: numbers of dashboards, kept in the browser. */
import { useSyncExternalStore } from 'react';
import { z } from 'zod';

const PLACE = 'dathen-dashboards';
const CHANGED = 'dathen-dashboards-changed';
/** Openings that are kept. */
const MOST_OPENED = 200;

const visitedSchema = z.object({
  favourites: z.array(z.int()),
  /** When each was opened last: milliseconds since 1970-01-01 UTC. */
  opened: z.record(z.string(), z.number()),
});
export type Visited = z.infer<typeof visitedSchema>;

const NONE: Visited = { favourites: [], opened: {} };

function readText(): string {
  try {
    return localStorage.getItem(PLACE) ?? '';
  } catch {
    return '';
  }
}

/** What a kept text says; nothing where it cannot be read. */
export function visitedFrom(text: string): Visited {
  try {
    return visitedSchema.parse(JSON.parse(text));
  } catch {
    return NONE;
  }
}

function keep(visited: Visited): void {
  try {
    localStorage.setItem(PLACE, JSON.stringify(visited));
    window.dispatchEvent(new Event(CHANGED));
  } catch {
    // A browser that keeps nothing has no favourites.
  }
}

/** Notes that a dashboard was opened. */
export function noteOpened(id: number, now: number): void {
  const { favourites, opened } = visitedFrom(readText());
  const newest = Object.entries<number>({ ...opened, [id]: now })
    .sort(([, a], [, b]) => b - a)
    .slice(0, MOST_OPENED);
  keep({ favourites, opened: Object.fromEntries(newest) });
}

/** Makes a dashboard a favourite, or no longer one. */
export function setFavourite(id: number, isOne: boolean): void {
  const { favourites, opened } = visitedFrom(readText());
  const others = favourites.filter((entry) => entry !== id);
  keep({ favourites: isOne ? [...others, id] : others, opened });
}

function subscribe(onChange: () => void) {
  window.addEventListener(CHANGED, onChange);
  window.addEventListener('storage', onChange);
  return () => {
    window.removeEventListener(CHANGED, onChange);
    window.removeEventListener('storage', onChange);
  };
}

export function useVisited(): Visited {
  return visitedFrom(useSyncExternalStore(subscribe, readText, () => ''));
}
