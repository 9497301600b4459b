/** The item whose trace is open, and the key that opens it. */
import { useEffect } from 'react';
import { create } from 'zustand';
import { isPageKey } from '../ui/isTyping';

export const useTraced = create<{ item: string | null; open: (item: string | null) => void }>()((set) => ({
  item: null,
  open: (item) => set({ item }),
}));

/** Opens, on T, the trace of the item that the pointer or the focus came to last. */
export function useTraceKey() {
  const open = useTraced((state) => state.open);
  useEffect(() => {
    let pointed: string | null = null;
    const idOf = (target: EventTarget | null) =>
      target instanceof Element ? (target.closest('[id^="item-"]')?.id.slice('item-'.length) ?? null) : null;
    const onCome = (event: Event) => {
      pointed = idOf(event.target);
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 't' || !isPageKey(event)) return;
      if (pointed !== null) open(pointed);
    };
    window.addEventListener('pointerover', onCome);
    window.addEventListener('focusin', onCome);
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('pointerover', onCome);
      window.removeEventListener('focusin', onCome);
      window.removeEventListener('keydown', onKey);
    };
  }, [open]);
}
