'use client';
/** Copies of items: duplicates, and what is carried from one dashboard to another in the browser's storage. */
import { useSyncExternalStore } from 'react';
import {
  copiedItems,
  copiedItemsSchema,
  withCopies,
  type CopiedItems,
} from '../../core/dashboard/wiring/copies';
import { useNotice } from '../ui/Notice';
import { useWorkspace } from './workspace';

const PLACE = 'dathen copied items';
const CHANGED = 'dathen-copied';

function subscribe(onChange: () => void) {
  window.addEventListener(CHANGED, onChange);
  window.addEventListener('storage', onChange);
  return () => {
    window.removeEventListener(CHANGED, onChange);
    window.removeEventListener('storage', onChange);
  };
}

function readText(): string {
  try {
    return window.localStorage.getItem(PLACE) ?? '';
  } catch {
    return '';
  }
}

function read(text: string): CopiedItems | null {
  try {
    const result = copiedItemsSchema.safeParse(JSON.parse(text));
    return result.success ? result.data : null;
  } catch {
    return null;
  }
}

export interface ItemCopies {
  /** How many items can be put in; 0 where none was copied. */
  readonly waiting: number;
  /** Copies items beside themselves; gives the ids of the copies. */
  duplicate: (ids: readonly string[]) => string[];
  copy: (ids: readonly string[]) => void;
  /** Puts what was copied beside an item, or else on a page; gives the ids of the copies. */
  paste: (beside: string | null, page: string) => string[];
}

export function useItemCopies(): ItemCopies {
  const { store, model } = useWorkspace();
  const notice = useNotice();
  const text = useSyncExternalStore(subscribe, readText, () => '');
  const put = (copied: CopiedItems, beside: string | null, page?: string): string[] => {
    const { document } = store.getState();
    const made = withCopies(document, model, copied, beside, page);
    store.getState().change(() => made.document);
    return made.ids;
  };
  const found = text === '' ? null : read(text);
  return {
    waiting: found ? found.visuals.length + found.controls.length : 0,
    duplicate: (ids) => put(copiedItems(store.getState().document, ids), null),
    copy: (ids) => {
      try {
        window.localStorage.setItem(PLACE, JSON.stringify(copiedItems(store.getState().document, ids)));
        window.dispatchEvent(new Event(CHANGED));
        notice({ text: `${ids.length === 1 ? 'The item is' : `${ids.length} items are`} copied.` });
      } catch {
        notice({ text: 'The browser keeps nothing here, so it could not be copied.' });
      }
    },
    paste: (beside, page) => {
      const copied = read(readText());
      return copied ? put(copied, beside, page) : [];
    },
  };
}
