/** Closing by Esc, of what has come and of what is still on its way. */
import { useLayoutEffect, useRef } from 'react';
import { isTyping } from './isTyping';

/**
 * Calls `close` at Esc, from the moment on at which the part that uses this is seen. What is open above it, and a field
 * that is typed into, have the key for themselves. Nothing is listened for where `close` is undefined.
 */
export function useEscape(close: (() => void) | undefined): void {
  const now = useRef(close);
  useLayoutEffect(() => {
    now.current = close;
  }, [close]);
  const isOn = close !== undefined;
  useLayoutEffect(() => {
    if (!isOn) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || event.defaultPrevented || isTyping(event)) return;
      if (document.querySelector('[role=dialog],[role=menu]')) return;
      now.current?.();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [isOn]);
}
