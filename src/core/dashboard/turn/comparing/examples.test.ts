/** The examples of docs/comparing.md are worked out, so that they stay true. */
import { readFileSync } from 'node:fs';
import { DEFAULT_RULE } from '../../../calendar/rule';
import { runs } from '../../../calendar/testing';
import { resolveBaseline } from '../../../period/baseline';
import { describeRuns } from '../../../period/describe';
import { parseBaseline, parsePhrase } from '../../../period/parse';
import { contextOn } from '../../../period/testing';

const text = readFileSync('docs/comparing.md', 'utf8');
const examples = text
  .slice(text.indexOf('<!-- examples -->'), text.indexOf('<!-- end of examples -->'))
  .split('\n')
  .filter((line) => line.startsWith('| `'))
  .map((line) => line.split('|').map((cell) => cell.trim().replace(/`/g, '')))
  .map(([, window, baseline, days]) => [window!, baseline!, days!] as const);

test('there are examples', () => {
  expect(examples.length).toBeGreaterThan(10);
});

test.each(examples)('%s compared with %s: %s', (window, baseline, days) => {
  const context = contextOn('2026-06-22', { data: runs(['2022-01-01', '2026-06-22']) });
  const [phrase, against] = [parsePhrase(window), parseBaseline(baseline)];
  if (!phrase.ok || !against.ok) throw new Error('It cannot be read');
  const resolved = resolveBaseline(against.phrase, phrase.phrase, context);
  if (!resolved.ok || 'empty' in resolved) throw new Error('There is no baseline');
  expect(resolved.windows.map((one) => describeRuns(one, DEFAULT_RULE)).join(', ')).toBe(days);
});
