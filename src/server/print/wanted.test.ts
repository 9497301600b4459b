import { emptyDocument } from '../../core/dashboard/document/document';
import { createDashboard } from '../dashboards/repository';
import { saveSelection } from '../dashboards/selections';
import { withDatabase } from '../testing';
import { printAddress } from './pdf';
import { wantedPrint } from './wanted';

withDatabase();

const NOTHING = { selection: null, page: null, today: null };

async function made(): Promise<number> {
  const { id } = await createDashboard({
    ...emptyDocument('Harbour'),
    pages: [
      { id: 'page1', name: 'Now' },
      { id: 'page2', name: 'Fleet' },
    ],
    selections: [{ id: 'north', name: 'North', parts: { 'c.route': 'Quern' } }],
  });
  await saveSelection(id, { name: 'Mine', parts: { 'p.span': 'last month' } });
  await saveSelection(id, { name: 'north', parts: { 'c.route': 'mine' } });
  return id;
}

test('selections are found by name, the designer’s first; pages by name or id', async () => {
  const id = await made();
  expect(await wantedPrint(id, NOTHING)).toEqual({ dashboard: id, parts: {}, page: null });
  expect((await wantedPrint(id, { ...NOTHING, selection: 'North' })).parts).toEqual({ 'c.route': 'Quern' });
  expect((await wantedPrint(id, { ...NOTHING, selection: 'mine' })).parts).toEqual({
    'p.span': 'last month',
  });
  expect((await wantedPrint(id, { ...NOTHING, page: 'Fleet' })).page).toBe('page2');
  expect((await wantedPrint(id, { ...NOTHING, page: 'page2' })).page).toBe('page2');
});

test('a day in the place of today joins what is held', async () => {
  const id = await made();
  const print = await wantedPrint(id, { selection: 'Mine', page: null, today: '2026-05-01' });
  expect(print.parts).toEqual({ 'p.span': 'last month', 'as-of': '2026-05-01' });
});

test('what is not there is told with what there is', async () => {
  const id = await made();
  await expect(wantedPrint(id, { ...NOTHING, selection: 'South' })).rejects.toMatchObject({
    code: 'no-such-selection',
    message: expect.stringContaining('“North”') as string,
  });
  await expect(wantedPrint(id, { ...NOTHING, page: 'Crew' })).rejects.toMatchObject({
    code: 'no-such-page',
    message: expect.stringContaining('“Now”, “Fleet”') as string,
  });
  await expect(wantedPrint(99_999, NOTHING)).rejects.toMatchObject({ code: 'no-such-dashboard' });
});

test('the address of a print holds what is held behind the #, however long', () => {
  const address = new URL(
    printAddress('http://127.0.0.1:4400', { dashboard: 3, parts: { 'c.route': 'A & B' }, page: 'page2' }),
  );
  expect(address.pathname).toBe('/dashboards/3/print');
  expect(address.searchParams.get('only')).toBe('page2');
  expect(new URLSearchParams(address.hash.slice(1)).get('c.route')).toBe('A & B');
});
