'use client';
/** Changes that the server may refuse: sent, told where they are refused, and read anew. */
import { useQueryClient } from '@tanstack/react-query';
import { useNotice } from './Notice';
import { orSentence } from './request';

/** Does some work; true where it was done. What is read under the keys is then read again. */
export function useChange(
  ...keys: readonly string[]
): (work: () => Promise<unknown>, done?: string) => Promise<boolean> {
  const client = useQueryClient();
  const notice = useNotice();
  return async (work, done) => {
    const refusal = await orSentence(work);
    const text = refusal ?? done;
    if (text !== undefined) notice({ text });
    await Promise.all(keys.map((key) => client.invalidateQueries({ queryKey: [key] })));
    return refusal === null;
  };
}
