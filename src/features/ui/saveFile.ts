/** Files that the browser puts where it puts downloads. */
import { orSentence, requestFile } from './request';

/** Puts a file where the browser puts downloads. */
export function saveFile(name: string, content: Blob): void {
  const address = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  // The browser has taken the address by then; kept, it would hold the content for as long as the page is open.
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** Asks the server for a file and saves it. A sentence where it cannot be had; null where it was saved. */
export const saveRequested = (path: string, body: unknown): Promise<string | null> =>
  orSentence(async () => {
    const { name, content } = await requestFile(path, body);
    saveFile(name, content);
  });
