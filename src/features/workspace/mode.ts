'use client';
import { parseAsStringLiteral, useQueryState } from 'nuqs';

export const MODES = ['arrange', 'wire', 'read'] as const;
export type Mode = (typeof MODES)[number];

/** The mode of the open dashboard, kept in the address. */
export function useMode() {
  return useQueryState(
    'mode',
    parseAsStringLiteral(MODES).withDefault('read').withOptions({ history: 'push' }),
  );
}
