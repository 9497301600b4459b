/** Words of what phrases ask for now and in a month. */
import { DEFAULT_RULE } from '../calendar/rule';
import { d } from '../calendar/testing';
import type { PeriodContext } from './point';
import { resolveText } from './resolve';
import { resolvedWords, wordsInAMonth } from './resolvedWords';

const CONTEXT: PeriodContext = {
  rule: DEFAULT_RULE,
  today: d('2026-05-20'),
  asOf: null,
  anchor: { base: { kind: 'today' }, steps: [] },
  data: [{ start: d('2026-01-01'), end: d('2026-05-19') }],
};
const now = (text: string, context = CONTEXT) => resolvedWords(resolveText(text, context), context.rule);

test('a month later rolling phrases have moved on, fixed ones and the data have not', () => {
  expect([now('this month'), wordsInAMonth('this month', CONTEXT)]).toEqual([now('2026-05'), now('2026-06')]);
  expect(wordsInAMonth('2026-05', CONTEXT)).toBe(now('2026-05'));
  expect(wordsInAMonth('from start of this month to latest so far', CONTEXT)).toBe(
    'no day: it would end before it starts',
  );
});

test('a chosen as-of day does not stand still for a month', () => {
  const chosen = { ...CONTEXT, asOf: d('2026-02-10') };
  expect(now('this month', chosen)).toBe(now('2026-02'));
  expect(wordsInAMonth('this month', chosen)).toBe(now('2026-06'));
});
