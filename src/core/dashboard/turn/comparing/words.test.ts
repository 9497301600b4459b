/** Changes in words: signs, arrows, what is better, and when there is no percent. */
import { DEFAULT_RULE } from '../../../calendar/rule';
import { d, runs } from '../../../calendar/testing';
import { testMeasure } from '../../../model/testing';
import { changeOf } from './answer';
import {
  arrowOf,
  baselineDays,
  baselineLabel,
  changeWords,
  indexWords,
  percentWords,
  toneOf,
  warningWords,
} from './words';

test.each([
  [112, 100, '+12 %', '↑', '112'],
  [88, 100, '−12 %', '↓', '88'],
  [100, 100, '0 %', '→', '100'],
  [-90, -100, '+10 %', '↑', '–'],
  [5, 0, 'no baseline', '↑', '–'],
  [5, null, 'no baseline', '', '–'],
  [null, 5, '–', '', '–'],
  [5, -5, 'changed sign', '↑', '–'],
  [0, 5, '−100 %', '↓', '0'],
])('%p against %p is %s', (value, baseline, percent, arrow, index) => {
  expect(percentWords(value, baseline)).toBe(percent);
  expect(arrowOf(value, baseline)).toBe(arrow);
  expect(indexWords(value, baseline)).toBe(index);
});

test('a change has its sign and the unit of the measure', () => {
  const litres = testMeasure('litres', 'sum', 'seats', { unit: 'l', decimals: 1 });
  expect(changeWords(litres, 1200.5, 1000)).toBe('+200.5 l');
  expect(changeWords(litres, 1000, 1200.5)).toBe('−200.5 l');
  expect(changeWords(litres, null, 1)).toBe('–');
  expect(changeOf(3, 0)).toEqual({ change: 3, percent: null });
});

test.each([
  ['more', 2, 1, 'better'],
  ['more', 1, 2, 'worse'],
  ['less', 2, 1, 'worse'],
  ['less', 1, 2, 'better'],
  ['neither', 2, 1, 'neither'],
  ['more', 1, 1, 'neither'],
  ['more', 1, null, 'neither'],
] as const)('where %s is better, %p against %p is %s', (direction, value, baseline, tone) => {
  expect(toneOf(direction, value, baseline)).toBe(tone);
});

const answer = {
  windows: runs(['2026-05-01', '2026-05-31']),
  shown: runs(['2026-05-04', '2026-05-31']),
  days: 28,
  daysWithData: 12,
  empty: null,
  warnings: [],
} as const;

test('baselines are named with their days, or with the reason for which there is none', () => {
  expect(baselineDays(answer, DEFAULT_RULE)).toBe('4–31 May 2026');
  expect(baselineDays({ ...answer, shown: [], empty: 'no-data' }, DEFAULT_RULE)).toBe('May 2026: no data');
  expect(baselineDays({ ...answer, windows: [], shown: [], empty: 'reversed' }, DEFAULT_RULE)).toMatch(
    /^no baseline: /,
  );
  expect(baselineDays({ error: 'several-stretches' }, DEFAULT_RULE)).toMatch(/several stretches/);
  expect(baselineLabel({ id: 'b1.2', name: '', text: 'previous span times 3' })).toBe(
    'previous span times 3, 2',
  );
});

test('what has to be known of a comparison', () => {
  const latest = d('2026-06-22');
  expect(
    (
      [
        { code: 'overlap', days: 60 },
        { code: 'length', days: [31, 28] },
        { code: 'late-data' },
        { code: 'partly' },
      ] as const
    ).map((warning) => warningWords(warning, answer, latest)),
  ).toEqual([
    'shares 60 of 31 days',
    '31 days against 28',
    'the window is not finished: data to 22 Jun 2026',
    'data on 12 of 31 days',
  ]);
});
