import fc from 'fast-check';
import { emptyDocument } from '../document/document';
import { slicer } from '../document/testing';
import { addressOf, stateFromAddress } from './address';
import { joinedAddress, LONGEST_QUERY, splitAddress } from './longAddress';
import { DEFAULT_STATE, readerStateSchema } from './state';

describe('long addresses', () => {
  test('come back as they were, and their query is never longer than it may be', () => {
    const text = fc.option(
      fc.string({ unit: 'binary', minLength: 1, maxLength: 40 }).filter((one) => one.isWellFormed()),
    );
    const parts = fc.dictionary(fc.stringMatching(/^[a-z.]{1,6}$/), text, {
      maxKeys: 8,
      noNullPrototype: true,
    });
    fc.assert(
      fc.property(parts, fc.integer({ min: 0, max: 200 }), (all, longest) => {
        const { query, fragment } = splitAddress(all, longest);
        expect(joinedAddress(query, `#${fragment}`)).toEqual(all);
        const kept = Object.entries(query).flatMap(([place, value]) =>
          value === null ? [] : [[place, value]],
        );
        expect(new URLSearchParams(kept).toString().length).toBeLessThanOrEqual(Math.max(longest, 0) + 1);
      }),
    );
  });

  test('1,200 chosen values go behind the #, and are the same state when it is opened again', () => {
    const document = { ...emptyDocument('Test'), controls: [slicer('route')] };
    const values = Array.from({ length: 1200 }, (_, i) => `Quay ${i}; “north”`);
    const state = readerStateSchema.parse({ ...DEFAULT_STATE, choices: { route: values } });
    const { query, fragment } = splitAddress(addressOf(document, state));
    expect(query['c.route']).toBeNull();
    expect(fragment.length).toBeGreaterThan(LONGEST_QUERY);
    expect(stateFromAddress(document, joinedAddress(query, fragment))).toEqual(state);
  });

  test('short ones have nothing behind the #', () =>
    expect(splitAddress({ a: 'b', c: null })).toEqual({ query: { a: 'b', c: null }, fragment: '' }));
});
