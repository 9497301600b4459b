/** Named periods of the model, put into the documents that use them. */
import { TEST_MODEL } from '../../model/testing';
import { designOf } from './design';
import { documentOf } from './testing';
import type { Control } from '../document/controls';
import { TIME_DEFAULTS } from '../document/kinds/time';
import { periodPlaces, withNamedPeriods } from '../document/namedPeriods';
import { line, timeline } from '../document/testing';

const SEASON = { key: 'season', name: 'Season', phrase: 'this fiscal year to date' };
const model = { ...TEST_MODEL, periods: [SEASON] };

const list: Control = {
  ...TIME_DEFAULTS,
  id: 'list',
  kind: 'periods',
  title: 'Periods',
  face: 'menu',
  entries: [
    { name: 'All', phrase: 'all', named: null },
    { name: 'Now', phrase: 'last 7 days', named: 'season' },
  ],
  chooseDates: false,
};
const own = { phrase: 'last 7 days', named: 'season', mode: 'replace', anchor: null } as const;
const sea = { ...line('sea'), title: 'Sea', ownPeriod: own };
const time = { ...timeline('time', 'last 7 days'), title: 'Time', defaultNamed: 'season' } as Control;
const document = documentOf(sea, time, list);

test('stand in defaults, in entries of lists and in own periods', () => {
  const [first, second] = withNamedPeriods(document, model).controls;
  expect(first).toMatchObject({ default: SEASON.phrase, defaultNamed: 'season' });
  expect(second).toMatchObject({
    default: 'all',
    entries: [{ phrase: 'all' }, { phrase: SEASON.phrase, name: 'Now' }],
  });
  expect(withNamedPeriods(document, model).visuals[0]!.ownPeriod!.phrase).toBe(SEASON.phrase);
  expect(designOf(document, model).document.controls[0]).toEqual(first);
});

test('a document in which nothing differs stays the very same', () => {
  const once = withNamedPeriods(document, model);
  expect(withNamedPeriods(once, model)).toBe(once);
  expect(withNamedPeriods(document, TEST_MODEL)).toBe(document);
});

test('where the model has no such period any more the last phrase stays', () => {
  const gone = { ...TEST_MODEL, periods: [{ key: 'other', name: 'Other', phrase: 'all' }] };
  expect(withNamedPeriods(document, gone)).toBe(document);
});

test('every place that holds one is found, in words', () => {
  expect(periodPlaces(document, model).map(({ words, named, phrase }) => [words, named, phrase])).toEqual([
    ['Time', 'season', 'last 7 days'],
    ['Periods', null, 'all'],
    ['Periods, “All”', null, 'all'],
    ['Periods, “Now”', 'season', 'last 7 days'],
    ['Sea', 'season', 'last 7 days'],
  ]);
});
