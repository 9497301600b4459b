/** The ends of a period, set one by one: each change is a phrase, and what makes none yet stays to be put right. */
import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { DEFAULT_RULE } from '../../core/calendar/rule';
import { d } from '../../core/calendar/testing';
import { EndsEditor } from './EndsEditor';
import { press, type } from './testing';

const days = { from: d('2026-03-02'), to: d('2026-03-31') };
let written: string[] = [];

function Editor({ begin }: { begin: string }) {
  const [text, setText] = useState(begin);
  const take = (next: string) => {
    written.push(next);
    setText(next);
  };
  return <EndsEditor text={text} rule={DEFAULT_RULE} days={days} onChange={take} />;
}
function edit(begin: string) {
  written = [];
  render(<Editor begin={begin} />);
}
const last = () => written.at(-1);
const box = (name: string) => screen.getByRole('combobox', { name });
const field = (name: string) => screen.getByRole<HTMLInputElement>('textbox', { name });
function choose(name: string, option: string) {
  fireEvent.mouseDown(box(name));
  fireEvent.click(screen.getByRole('option', { name: option }));
}
const isOff = (option: string) => screen.getByRole('option', { name: option }).getAttribute('aria-disabled');

test('each kind of end begins with what it stands for now', () => {
  edit('2026-01-01/2026-02-28');
  expect([box('From').textContent, box('To').textContent]).toEqual(['A fixed day', 'A fixed day']);
  expect(field('To, day').value).toBe('28 Feb 2026');
  choose('To', 'Yesterday');
  expect(last()).toBe('from 2026-01-01 to yesterday');
  choose('From', 'Start or end of a unit');
  expect(last()).toBe('from start of this month to yesterday');
  choose('To', 'Start or end of a unit');
  expect(last()).toBe('from start of this month to end of this month');
  choose('From', 'So long, up to the end');
  expect(box('From, unit').textContent).toMatch(/month/i);
  expect(field('From, how many').value).toBe('1');
  choose('From', 'A fixed day');
  expect(last()).toBe('from 2026-03-02 to end of this month');
  choose('To', 'A fixed day');
  expect(last()).toBe('2026-03-02/2026-03-31');
  choose('From', 'Open');
  choose('To', 'Open');
  expect(last()).toBe('all');
});

test('an end is moved by so many units; the unit is asked for only where it is moved', () => {
  edit('from start of this month to today');
  expect(screen.queryByRole('combobox', { name: 'To, moved in' })).toBeNull();
  type(field('To, moved by'), '-3');
  expect(last()).toBe('from start of this month to today minus 3 days');
  choose('To, moved in', 'week');
  expect(last()).toBe('from start of this month to today minus 3 weeks');
  press(field('To, moved by'), 'ArrowUp');
  expect(last()).toBe('from start of this month to today minus 2 weeks');
  press(field('To, moved by'), 'ArrowDown');
  expect(last()).toBe('from start of this month to today minus 3 weeks');
  choose('From, edge', 'end');
  choose('From, which', 'last');
  choose('From, unit', 'year');
  expect(last()).toBe('from end of last year to today minus 3 weeks');
  choose('From, edge', 'start');
  choose('From, which', 'next');
  expect(last()).toBe('from start of next year to today minus 3 weeks');
  choose('From, which', 'this');
  expect(last()).toBe('from start of this year to today minus 3 weeks');
});

test('a length is counted from one on; what is no count is marked, and gone on leaving the field', () => {
  edit('from 2026-03-02 to today');
  choose('From', 'So long, up to the end');
  const count = () => field('From, how many');
  const written1 = last();
  press(count(), 'ArrowDown');
  expect(last()).toBe(written1);
  for (const text of ['0', '', 'many', '1.5', '12345']) {
    type(count(), text);
    expect(count().getAttribute('aria-invalid')).toBe('true');
  }
  expect(last()).toBe(written1);
  fireEvent.blur(count());
  expect([count().value, count().getAttribute('aria-invalid')]).toEqual(['1', 'false']);
  type(count(), '4');
  choose('From, unit', 'week');
  expect(screen.getByRole('group', { name: 'From' }).textContent).toContain('So long, up to the end');
  expect(count().value).toBe('4');
});

test('a length needs an end to be tied to: two of them, or one beside an open end, are not offered', () => {
  edit('from 2026-03-02 to today');
  choose('From', 'So long, up to the end');
  fireEvent.mouseDown(box('To'));
  expect([isOff('So long, from the start on'), isOff('Open')]).toEqual(['true', 'true']);
  fireEvent.click(screen.getByRole('option', { name: 'Today' }));
  choose('From', 'Open');
  fireEvent.mouseDown(box('To'));
  expect([isOff('So long, from the start on'), isOff('Open')]).toEqual(['true', null]);
});

test('an end before the start is told and not written, until it is put right', () => {
  edit('2026-01-01/2026-02-28');
  const put = (name: string, day: string) => {
    type(field(name), day);
    press(field(name), 'Enter');
  };
  put('From, day', '2026-03-05');
  expect(written).toEqual([]);
  expect(screen.getByRole('alert').textContent).toBe('The end lies before the start.');
  expect(field('From, day').value).toBe('5 Mar 2026');
  put('To, day', '2026-03-09');
  expect(written).toEqual(['2026-03-05/2026-03-09']);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('a point that is none of these stays as it is written, and what has no ends begins with its days', () => {
  edit('from first monday of this month to today');
  const from = within(screen.getByRole('group', { name: 'From' }));
  expect(from.getByRole('combobox').textContent).not.toBe('');
  choose('To', 'Yesterday');
  expect(written.length).toBe(1);
});
