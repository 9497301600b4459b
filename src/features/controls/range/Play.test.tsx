/** Play: the window goes through its track step by step, until the end, or from the beginning again. */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { d, runs } from '../../../core/calendar/testing';
import { Play } from './Play';
import { trackOf } from './track';

const track = trackOf(runs(['2025-01-01', '2025-03-31']), 'month', DEFAULT_RULE, false)!;
const month = (number: number) => ({
  start: d(`2025-0${number}-01`),
  end: d(`2025-0${number}-${number === 2 ? 28 : 31}`),
});
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });
let seen: { start: number; end: number }[] = [];

function Playing({
  begin,
  fixedEnd = 'none',
}: {
  begin: { start: number; end: number };
  fixedEnd?: 'none' | 'start' | 'end';
}) {
  const [span, setSpan] = useState(begin);
  const step = (next: typeof begin) => {
    seen.push(next);
    setSpan(next);
  };
  return <Play track={track} span={span} fixedEnd={fixedEnd} onStep={step} />;
}
/** Time goes by in steps within which nothing happens twice. */
function pass(milliseconds: number) {
  for (let left = milliseconds; left > 0; left -= 350)
    act(() => jest.advanceTimersByTime(Math.min(350, left)));
}

beforeEach(() => {
  seen = [];
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

test.each([
  ['the first part', { start: track.first, end: d('2025-01-31') }, false],
  ['the last part', { start: d('2025-03-01'), end: track.last }, false],
  ['all of the track', { start: track.first, end: track.last }, true],
])('a window over %s: nothing to play is %s', (_, begin, isOff) => {
  render(<Playing begin={begin} />);
  expect(button('Play').disabled).toBe(isOff);
});

test('steps once a pause, and stops at the end of the track', () => {
  render(<Playing begin={month(1)} />);
  fireEvent.click(button('Play'));
  pass(799);
  expect(seen).toEqual([]);
  pass(1);
  expect(seen).toEqual([month(2)]);
  pass(800);
  expect(seen).toEqual([month(2), month(3)]);
  expect(button('Pause')).toBeTruthy();
  pass(800);
  expect(button('Play')).toBeTruthy();
  pass(8000);
  expect(seen).toHaveLength(2);
});

test('stands still when it is told to', () => {
  render(<Playing begin={month(1)} />);
  fireEvent.click(button('Play'));
  pass(800);
  fireEvent.click(button('Pause'));
  pass(8000);
  expect(seen).toEqual([month(2)]);
});

test('begins again where it is to go round', () => {
  render(<Playing begin={month(2)} />);
  fireEvent.click(button('Play'));
  fireEvent.click(screen.getByRole('checkbox'));
  pass(2400);
  expect(seen.map(({ start }) => start)).toEqual([month(3).start, track.first, month(2).start]);
});

test('goes as fast as is chosen', () => {
  render(<Playing begin={month(1)} />);
  fireEvent.click(button('Play'));
  fireEvent.mouseDown(screen.getByRole('combobox'));
  fireEvent.click(screen.getByRole('option', { name: 'fast' }));
  pass(700);
  expect(seen).toEqual([month(2), month(3)]);
});

test.each([
  ['start', month(1), { start: track.first, end: d('2025-02-28') }],
  ['end', { start: track.first, end: d('2025-02-28') }, { start: d('2025-02-01'), end: d('2025-02-28') }],
] as const)('where the %s is fixed only the other end moves, round and round', (fixedEnd, begin, next) => {
  render(<Playing begin={begin} fixedEnd={fixedEnd} />);
  fireEvent.click(button('Play'));
  pass(800);
  expect(seen).toEqual([next]);
  fireEvent.click(screen.getByRole('checkbox'));
  pass(8000);
  expect([...new Set(seen.map((entry) => entry[fixedEnd]))]).toEqual([begin[fixedEnd]]);
  const moved = seen.map((entry) => entry[fixedEnd === 'start' ? 'end' : 'start']);
  expect(new Set(moved).size).toBeGreaterThan(1);
});
