/** The item whose trace is open. */
import { create } from 'zustand';

export const useTraced = create<{ item: string | null; open: (item: string | null) => void }>()((set) => ({
  item: null,
  open: (item) => set({ item }),
}));
