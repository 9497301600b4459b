import { documentSchema, emptyDocument } from './document';
import { tagsFrom } from './tags';

test.each([
  ['', []],
  ['daily', ['daily']],
  [' daily , harbour board,, daily ', ['daily', 'harbour board']],
  [Array.from({ length: 30 }, (_, i) => `t${i}`).join(), Array.from({ length: 20 }, (_, i) => `t${i}`)],
  [`${'x'.repeat(29)} yyy`, ['x'.repeat(29)]],
])('%j', (text, tags) => {
  expect(tagsFrom(text)).toEqual(tags);
  expect(documentSchema.safeParse({ ...emptyDocument('T'), tags: tagsFrom(text) }).success).toBe(true);
});
