import { TEST_MODEL } from '../../model/testing';
import { emptyDocument, type Slicer, type Visual } from '../document/document';
import { bar, line, slicer, timeline } from '../document/testing';
import { checkState } from './checkState';
import { DEFAULT_STATE, type ReaderState } from './state';

const DOCUMENT = {
  ...emptyDocument('Test'),
  visuals: [line('sea'), { ...bar('routes'), picks: true } as Visual],
  controls: [
    timeline('span'),
    { ...slicer('route'), readers: ['keep or leave out'] } as Slicer,
    slicer('other'),
  ],
};
const check = (state: Partial<ReaderState>) =>
  checkState(DOCUMENT, TEST_MODEL, { ...DEFAULT_STATE, ...state });

describe('a state sent by a script', () => {
  test('fits where every part of it has an effect', () => {
    expect(check({})).toEqual([]);
    const full: Partial<ReaderState> = {
      periods: { span: 'last 7 days' },
      choices: { route: ['Veldry', null] },
      levels: { span: 'week' },
      drills: { sea: '1970-01' },
      picks: { routes: { days: null, keys: [['Veldry']], exclude: false } },
      off: ['route'],
      turned: ['route'],
      asOf: '1970-01-09',
    };
    expect(check(full)).toEqual([]);
  });

  test.each<[Partial<ReaderState>, string, RegExp]>([
    [{ periods: { nobody: 'all' } }, 'periods.nobody', /no control “nobody”/],
    [{ periods: { route: 'all' } }, 'periods.route', /holds nothing of periods/],
    [{ choices: { span: ['x'] } }, 'choices.span', /holds nothing of choices/],
    [{ periods: { span: 'last 7 dyas' } }, 'periods.span', /Did you mean “days”/],
    [{ ranges: { span: { low: 1, high: null } } }, 'ranges.span', /holds nothing of ranges/],
    [{ levels: { route: 'week' } }, 'levels.route', /no timeline/],
    [{ drills: { nowhere: '2025' } }, 'drills.nowhere', /no visual/],
    [{ drills: { sea: '2025-13' } }, 'drills.sea', /does not fit/],
    [
      { picks: { sea: { days: '2025', keys: [], exclude: false } } },
      'picks.sea',
      /whose marks can be chosen/,
    ],
    [
      { picks: { routes: { days: 'last 7 days', keys: [], exclude: false } } },
      'picks.routes.days',
      /fixed days/,
    ],
    [{ off: ['span'] }, 'off', /cannot be switched off/],
    [{ off: ['nobody'] }, 'off', /no control/],
    [{ turned: ['other'] }, 'turned', /cannot be turned/],
    [{ turned: ['nobody'] }, 'turned', /no control/],
    [{ asOf: '2025-02-30' }, 'asOf', /no day 2025-02-30/],
  ])('%j is told', (state, place, message) => {
    const [problem, ...more] = check(state);
    expect(problem).toMatchObject({ place });
    expect(problem?.message).toMatch(message);
    expect(more).toEqual([]);
  });
});
