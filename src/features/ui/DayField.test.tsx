/** A day as people type it: read at once, asked about where the year is short, refused with a sentence. */
import { fireEvent, render, screen } from '@testing-library/react';
import { d } from '../../core/calendar/testing';
import { chooseLocale, currentLocale } from '../../core/locale';
import { DayField } from './DayField';
import { press, said, type, withNumbersOf } from './testing';

const onDay = jest.fn();
const field = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'From' });
const shown = (day: number | undefined = d('2026-03-14'), refuse?: (day: number) => string | null) =>
  render(<DayField label="From" day={day} onDay={onDay} {...(refuse ? { refuse } : {})} />);

beforeEach(() => onDay.mockClear());
withNumbersOf('en-GB');

test('shows its day, and nothing where there is none or it has no end', () => {
  const { rerender } = shown();
  expect(field().value).toBe('14 Mar 2026');
  for (const none of [undefined, Infinity, -Infinity]) {
    rerender(<DayField label="From" day={none} onDay={onDay} />);
    expect(field().value).toBe('');
  }
});

test.each([
  ['2026-04-02', 'en', '2026-04-02'],
  ['2 April 2026', 'en', '2026-04-02'],
  ['02.04.2026', 'de', '2026-04-02'],
  ['04/02/2026', 'en-US', '2026-04-02'],
  ['02/04/2026', 'en-GB', '2026-04-02'],
])('%j is a day in %s', (text, numbers, day) => {
  chooseLocale({ ...currentLocale(), numbers });
  shown();
  type(field(), text);
  expect(said(field())).toBe('');
  expect(onDay).not.toHaveBeenCalled();
  press(field(), 'Enter');
  expect(onDay.mock.calls).toEqual([[d(day)]]);
});

test('is taken on leaving the field; the same day again is no change', () => {
  shown();
  type(field(), '2026-03-15');
  fireEvent.blur(field());
  type(field(), '14 Mar 2026');
  fireEvent.blur(field());
  fireEvent.blur(field());
  expect(onDay.mock.calls).toEqual([[d('2026-03-15')]]);
});

test('a short year is taken by who has read which it is: on Enter, not on leaving the field', () => {
  shown();
  type(field(), '2.4.26');
  expect(said(field())).toMatch(/^wrong: .*2 Apr 2026\? Enter takes it\.$/);
  fireEvent.blur(field());
  expect(onDay).not.toHaveBeenCalled();
  press(field(), 'Enter');
  expect(onDay.mock.calls).toEqual([[d('2026-04-02')]]);
  expect(field().value).toBe('14 Mar 2026');
});

test('what is no day, and one that is refused, are told and not taken, in full and with a short year', () => {
  shown(d('2026-03-14'), (day) => (day > d('2026-03-31') ? 'After the last day.' : null));
  for (const [text, words] of [
    ['2026-02-30', 'wrong: No such day. Write 2026-03-14 or 14 Mar 2026.'],
    ['2026-04-01', 'wrong: After the last day.'],
    ['1.4.26', 'wrong: After the last day.'],
  ]) {
    type(field(), text!);
    expect(said(field())).toBe(words);
    press(field(), 'Enter');
    fireEvent.blur(field());
  }
  expect(onDay).not.toHaveBeenCalled();
  press(field(), 'Escape');
  expect([field().value, said(field())]).toEqual(['14 Mar 2026', '']);
});

test('nothing typed is nothing said, and no change', () => {
  shown();
  type(field(), '  ');
  expect(said(field())).toBe('');
  press(field(), 'Enter');
  expect(onDay).not.toHaveBeenCalled();
  expect(field().value).toBe('14 Mar 2026');
});

test('keys in it are its own: what is around it does not hear them', () => {
  const heard = jest.fn();
  render(
    <div onKeyDown={heard}>
      <DayField label="From" day={0} onDay={onDay} />
    </div>,
  );
  for (const key of ['Enter', 'Escape', 'ArrowLeft', '?']) press(field(), key);
  expect(heard).not.toHaveBeenCalled();
});

test('one that is switched off cannot be typed in', () => {
  render(<DayField disabled label="From" day={0} onDay={onDay} />);
  expect(field().disabled).toBe(true);
});
