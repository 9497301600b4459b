/** Behind which mark or value rows are looked at, and where a mark's menu is open; none where they are closed. */
import { create } from 'zustand';
import type { MarkAsked } from '../../core/dashboard/turn/behind';

/** A mark of a visual, or a value of a slicer, and how it is called. */
export type AskedRows = AskedMark | AskedValue;

export interface AskedMark {
  readonly visual: string;
  readonly mark: MarkAsked;
  /** "Passengers, Veldry–Osk Head, March 2025". */
  readonly words: string;
}

export interface AskedValue {
  readonly slicer: string;
  /** Values of the slicer's levels, the first ones; one where it is no tree. */
  readonly path: readonly (string | null)[];
  readonly words: string;
}

export const useRowsAsked = create<{
  readonly asked: AskedRows | null;
  open: (asked: AskedRows | null) => void;
}>((set) => ({ asked: null, open: (asked) => set({ asked }) }));

/** A menu of what can be done at a mark. */
export interface OpenMarkMenu {
  readonly rows: AskedMark;
  /** Shows where the change of the mark comes from; absent where it is not compared. */
  readonly onChange?: (() => void) | undefined;
  /** Where it opens, in pixels of the page. */
  readonly at: { readonly x: number; readonly y: number };
}

export const useMarkMenu = create<{
  readonly menu: OpenMarkMenu | null;
  open: (menu: OpenMarkMenu | null) => void;
}>((set) => ({ menu: null, open: (menu) => set({ menu }) }));

/** What can be done at a mark: where it is not compared there is one thing, which needs no menu. */
export function openMark(menu: OpenMarkMenu): void {
  if (menu.onChange) useMarkMenu.getState().open(menu);
  else useRowsAsked.getState().open(menu.rows);
}
