import fc from 'fast-check';
import { likePattern } from './like';

const fits = (text: string, pattern: string, escape: string | null = null) =>
  likePattern(pattern, escape)(text);

/** The same by trying every way, which short texts allow. */
function byTrying(text: readonly string[], pattern: readonly string[]): boolean {
  const [sign, ...rest] = pattern;
  if (sign === undefined) return text.length === 0;
  if (sign === '%') return byTrying(text, rest) || (text.length > 0 && byTrying(text.slice(1), pattern));
  return text.length > 0 && (sign === '_' || sign === text[0]) && byTrying(text.slice(1), rest);
}

describe('a LIKE pattern', () => {
  test.each<[string, string, boolean]>([
    ['', '', true],
    ['', '%', true],
    ['a', '', false],
    ['Osk Head', 'Osk%', true],
    ['Osk Head', '%Head', true],
    ['Osk Head', '%k H%', true],
    ['Osk Head', 'Osk', false],
    ['aa', 'a%a', true],
    ['a', 'a%a', false],
    ['abab', '%ab', true],
    ['line\nbreak', 'line_break', true],
    ['🚢 Veldry', '_ Veldry', true],
    ['50.5', '50.5', true],
    ['50x5', '50.5', false],
  ])('%j LIKE %j is %s', (text, pattern, expected) => expect(fits(text, pattern)).toBe(expected));

  test('has signs that stand for themselves behind its escape', () => {
    expect(fits('100%', '100!%', '!')).toBe(true);
    expect(fits('1000', '100!%', '!')).toBe(false);
    expect(fits('a!', 'a!', '!')).toBe(true);
    expect(fits('a!b', 'a!!b', '!')).toBe(true);
  });

  test('fits what trying every way finds', () => {
    const signs = (...of: string[]) => fc.array(fc.constantFrom(...of), { maxLength: 9 });
    fc.assert(
      fc.property(signs('a', 'b'), signs('a', 'b', '%', '_'), (text, pattern) => {
        expect(fits(text.join(''), pattern.join(''))).toBe(byTrying(text, pattern));
      }),
      { numRuns: 2000 },
    );
  });

  test('of many % does not make a long text take long', () => {
    const pattern = likePattern(`${'%a'.repeat(500)}%b`, null);
    const text = 'a'.repeat(4000);
    const begun = performance.now();
    expect(pattern(text)).toBe(false);
    expect(performance.now() - begun).toBeLessThan(2000);
  });
});
