/** The wiring check as it is sent, and the document that a mend makes. */
import { documentSchema } from '../../core/dashboard/document/document';
import { timeline } from '../../core/dashboard/document/testing';
import { loadText, withDatabase } from '../testing';
import { checkOf, mendedBy, toldFindings } from './wiring';

const at = withDatabase();

test('findings are told without the documents that mend them; a mend is made when it is asked for', async () => {
  const { dataset } = await loadText(at.folder, 'landings', 'day,boats\n2026-03-01,3\n2026-03-02,5\n');
  const document = documentSchema.parse({
    version: 3,
    title: 'Loose',
    timeZone: 'UTC',
    visuals: [{ id: 'line', kind: 'line', title: '', measures: [{ dataset, measure: 'boats' }] }],
    controls: [{ ...timeline('span'), title: 'Span' }],
    wires: [],
    layout: [],
  });
  const told = toldFindings(await checkOf(document, false));
  const dead = told.find(({ code }) => code === 'dead-control')!;
  expect(dead).toEqual({
    code: 'dead-control',
    items: ['span'],
    words: '“Span” is wired to nothing, so it has no effect.',
    mend: 'Wire it to 1 visual',
  });
  const wanted = { code: dead.code, items: dead.items, mend: dead.mend! };
  const mended = await mendedBy(document, wanted);
  expect(mended.wires).toEqual([expect.objectContaining({ control: 'span', target: 'line', on: true })]);
  await expect(mendedBy(mended, wanted)).rejects.toMatchObject({ code: 'no-such-finding', status: 409 });
});
