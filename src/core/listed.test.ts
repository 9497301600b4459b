import { listed, moreWords } from './listed';

const names = (count: number) => Array.from({ length: count }, (_, i) => `n${i + 1}`);

test.each([
  [[], ''],
  [names(1), 'n1'],
  [names(3), 'n1, n2, n3'],
  [names(4), 'n1, n2, n3 and 1 more'],
  [names(1203), 'n1, n2, n3 and 1,200 more'],
])('%j, three of them at most', (all, words) => {
  expect(listed(all, 3)).toBe(words);
});

test('nothing more is said where all were', () => {
  expect([moreWords(3, 3), moreWords(2, 3), moreWords(5, 3)]).toEqual(['', '', 'and 2 more']);
});
