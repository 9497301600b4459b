/** What open pages are told of a load, by what they may know. */
import { loadText, withDatabase } from '../testing';
import { modelEvents } from './events';

const at = withDatabase();

interface Told {
  revision: number;
  loads: { dataset: string; name: string; changes: { added: unknown } | null }[];
}

/** The first event of a stream. */
async function firstOf(stream: ReadableStream<Uint8Array>): Promise<Told> {
  const decoder = new TextDecoder();
  let text = '';
  for await (const chunk of stream as unknown as AsyncIterable<Uint8Array>) {
    text += decoder.decode(chunk, { stream: true });
    const found = /event: model\ndata: (.*)\n\n/.exec(text);
    if (found) return JSON.parse(found[1]!) as Told;
  }
  throw new Error('The stream ended');
}

test('all, or what was loaded, or only that something changed', async () => {
  const { dataset } = await loadText(at.folder, 'Trips', 'day,seats\n2026-05-01,1\n');
  const gone = new AbortController();
  const told = (['all', 'what', 'that'] as const).map((how) => firstOf(modelEvents(gone.signal, how)));
  // The first look finds what there is.
  await new Promise((resolve) => setTimeout(resolve, 1500));
  await loadText(at.folder, 'Trips', 'day,seats\n2026-05-01,1\n2026-05-02,1\n', { into: dataset });
  const [all, what, that] = await Promise.all(told);
  gone.abort();
  expect(all!.loads).toMatchObject([{ dataset: 'trips', name: 'Trips' }]);
  expect(all!.loads[0]!.changes).not.toBeNull();
  expect(what!.loads).toEqual([{ dataset: 'trips', name: 'Trips', changes: null }]);
  expect(that!.loads).toEqual([]);
  expect(that!.revision).toBe(all!.revision);
}, 30_000);
