'use client';
/** Keeps what a reader holds and the address of the page the same. */
import { parseAsString, useQueryStates } from 'nuqs';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { addressOf, stateFromAddress } from '../../core/dashboard/reader/address';
import { joinedAddress, splitAddress } from '../../core/dashboard/reader/longAddress';
import { DEFAULT_STATE } from '../../core/dashboard/reader/state';
import type { DocumentStore } from './documentStore';
import { HeldStore } from './heldStore';

type Parts = Readonly<Record<string, string | null>>;

/** The same text for the same address, whatever the order of its parts. */
const textOf = (parts: Parts) =>
  JSON.stringify(
    Object.entries(parts)
      .filter(([, text]) => text !== null)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );

/** What an address says in its query and behind the #. */
const stateAt = (document: DashboardDocument, query: Parts) =>
  stateFromAddress(document, joinedAddress(query, window.location.hash));

/** Writes what stands behind the # of the address, in the step of the browser's history that is there. */
function putFragment(fragment: string) {
  const { pathname, search, hash } = window.location;
  const next = fragment === '' ? '' : `#${fragment}`;
  if (next !== hash) window.history.replaceState(window.history.state, '', `${pathname}${search}${next}`);
}

/** What the reader of a dashboard holds, begun from the address and written to it. */
export function useHeldStore(store: DocumentStore, document: DashboardDocument): HeldStore {
  const places = Object.keys(addressOf(document, DEFAULT_STATE)).join(' ');
  const parsers = useMemo(
    () => Object.fromEntries(places.split(' ').map((place) => [place, parseAsString])),
    [places],
  );
  // Each change of the reader is a step of the browser's history, so that Back takes it back.
  const [parts, setParts] = useQueryStates(parsers, { history: 'push', shallow: true });
  const [held] = useState(() => new HeldStore(() => store.getState().document, stateAt(document, parts)));
  // Addresses on their way: an address that comes back and is none of them was gone to by the reader.
  const written = useRef<string[]>([textOf(parts)]);
  useEffect(
    () =>
      held.api.subscribe(({ state }, before) => {
        if (state === before.state) return;
        const { query, fragment } = splitAddress(addressOf(store.getState().document, state));
        const text = textOf(query);
        if (written.current.at(-1) === text) {
          putFragment(fragment);
          return;
        }
        written.current.push(text);
        // The step before keeps what stood behind its #.
        void setParts(query).then(() => putFragment(fragment));
      }),
    [held, store, setParts],
  );
  useEffect(() => {
    const text = textOf(parts);
    const at = written.current.lastIndexOf(text);
    if (at >= 0) written.current.splice(0, at);
    else {
      written.current = [text];
      held.replace(stateAt(store.getState().document, parts));
    }
  }, [parts, held, store]);
  return held;
}
