'use client';
/** Copies what a page of others is given to show a frame, and says where frames are shown. */
import { z } from 'zod';
import { useNotice } from './Notice';
import { requestAs } from './request';

const originsSchema = z.object({ origins: z.array(z.string()) });

export function useFrameCopy(): (text: string) => void {
  const notice = useNotice();
  const copy = async (text: string) => {
    const { origins } = await requestAs(originsSchema, '/api/embed');
    const where =
      origins.length > 0
        ? `Pages of ${origins.join(', ')} show it.`
        : 'No page may show it yet: start Dathen with --embed and the origin of that page.';
    await navigator.clipboard.writeText(text).then(
      () => notice({ text: `The frame is copied. ${where}` }),
      () => notice({ text: `Copy this: ${text}` }),
    );
  };
  return (text) =>
    void copy(text).catch((error: unknown) =>
      notice({ text: error instanceof Error ? error.message : String(error) }),
    );
}
