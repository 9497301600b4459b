import { compareNames } from './compareNames';

test('numbers within names count, capitals come after small letters, blank is last', () => {
  const sorted = ['Route 10', null, 'route 9', 'Route 2', 'Åland', 'Zeta', 'Route 1'].sort(compareNames);
  expect(sorted).toEqual(['Åland', 'Route 1', 'Route 2', 'route 9', 'Route 10', 'Zeta', null]);
  expect(compareNames(null, null)).toBe(0);
});
