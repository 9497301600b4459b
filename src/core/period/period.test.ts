import fc from 'fast-check';
import { parseIsoDay } from '../calendar/day';
import { unitText } from '../calendar/names';
import { end, start, UNITS } from '../calendar/units';
import { anyRule, closeRuns, d, recentDay, runs } from '../calendar/testing';
import { DEFAULT_RULE } from '../calendar/rule';
import { intersectRuns, normalizeRuns, sameRuns } from '../calendar/runs';
import { resolveBaseline } from './baseline';
import { completePhrase } from './complete';
import { describeRuns } from './describe';
import { parseBaseline, parsePhrase, parsePoint } from './parse';
import { PHRASE_ERROR_CODES } from './phrase';
import type { PeriodContext } from './point';
import { intervalText, printBaseline, printPhrase } from './print';
import { resolvePhrase, resolveText } from './resolve';
import { anyBaseline, anyContext, anyPhrase, contextOn } from './testing';

const error = (text: string) => {
  const parsed = parsePhrase(text);
  if (parsed.ok) throw new Error(`${text} can be read`);
  return parsed.error;
};

describe('the laws of phrases', () => {
  test('reading what was printed gives the same tree, whatever the case and the space', () => {
    fc.assert(
      fc.property(anyPhrase, fc.boolean(), fc.constantFrom(' ', '  ', '\t\u2003'), (tree, upper, space) => {
        const text = printPhrase(tree).replace(/ /g, space);
        expect(parsePhrase(upper ? text.toUpperCase() : text)).toEqual({ ok: true, phrase: tree });
      }),
      { numRuns: 1000 },
    );
  });

  test('a printed phrase is canonical, and baselines too', () => {
    fc.assert(
      fc.property(anyBaseline, (tree) => {
        const text = printBaseline(tree);
        expect(parseBaseline(text)).toEqual({ ok: true, phrase: tree });
      }),
    );
  });

  test('resolving is pure, never turns a window round, and gives sorted runs apart from each other', () => {
    fc.assert(
      fc.property(anyPhrase, anyContext, (tree, context) => {
        const resolved = resolvePhrase(tree, context);
        expect(resolvePhrase(tree, context)).toEqual(resolved);
        if (!resolved.ok) {
          expect(['reversed', 'out-of-range']).toContain(resolved.error.code);
          return;
        }
        expect(sameRuns(resolved.runs, normalizeRuns(resolved.runs))).toBe(true);
        expect(resolved.runs.length === 0).toBe(resolved.empty !== undefined);
      }),
      { numRuns: 1000 },
    );
  });

  test('what is left out is not in the window', () => {
    fc.assert(
      fc.property(anyPhrase, anyContext, (tree, context) => {
        if (tree.kind !== 'except') return;
        const left = resolvePhrase(tree, context);
        const without = resolvePhrase({ kind: 'list', parts: [...tree.without, ...tree.without] }, context);
        if (left.ok && without.ok) expect(intersectRuns(left.runs, without.runs)).toEqual([]);
      }),
    );
  });

  test('as-of and today are the same thing but for what is complete', () => {
    fc.assert(
      fc.property(anyPhrase, anyContext, (tree, context) => {
        if (JSON.stringify(tree).includes('"full":true')) return;
        const asOf = { ...context, today: context.today + 400, asOf: context.today, data: [] };
        expect(resolvePhrase(tree, asOf)).toEqual(resolvePhrase(tree, { ...context, asOf: null, data: [] }));
      }),
    );
  });

  test('a baseline of the same number of days lies just before, and baselines step by the same amount', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), anyContext, (count, context) => {
        const parsed = parsePhrase(`last ${count} days counted from 2025-06-01`);
        const resolved =
          parsed.ok && resolveBaseline({ kind: 'previous span', times: 2 }, parsed.phrase, context);
        if (!resolved || !resolved.ok || 'empty' in resolved) throw new Error('no baseline');
        const end = d('2025-06-01') - count;
        expect(resolved.windows).toEqual([
          [{ start: end - count + 1, end }],
          [{ start: end - 2 * count + 1, end: end - count }],
        ]);
        expect(resolved.overlap).toBe(0);
      }),
    );
  });

  test('no text makes the parser throw, and errors lie inside the text', () => {
    const words = fc.constantFrom(
      ...'last this next 7 full days of data to date and before after from up plus minus today latest start end counted but not all fiscal month 2025-03 2025-02-30 / , .. P3M +1 -2 0 foo previous span same'.split(
        ' ',
      ),
    );
    const soup = fc.array(words, { maxLength: 9 }).map((list) => list.join(' '));
    fc.assert(
      fc.property(fc.oneof(soup, fc.string({ unit: 'binary' })), (text) => {
        for (const parsed of [parsePhrase(text), parseBaseline(text), parsePoint(text)]) {
          if (parsed.ok) continue;
          expect(PHRASE_ERROR_CODES).toContain(parsed.error.code);
          expect(parsed.error.from).toBeLessThanOrEqual(parsed.error.to);
          expect(parsed.error.to).toBeLessThanOrEqual(text.length);
        }
      }),
      { numRuns: 2000 },
    );
  });
});

describe('errors and completions', () => {
  test.each([
    ['2025-01-01/2025-02-30', 'no-such-day', 11, 21],
    ['2025 2026', 'unexpected', 5, 9],
    ['2025/', 'unexpected', 5, 5],
    ['last 7 dyas', 'unexpected', 7, 11],
    ['last 0 fortnights', 'bad-count', 5, 6],
    ['2026/2025 counted from today', 'reversed', 0, 9],
    ['2025-03 counted from latest', 'anchor-on-fixed', 8, 20],
    ['day 1 of this week', 'bad-day-of-month', 9, 18],
    ['all, 2025', 'unexpected', 3, 4],
    ['2025, 2024/..', 'unexpected', 11, 13],
  ] as const)('%s: %s at %i to %i', (text, code, from, to) => {
    expect(error(text)).toMatchObject({ code, from, to });
  });

  test('an error says what could stand there, and what was probably meant', () => {
    expect(error('last 7 dyas').message).toBe('“dyas” does not fit here. Did you mean “days”?');
    expect(error('last 7').expected).toEqual(
      expect.arrayContaining(['full', 'days', 'weeks', 'months', 'fiscal']),
    );
    expect(error('').expected).toEqual(expect.arrayContaining(['last', 'this', 'all', 'today']));
  });

  test('every completion of a phrase that was begun leads on', () => {
    fc.assert(
      fc.property(anyPhrase, fc.nat(60), (tree, cut) => {
        const words = printPhrase(tree).split(' ');
        const begun = words.slice(0, cut % words.length).join(' ');
        const text = begun === '' ? '' : `${begun} `;
        const next = words[cut % words.length]!;
        const { words: offered, from } = completePhrase(text, text.length);
        expect(from).toBe(text.length);
        for (const word of offered) {
          const failure = parsePhrase(text + word);
          if (!failure.ok) expect(failure.error.from).toBeGreaterThan(text.length);
        }
        if (/^[a-z]+$/.test(next))
          expect(offered.map((word) => word.replace(/s$/, ''))).toContain(next.replace(/s$/, ''));
      }),
      { numRuns: 300 },
    );
  });

  test('a word that was begun is completed in its place', () => {
    expect(completePhrase('last 13 fu', 10)).toEqual({ from: 8, to: 10, words: ['full'] });
    expect(completePhrase('this mon', 8).words).toEqual(['month']);
    expect(completePhrase('last 13 full mon', 16).words).toEqual(['months']);
    expect(completePhrase('th days', 2)).toEqual({ from: 0, to: 2, words: ['this'] });
    expect(completePhrase('same sp', 7, true).words).toEqual(['span']);
    expect(completePhrase('', 0, true).words).toEqual(expect.arrayContaining(['previous', 'same', 'last']));
  });
});

describe('several stretches', () => {
  const context: PeriodContext = contextOn('2026-06-03', { data: runs(['2025-01-01', '2026-06-01']) });

  test('a list is the union of its parts, in any order, and keeps its text', () => {
    const text = '2024-12-24/2024-12-26, 2024-Q1, 2024-05, 2024-04';
    expect(resolveText(text, context)).toMatchObject({
      runs: runs(['2024-01-01', '2024-05-31'], ['2024-12-24', '2024-12-26']),
    });
    const parsed = parsePhrase(' 2024-12-24 / 2024-12-26 ,2024-q1,2024-05 , 2024-04');
    expect(parsed.ok && printPhrase(parsed.phrase)).toBe(text);
  });

  test('days can be left out; nothing left is told', () => {
    expect(
      resolveText('last 7 days counted from latest but not 2026-05-28/2026-05-30', context),
    ).toMatchObject({
      runs: runs(['2026-05-26', '2026-05-27'], ['2026-05-31', '2026-06-01']),
    });
    expect(resolveText('2025-03 but not 2025-01/2025-06', context)).toEqual({
      ok: true,
      runs: [],
      empty: 'left-out',
    });
    expect(resolveText('all but not 2025-03', context)).toMatchObject({
      runs: [
        { start: -Infinity, end: d('2025-02-28') },
        { start: d('2025-04-01'), end: Infinity },
      ],
    });
  });

  const baselineOf = (baseline: string, text: string) => {
    const phrase = parsePhrase(text);
    const parsed = parseBaseline(baseline);
    if (!phrase.ok || !parsed.ok) throw new Error('cannot be read');
    return resolveBaseline(parsed.phrase, phrase.phrase, context);
  };

  test('baselines move every run; a previous span needs one stretch', () => {
    expect(baselineOf('same span 1 year earlier', '2025-03, 2025-05-01/2025-05-10')).toMatchObject({
      windows: [runs(['2024-03-01', '2024-03-31'], ['2024-05-01', '2024-05-10'])],
    });
    expect(baselineOf('same weekdays 1 year earlier', '2025-03-03, 2025-03-10')).toMatchObject({
      windows: [runs(['2024-03-04', '2024-03-04'], ['2024-03-11', '2024-03-11'])],
    });
    expect(baselineOf('previous span', '2025-03, 2025-05')).toEqual({ ok: false, code: 'several-stretches' });
    expect(baselineOf('previous span', '2025-03 but not 2025-03-05')).toMatchObject({
      windows: [runs(['2025-02-01', '2025-02-28'])],
    });
  });

  test('data that ends inside the window is told', () => {
    expect(baselineOf('same span 1 year earlier', '2026-06')).toMatchObject({ lateData: true });
    expect(baselineOf('same span 1 year earlier', '2026-05')).toMatchObject({ lateData: false });
  });
});

describe('words', () => {
  test.each([
    [runs(['2025-03-03', '2025-03-03']), 'Mon 3 Mar 2025 · 1 day'],
    [runs(['2025-03-01', '2025-03-31']), 'March 2025 · 31 days'],
    [runs(['2025-03-10', '2025-03-16']), 'week 11, 10–16 Mar 2025 · 7 days'],
    [runs(['2025-03-03', '2025-06-01']), '3 Mar – 1 Jun 2025 · 91 days'],
    [runs(['2024-12-03', '2025-01-02']), '3 Dec 2024 – 2 Jan 2025 · 31 days'],
    [runs(['2025-01-01', '2025-03-31']), '2025 Q1 · 90 days'],
    [runs(['2025-03-01', '2025-03-31'], ['2025-05-01', '2025-05-31']), 'March 2025 and May 2025 · 62 days'],
    [[{ start: d('2025-03-03'), end: Infinity }], 'from 3 Mar 2025'],
    [[{ start: -Infinity, end: Infinity }], 'every day'],
    [[], 'no day'],
  ] as const)('%#: %s', (window, words) => expect(describeRuns(window, DEFAULT_RULE)).toBe(words));

  test('a unit’s text is the phrase of just its days, under any rule', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), recentDay, anyRule, (unit, day, rule) => {
        const parsed = parsePhrase(unitText(unit, day, rule));
        if (!parsed.ok) throw new Error(parsed.error.message);
        expect(resolvePhrase(parsed.phrase, contextOn('2026-06-03', { rule }))).toEqual({
          ok: true,
          runs: [{ start: start(unit, day, rule), end: end(unit, day, rule) }],
        });
      }),
      { numRuns: 400 },
    );
  });

  test('any window has words', () => {
    fc.assert(fc.property(closeRuns, anyRule, (window, rule) => void describeRuns(window, rule)));
  });

  test('intervals of days print as phrases', () => {
    const day = (text: string) => parseIsoDay(text)!;
    expect(intervalText(day('2025-03-01'), day('2025-03-01'))).toBe('2025-03-01');
    expect(intervalText(day('2025-03-01'), Infinity)).toBe('2025-03-01/..');
    expect(intervalText(-Infinity, Infinity)).toBe('all');
    fc.assert(
      fc.property(recentDay, fc.nat(500), (start, length) => {
        const context = contextOn('2026-06-03', {});
        expect(resolveText(intervalText(start, start + length), context)).toEqual({
          ok: true,
          runs: [{ start, end: start + length }],
        });
      }),
    );
  });
});
