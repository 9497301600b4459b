/** A column of a file, as it was found and as it is to be used. */
import { fireEvent, render, screen } from '@testing-library/react';
import type { ColumnProfile } from '../../contract/datasets';
import { ColumnRow, startingRole, type Draft } from './ImportColumnRow';
import { choose } from '../ui/testing';

const COLUMN: Draft = {
  name: 'sailed_on',
  type: 'text',
  dateOrder: 'iso',
  decimalMark: 'point',
  scale: 2,
  category: true,
  role: null,
};
const PROFILE: ColumnProfile = {
  key: 'sailed_on',
  name: 'sailed_on',
  type: 'text',
  scale: 0,
  dateOrder: 'dmy',
  ambiguousDates: false,
  decimalMark: 'point',
  category: true,
  blanks: 0,
  distinct: 4,
  misfits: 0,
};

function row(column: Partial<Draft> = {}, profile: Partial<ColumnProfile> = {}, sample = ['a', '', 'b']) {
  const changes: Partial<Draft>[] = [];
  render(
    <table>
      <tbody>
        <ColumnRow
          column={{ ...COLUMN, ...column }}
          profile={{ ...PROFILE, ...profile }}
          sample={sample}
          rows={2000}
          onChange={(part) => changes.push(part)}
        />
      </tbody>
    </table>,
  );
  return changes;
}
const cells = () => screen.getAllByRole('cell').map((cell) => cell.textContent);

test.each([
  ['sailed_on', 'sailed'],
  ['Booking Date', 'booking'],
  ['day', 'day'],
  ['arrived-at_day', 'arrived'],
  ['Monday', 'monday'],
  ['  on   deck ', 'deck'],
])('a role for “%s” begins as “%s”', (name, role) => {
  expect(startingRole(name)).toBe(role);
});

test('what was found is told: examples, how many rows have a value, how many do not fit', () => {
  row({}, { blanks: 500, misfits: 1200 });
  expect(cells().slice(3)).toEqual(['a · b', '1,500, 1,200 do not fit']);
});

test('where every row has a value it says all; without any example, blank', () => {
  row({}, {}, ['', '']);
  expect(cells().slice(3)).toEqual(['(blank)', 'all']);
});

test('how many values a text has is told, also where they are not counted', () => {
  row();
  expect(cells()[2]).toBe('category4 values');
  row({ name: 'other' }, { distinct: null });
  expect(cells()[7]).toBe('categoryover 20,000 values');
});

test('a text that becomes a day gets a role of its own, and the order that was found', () => {
  const changes = row();
  choose('Type of sailed_on', 'day');
  expect(changes).toEqual([{ type: 'day', category: false, role: 'sailed', dateOrder: 'dmy' }]);
});

test('a day whose order is not sure has to be asked for', () => {
  const changes = row({}, { ambiguousDates: true });
  choose('Type of sailed_on', 'timestamp');
  expect(changes[0]).toMatchObject({ type: 'timestamp', dateOrder: null });
});

test('a day that becomes a text or a number has no role; a point of time keeps it', () => {
  const changes = row({ type: 'day', role: 'left', category: false });
  choose('Type of sailed_on', 'timestamp');
  choose('Type of sailed_on', 'text');
  choose('Type of sailed_on', 'whole number');
  expect(changes.map(({ type, role, category }) => [type, role, category])).toEqual([
    ['timestamp', 'left', false],
    ['text', null, false],
    ['whole', null, false],
  ]);
});

test('an order that is not known yet is asked for, and not offered once it is', () => {
  const changes = row({ type: 'day', dateOrder: null });
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Order of dates in sailed_on' }));
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual([
    'say which…',
    'year-month-day',
    'day / month / year',
    'month / day / year',
  ]);
  fireEvent.click(screen.getByRole('option', { name: 'month / day / year' }));
  expect(changes).toEqual([{ dateOrder: 'mdy' }]);
});

test('of a number the mark of decimals is chosen, and nothing that is of days or texts', () => {
  const changes = row({ type: 'decimal', category: false });
  choose('Decimal mark of sailed_on', '1.234,5');
  expect(changes).toEqual([{ decimalMark: 'comma' }]);
  expect(screen.queryByRole('checkbox')).toBeNull();
  expect(screen.queryByRole('combobox', { name: /Order of dates/ })).toBeNull();
});

test('a category is switched; so is a role, with the name that it begins with, and it is named', () => {
  const text = row();
  fireEvent.click(screen.getByRole('checkbox', { name: 'sailed_on is a category' }));
  expect(text).toEqual([{ category: false }]);
  const plain = row({ name: 'due day', type: 'day' });
  expect(screen.queryByRole('textbox', { name: 'Role name of due day' })).toBeNull();
  fireEvent.click(screen.getByRole('checkbox', { name: 'due day is a date role' }));
  expect(plain).toEqual([{ role: 'due' }]);
  const named = row({ name: 'left', type: 'day', role: 'left' });
  fireEvent.change(screen.getByRole('textbox', { name: 'Role name of left' }), { target: { value: 'gone' } });
  fireEvent.click(screen.getByRole('checkbox', { name: 'left is a date role' }));
  expect(named).toEqual([{ role: 'gone' }, { role: null }]);
});
