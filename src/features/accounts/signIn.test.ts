import fc from 'fast-check';
import { safePlace } from './signIn';

test.each([
  [null, '/'],
  ['/dashboards/3?p.span=2026', '/dashboards/3?p.span=2026'],
  ['//elsewhere.example', '/'],
  ['/\\elsewhere.example', '/'],
  ['https://elsewhere.example', '/'],
  ['javascript:alert(1)', '/'],
  ['', '/'],
])('%s leads to %s', (asked, place) => expect(safePlace(asked)).toBe(place));

test('one is led to a place of ours, whatever stands in the address', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.webUrl(),
        fc.string(),
        fc.string().map((text) => `/${text}`),
      ),
      (asked) => {
        expect(new URL(safePlace(asked), 'http://here').origin).toBe('http://here');
      },
    ),
  );
});
