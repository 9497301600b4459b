/** Of which visual the figures are shown in rows; none where the panel is closed. */
import { create } from 'zustand';

export const useDataAsked = create<{
  readonly asked: string | null;
  open: (visual: string | null) => void;
}>((set) => ({ asked: null, open: (asked) => set({ asked }) }));
