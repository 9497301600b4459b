'use client';
/** Shows what the reader of this browser wants to see first, where the address asks for nothing. */
import { useEffect } from 'react';
import { stateFromAddress } from '../../../core/dashboard/reader/address';
import { isDefaultState } from '../../workspace/heldStore';
import { useWorkspace } from '../../workspace/workspace';
import { firstSeen } from './firstSeen';

export function useFirstSeen(dashboard: number): void {
  const { held, store } = useWorkspace();
  useEffect(() => {
    const first = firstSeen(dashboard);
    const { document } = store.getState();
    if (!first || !isDefaultState(document, held.state)) return;
    // The address listens from the end of this step on: what is held before that would not stand in it.
    const timer = setTimeout(() => held.replace(stateFromAddress(document, first.parts)));
    return () => clearTimeout(timer);
    // Once, when the dashboard is opened: afterwards the reader has the word.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
}
