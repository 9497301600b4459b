import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { d, runs } from '../../../core/calendar/testing';
import { spanByKey } from './sliderKeys';
import { trackOf } from './track';

const track = trackOf(runs(['2025-01-01', '2025-12-31']), 'month', DEFAULT_RULE, false)!;
const span = (first: string, last: string) => ({ start: d(first), end: d(last) });
const spring = span('2025-03-01', '2025-05-31');

describe('keys on the window of a slider', () => {
  test.each([
    ['ArrowRight', span('2025-04-01', '2025-06-30')],
    ['ArrowUp', span('2025-04-01', '2025-06-30')],
    ['ArrowLeft', span('2025-02-01', '2025-04-30')],
    ['ArrowDown', span('2025-02-01', '2025-04-30')],
    // As many days at an edge of the track.
    ['Home', span('2025-01-01', '2025-04-02')],
    ['End', span('2025-10-01', '2025-12-31')],
  ])('%s', (key, moved) => {
    expect(spanByKey(track, spring, 'body', key)).toEqual(moved);
  });

  test('Home where it begins already, and steps where there is no room, leave it', () => {
    const [first, last] = [span('2025-01-01', '2025-03-31'), span('2025-10-01', '2025-12-31')];
    expect(spanByKey(track, first, 'body', 'Home')).toEqual(first);
    expect(spanByKey(track, first, 'body', 'ArrowLeft')).toBeNull();
    expect(spanByKey(track, last, 'body', 'ArrowRight')).toBeNull();
  });

  test('a month that the data ends in is stepped to, none beyond it', () => {
    const started = trackOf(runs(['2025-01-01', '2025-06-03']), 'month', DEFAULT_RULE, false)!;
    const may = span('2025-05-01', '2025-05-31');
    const june = span('2025-06-01', '2025-06-30');
    expect(spanByKey(started, may, 'body', 'ArrowRight')).toEqual(june);
    expect(spanByKey(started, june, 'body', 'ArrowRight')).toBeNull();
  });
});

describe('keys on an end', () => {
  test.each([
    ['start', 'ArrowLeft', span('2025-02-01', '2025-05-31')],
    ['end', 'ArrowRight', span('2025-03-01', '2025-06-30')],
    ['end', 'PageUp', span('2025-03-01', '2025-12-31')],
    ['start', 'PageDown', span('2025-01-01', '2025-05-31')],
    ['start', 'Home', span('2025-01-01', '2025-05-31')],
    ['end', 'End', span('2025-03-01', '2025-12-31')],
  ] as const)('%s by %s', (part, key, moved) => {
    expect(spanByKey(track, spring, part, key)).toEqual(moved);
  });
});

test('other keys mean nothing', () => {
  for (const key of ['a', 'Enter', 'Tab', ' ']) expect(spanByKey(track, spring, 'body', key)).toBeUndefined();
});
