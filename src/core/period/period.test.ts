import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { isoDay, parseIsoDay } from '../calendar/day';
import { anyRule, recentDay } from '../calendar/testing';
import type { CalendarRule } from '../calendar/rule';
import type { FixedPeriod, FixedPhrase } from './phrase';
import { parsePhrase } from './parse';
import { intervalText, printPhrase } from './print';
import { resolvePhrase } from './resolve';

interface Vector {
  readonly id: string;
  readonly text: string;
  readonly rule: CalendarRule;
  readonly expect: {
    readonly canonical?: string;
    readonly window?: readonly [string, string];
    readonly error?: string;
  };
}

const FIXED = /^fixed-|^error-(empty|no-such-day|no-such-week|reversed)/;
const vectors = readFileSync(path.join(__dirname, 'vectors/periods.jsonl'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as Vector)
  .filter((vector) => FIXED.test(vector.id) && !/,|[a-z]{4}|to /i.test(vector.text.replace(/all/i, '')));

function answer(vector: Vector) {
  const parsed = parsePhrase(vector.text);
  if (!parsed.ok) return { error: parsed.error.code };
  const resolved = resolvePhrase(parsed.phrase, { rule: vector.rule });
  if (!resolved.ok) return { error: resolved.error.code };
  const [run] = resolved.runs;
  const end = (day: number) => (Number.isFinite(day) ? isoDay(day) : '..');
  return { canonical: printPhrase(parsed.phrase), window: [end(run!.start), end(run!.end)] };
}

describe('fixed phrases', () => {
  test('there are vectors to be tried', () => expect(vectors.length).toBeGreaterThan(80));

  test.each(vectors.map((vector) => [vector.id, vector.text, vector] as const))('%s: %s', (_, __, vector) => {
    expect(answer(vector)).toEqual(vector.expect);
  });

  const year = fc.integer({ min: 1990, max: 2049 });
  const period: fc.Arbitrary<FixedPeriod> = fc.oneof(
    recentDay.map((day) => ({ kind: 'day', day }) as const),
    fc.record({ kind: fc.constant('month' as const), year, month: fc.integer({ min: 1, max: 12 }) }),
    fc.record({ kind: fc.constant('quarter' as const), year, quarter: fc.integer({ min: 1, max: 4 }) }),
    fc.record({ kind: fc.constant('year' as const), year }),
    fc.record({ kind: fc.constant('week' as const), year, week: fc.integer({ min: 1, max: 52 }) }),
    fc.record({ kind: fc.constant('fiscal year' as const), year }),
    fc.record({
      kind: fc.constant('fiscal quarter' as const),
      year,
      quarter: fc.integer({ min: 1, max: 4 }),
    }),
    fc.record({ kind: fc.constant('fiscal month' as const), year, month: fc.integer({ min: 1, max: 12 }) }),
  );
  const part = fc.integer({ min: 0, max: 40 });
  const duration = fc
    .record({ years: part, months: part, weeks: part, days: part })
    .filter((parts) => Object.values(parts).some((value) => value > 0));
  const phrase: fc.Arbitrary<FixedPhrase> = fc.oneof(
    period.map((of) => ({ kind: 'period', period: of }) as const),
    fc.record({ kind: fc.constant('interval' as const), from: period, to: fc.option(period) }),
    fc.record({ kind: fc.constant('interval' as const), from: fc.constant(null), to: period }),
    fc.record({ kind: fc.constant('starting' as const), from: period, duration }),
    fc.record({ kind: fc.constant('ending' as const), duration, to: period }),
    fc.constant({ kind: 'all' } as const),
  );

  test('reading what was printed gives the same tree, whatever the case and the space around the slash', () => {
    fc.assert(
      fc.property(phrase, fc.boolean(), fc.constantFrom('', ' ', '\t\u2003'), (tree, lower, space) => {
        const text = printPhrase(tree).replace('/', `${space}/${space}`);
        expect(parsePhrase(lower ? text.toLowerCase() : text)).toEqual({ ok: true, phrase: tree });
      }),
    );
  });

  test('a window is never turned round, and ends stay inside the known years', () => {
    fc.assert(
      fc.property(phrase, anyRule, (tree, rule) => {
        const resolved = resolvePhrase(tree, { rule });
        if (!resolved.ok) return expect(['reversed', 'out-of-range']).toContain(resolved.error.code);
        for (const run of resolved.runs) expect(run.start).toBeLessThanOrEqual(run.end);
      }),
    );
  });

  test('errors name the place', () => {
    const parsed = parsePhrase('2025-01-01/2025-02-30');
    expect(parsed).toMatchObject({ ok: false, error: { code: 'no-such-day', from: 11, to: 21 } });
    expect(parsePhrase('2025 2026')).toMatchObject({
      ok: false,
      error: { code: 'unexpected', from: 5, to: 9 },
    });
    expect(parsePhrase('2025/')).toMatchObject({ ok: false, error: { code: 'unexpected', from: 5, to: 5 } });
  });

  test('no text makes the parser throw', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => void parsePhrase(text)));
    fc.assert(fc.property(fc.stringMatching(/^[0-9PYMWDFQ/. -]{0,30}$/), (text) => void parsePhrase(text)));
  });

  test('intervals of days print as phrases', () => {
    const day = (text: string) => parseIsoDay(text)!;
    expect(intervalText(day('2025-03-01'), day('2025-03-01'))).toBe('2025-03-01');
    expect(intervalText(day('2025-03-01'), Infinity)).toBe('2025-03-01/..');
    expect(intervalText(-Infinity, Infinity)).toBe('all');
  });
});
