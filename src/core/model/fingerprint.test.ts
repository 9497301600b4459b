import fc from 'fast-check';
import { fingerprint } from './fingerprint';

describe('a fingerprint', () => {
  test('is the same for the same value, whatever the order of its keys', () => {
    expect(fingerprint({ a: 1, b: [{ c: null, d: 'x' }] })).toBe(
      fingerprint({ b: [{ d: 'x', c: null }], a: 1 }),
    );
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const shuffled: unknown = JSON.parse(JSON.stringify(value));
        expect(fingerprint(shuffled)).toBe(fingerprint(value));
      }),
    );
  });

  test.each([
    [{ a: 1 }, { a: 2 }],
    [{ a: 1 }, { a: '1' }],
    [
      [1, 2],
      [2, 1],
    ],
    [{ a: [] }, { a: {} }],
    [{ a: null }, {}],
  ])('%j and %j differ', (one, other) => expect(fingerprint(one)).not.toBe(fingerprint(other)));
});
