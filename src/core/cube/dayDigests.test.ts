import fc from 'fast-check';
import { BLANK_DAY } from './cube';
import { DayDigests, type DigestColumn } from './dayDigests';

interface Row {
  readonly day: number | null;
  readonly other: number | null;
  readonly route: string | null;
  readonly cents: number | null;
}
const row = fc.record<Row>({
  day: fc.option(fc.integer({ min: -3, max: 4 }), { freq: 9 }),
  other: fc.option(fc.integer({ min: -400_000, max: 400_000 }), { freq: 9 }),
  route: fc.option(fc.constantFrom('Veldry', 'Tamsel', '', 'veldry', 'Osk–Head'), { freq: 9 }),
  cents: fc.option(fc.oneof(fc.integer({ min: -5, max: 5 }), fc.maxSafeInteger()), { freq: 9 }),
});
const rows = fc.array(row, { maxLength: 40 });

/** Of rows in batches of a size; codes of texts in the order in which they come. */
function digestsOf(all: readonly Row[], size = 7): Map<number, string> {
  const values = [...new Set(all.flatMap(({ route }) => (route === null ? [] : [route])))];
  const columns: DigestColumn[] = [
    { kind: 'days', name: 'other' },
    { kind: 'texts', name: 'route', values },
    { kind: 'numbers', name: 'cents' },
  ];
  const digests = new DayDigests('day', columns, -3, 4);
  for (let from = 0; from < all.length; from += size) {
    const part = all.slice(from, from + size);
    digests.add({
      rows: part.length,
      days: (name) => Int32Array.from(part, (each) => each[name as 'day' | 'other'] ?? BLANK_DAY),
      codes: () => Uint32Array.from(part, ({ route }) => (route === null ? 0 : values.indexOf(route) + 1)),
      numbers: () => Float64Array.from(part, ({ cents }) => cents ?? NaN),
    });
  }
  return digests.byDay();
}

test('the same rows in any order, by any batches and codes, are the same; days are those with rows', () => {
  fc.assert(
    fc.property(
      rows.chain((all) => fc.tuple(fc.constant(all), fc.shuffledSubarray(all, { minLength: all.length }))),
      fc.integer({ min: 1, max: 41 }),
      ([all, mixed], size) => {
        const found = digestsOf(all);
        expect(digestsOf(mixed, size)).toEqual(found);
        const days = all.flatMap(({ day }) => (day === null ? [] : [day]));
        expect([...found.keys()].sort()).toEqual([...new Set(days)].sort());
      },
    ),
  );
});

test('one cell that differs makes its day another, and no other day', () => {
  fc.assert(
    fc.property(rows, row, row, (others, before, after) => {
      fc.pre(before.day !== null && JSON.stringify({ ...after, day: before.day }) !== JSON.stringify(before));
      const first = digestsOf([...others, before]);
      const second = digestsOf([...others, { ...after, day: before.day }]);
      for (const [day, digest] of first) expect(second.get(day) === digest).toBe(day !== before.day);
    }),
  );
});

const AT: Row = { day: 0, other: 1, route: 'Veldry', cents: 1 };

test.each<[string, Partial<Row>, Partial<Row>]>([
  ['a blank and an empty text', { route: null }, { route: '' }],
  ['a blank and zero', { cents: null }, { cents: 0 }],
  ['a number and itself without its sign', { cents: -1 }, { cents: 1 }],
  ['numbers of which only the upper half differs', { cents: 1 }, { cents: 1 + 2 ** 40 }],
  ['a blank day and the first one', { other: null }, { other: 0 }],
])('%s are not the same', (_, one, other) => {
  expect(digestsOf([{ ...AT, ...one }])).not.toEqual(digestsOf([{ ...AT, ...other }]));
});

test('a row that comes twice is not one that comes once, nor values that were swapped', () => {
  const [a, b] = [AT, { ...AT, route: 'Tamsel', cents: 2 }];
  expect(digestsOf([a, a])).not.toEqual(digestsOf([a]));
  const swapped = [
    { ...a, cents: b.cents },
    { ...b, cents: a.cents },
  ];
  expect(digestsOf([a, b])).not.toEqual(digestsOf(swapped));
});
