'use client';
/** Which change is looked into; none where the sheet is closed. */
import { create } from 'zustand';

export interface AskedChange {
  readonly visual: string;
  /** Id of the baseline. */
  readonly baseline: string;
  /** Index among the visual's measures. */
  readonly measure: number;
  /** Index of a bucket; null for the whole window. */
  readonly bucket: number | null;
  /** Values of the visual's own dimensions that the change is of, the first ones. */
  readonly key: readonly (string | null)[];
}

export const useChangeAsked = create<{
  readonly asked: AskedChange | null;
  open: (asked: AskedChange | null) => void;
}>((set) => ({ asked: null, open: (asked) => set({ asked }) }));
