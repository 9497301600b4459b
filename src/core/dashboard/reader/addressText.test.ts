import fc from 'fast-check';
import { parseChoice, printChoice } from './addressText';

describe('choices in the address', () => {
  test('any values come back as they were', () => {
    fc.assert(
      fc.property(fc.array(fc.option(fc.string({ minLength: 1 }))), (values) =>
        expect(parseChoice(printChoice(values))).toEqual(values),
      ),
    );
  });

  test('nothing chosen is told from no choice made', () => {
    expect(printChoice([])).toBe('~');
    expect(parseChoice('a;b')).toEqual(['a', 'b']);
  });
});
