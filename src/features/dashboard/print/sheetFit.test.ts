import fc from 'fast-check';
import { FOOT, HEAD, MARGIN, SHEETS, sheetFit } from './sheetFit';

test.each([
  ['a page as wide as a screen and not high', { width: 1248, height: 500 }, 'landscape'],
  ['one of 37 items, four screens high', { width: 1248, height: 3200 }, 'portrait'],
  ['one that is small', { width: 400, height: 100 }, 'landscape'],
])('%s', (_, page, orientation) => {
  expect(sheetFit(page).orientation).toBe(orientation);
});

test('small pages are not blown up', () => {
  expect(sheetFit({ width: 400, height: 100 }).scale).toBe(1);
});

test('whatever the size, nothing is cut, and the other way round it would be no larger', () => {
  fc.assert(
    fc.property(fc.integer({ min: 100, max: 2000 }), fc.integer({ min: 0, max: 20_000 }), (width, height) => {
      const { orientation, scale } = sheetFit({ width, height });
      const sheet = SHEETS[orientation];
      expect(width * scale).toBeLessThanOrEqual(sheet.width - 2 * MARGIN + 1e-9);
      expect(height * scale).toBeLessThanOrEqual(sheet.height - 2 * MARGIN - HEAD - FOOT + 1e-9);
      expect(scale).toBeGreaterThan(0);
    }),
  );
});
