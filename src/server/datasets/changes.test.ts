/** What a load changes, as it is told after it: days that are new, gone, or hold other rows than before. */
import { loadText, newestLoad, withDatabase } from '../testing';

const at = withDatabase();
const text = (rows: readonly string[]) => ['day,route,seats', ...rows, ''].join('\n');
const FIRST = ['2026-01-01,Veldry,2', '2026-01-02,Tamsel,3', '2026-01-02,Veldry,4', '2026-01-03,Veldry,5'];

/** What the last load of a dataset changed. */
const told = async (key: string) => (await newestLoad(key)).changes;
async function first(name: string): Promise<string> {
  return (await loadText(at.folder, name, text(FIRST))).dataset;
}
const replaced = async (key: string, rows: readonly string[], head = 'day,route,seats') => {
  await loadText(at.folder, key, [head, ...rows, ''].join('\n'), { into: key });
  return told(key);
};

test('a first load changes nothing that was there', async () => {
  expect(await told(await first('Fresh'))).toBeNull();
});

test('the same rows in another order change nothing', async () => {
  const key = await first('Same');
  expect(await replaced(key, [...FIRST].reverse())).toEqual({
    added: 0,
    removed: 0,
    changed: 0,
    latest: '2026-01-03',
  });
});

test('days are counted that are new, gone, or hold other rows', async () => {
  const key = await first('Other');
  const rows = [
    '2026-01-02,Tamsel,3',
    '2026-01-02,Veldry,9',
    '2026-01-03,Veldry,5',
    '2026-02-01,Tamsel,1',
    '2026-02-02,Tamsel,1',
  ];
  expect(await replaced(key, rows)).toEqual({ added: 2, removed: 1, changed: 1, latest: '2026-02-02' });
});

describe('by the database, where the column file does not hold rows as they are', () => {
  // Of points of time it has the day only.
  const head = 'day,route,seats,boarded';
  const timed = (rows: readonly string[], hour: (row: number) => number) =>
    rows.map((row, i) => `${row},2026-01-01 ${String(hour(i)).padStart(2, '0')}:30:00`);

  test('the same rows in another order change nothing, and days are counted as by columns', async () => {
    const rows = timed(FIRST, () => 7);
    const key = (await loadText(at.folder, 'Timed', [head, ...rows, ''].join('\n'))).dataset;
    expect(await replaced(key, [...rows].reverse(), head)).toMatchObject({
      added: 0,
      removed: 0,
      changed: 0,
    });
    const other = [
      ...timed(FIRST.slice(1), (i) => (i === 0 ? 8 : 7)),
      ...timed(['2026-03-01,Osk,1'], () => 7),
    ];
    expect(await replaced(key, other, head)).toEqual({
      added: 1,
      removed: 1,
      changed: 1,
      latest: '2026-03-01',
    });
  });

  test('also where a column is now of another type', async () => {
    const key = await first('Typed');
    const rows = FIRST.map((row) => `${row}x`);
    expect(await replaced(key, rows)).toMatchObject({ added: 0, removed: 0, changed: 3 });
  });
});

test('a day that holds a row twice is another day than one that holds it once', async () => {
  const key = await first('Twice');
  expect(await replaced(key, [...FIRST, FIRST[3]!])).toMatchObject({ added: 0, removed: 0, changed: 1 });
});

test('a column that comes or goes is no change of a day', async () => {
  const key = await first('Column');
  const rows = FIRST.map((row) => `${row},x`);
  expect(await replaced(key, rows, 'day,route,seats,note')).toMatchObject({
    added: 0,
    removed: 0,
    changed: 0,
  });
});

test('rows that are added make days new, or change those that had some', async () => {
  const key = await first('Added');
  await loadText(at.folder, 'Added', text(['2026-01-03,Tamsel,1', '2026-01-04,Tamsel,1']), {
    into: key,
    mode: 'append',
  });
  expect(await told(key)).toMatchObject({ added: 1, removed: 0, changed: 1, latest: '2026-01-04' });
});
