import { readFileSync } from 'node:fs';
import { PAGE, withExamples } from './phraseExamples';

test('the examples of the page are those of the vectors (npx tsx scripts/updateExamples.ts brings them up to date)', () => {
  const page = readFileSync(PAGE, 'utf8');
  expect(withExamples(page)).toBe(page);
  expect(page.split('\n').filter((line) => line.startsWith('| `')).length).toBeGreaterThan(40);
});
