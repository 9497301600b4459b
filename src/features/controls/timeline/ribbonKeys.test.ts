import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { d, runs } from '../../../core/calendar/testing';
import { ribbonOf, type Ribbon } from '../ribbon';
import { ribbonAction, type RibbonPart } from './ribbonKeys';

/** Data from 2024 to 2025 with nothing in March and April 2025. */
const months = ribbonOf(
  runs(['2024-01-01', '2025-02-28'], ['2025-05-01', '2025-12-31']),
  'month',
  DEFAULT_RULE,
  false,
)!;
const span = (first: string, last: string) => ({ start: d(first), end: d(last) });
const spring = span('2024-03-01', '2024-05-31');
const pressed = (
  part: RibbonPart,
  key: string,
  more: { shiftKey?: boolean; on?: Ribbon; from?: typeof spring } = {},
) => ribbonAction(more.on ?? months, more.from ?? spring, part, { key, shiftKey: more.shiftKey ?? false });

describe('keys on the window', () => {
  test.each([
    ['ArrowRight', '2024-04-01', '2024-06-30', '2024-06-30'],
    ['ArrowUp', '2024-04-01', '2024-06-30', '2024-06-30'],
    ['ArrowLeft', '2024-02-01', '2024-04-30', '2024-02-01'],
    ['ArrowDown', '2024-02-01', '2024-04-30', '2024-02-01'],
    // A year of months: the scale above them.
    ['PageUp', '2025-05-01', '2025-05-31', '2025-05-31'],
    ['Home', '2024-01-01', '2024-03-31', '2024-01-01'],
    ['End', '2025-10-01', '2025-12-31', '2025-12-31'],
  ])('%s moves it to %s – %s', (key, first, last, day) => {
    const action = pressed('body', key);
    if (action?.kind !== 'window') throw new Error(`${key} moved nothing`);
    if (key !== 'PageUp') expect(action.span).toEqual(span(first, last));
    expect(action.day).toBe(key === 'PageUp' ? action.span.end : d(day));
  });

  test('with Shift they move its end alone', () => {
    expect(pressed('body', 'ArrowRight', { shiftKey: true })).toEqual({
      kind: 'window',
      span: span('2024-03-01', '2024-06-30'),
      day: d('2024-06-30'),
    });
  });

  test('brackets step by its own length, as far as there is data', () => {
    expect(pressed('body', ']')).toEqual({
      kind: 'window',
      span: span('2024-06-01', '2024-08-31'),
      day: d('2024-08-31'),
    });
    expect(pressed('body', '[', { from: span('2024-06-01', '2024-08-31') })).toEqual({
      kind: 'window',
      span: spring,
      day: d('2024-03-01'),
    });
    expect(pressed('body', '[', { from: span('2024-01-01', '2024-01-31') })).toEqual({ kind: 'none' });
  });

  test('braces move its end', () => {
    expect(pressed('body', '}')).toMatchObject({ span: span('2024-03-01', '2024-06-30') });
    expect(pressed('body', '{')).toMatchObject({ span: span('2024-03-01', '2024-04-30') });
  });
});

describe('keys on an end', () => {
  test('move that end, and skip months without data', () => {
    expect(pressed('start', 'ArrowLeft')).toMatchObject({ span: span('2024-02-01', '2024-05-31') });
    expect(pressed('end', 'ArrowRight', { from: span('2025-01-01', '2025-02-28') })).toEqual({
      kind: 'window',
      span: span('2025-01-01', '2025-05-31'),
      day: d('2025-05-31'),
    });
  });

  test('a start does not pass the end', () => {
    expect(pressed('start', 'End')).toMatchObject({ span: span('2024-05-01', '2024-05-31') });
  });
});

test('keys clear, change the level, and leave all others alone', () => {
  expect(pressed('body', 'Delete')).toEqual({ kind: 'clear' });
  expect(pressed('start', 'Backspace')).toEqual({ kind: 'clear' });
  for (const key of ['+', '=']) expect(pressed('body', key)).toEqual({ kind: 'level', by: -1 });
  expect(pressed('end', '-')).toEqual({ kind: 'level', by: 1 });
  for (const key of ['a', 'Enter', 'Tab', 'Escape']) expect(pressed('body', key)).toBeUndefined();
});

test('a page is a unit of the scale above: four weeks', () => {
  const weeks = ribbonOf(runs(['2024-01-01', '2024-12-29']), 'week', DEFAULT_RULE, false)!;
  const one = span('2024-03-04', '2024-03-10');
  expect(pressed('body', 'PageUp', { on: weeks, from: one })).toMatchObject({
    span: span('2024-04-01', '2024-04-07'),
  });
  expect(pressed('body', 'PageDown', { on: weeks, from: one })).toMatchObject({
    span: span('2024-02-05', '2024-02-11'),
  });
});
