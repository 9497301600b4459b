/** From–to: what readers set at each end, and what is held of it. */
import { fireEvent, screen, within } from '@testing-library/react';
import type { OpenDashboard } from '../../workspace/testing';
import { fresh } from '../testing';

const period = ({ held }: OpenDashboard, id: string) => held.state.periods[id];
const ends = (change: object = {}) => fresh('ends', { title: 'Days', ...change });

/** Opens one of the lists of an end and picks from it. */
function pick(label: string, option: string) {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: option }));
}
const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);

describe('From–to', () => {
  test('begins with its default, told by its two ends', async () => {
    await ends();
    expect(screen.getByRole('combobox', { name: 'From' }).textContent).toBe('So long, up to the end');
    expect(field('From, how many').value).toBe('1');
    expect(screen.getByRole('combobox', { name: 'From, unit' }).textContent).toBe('month');
    expect(screen.getByRole('combobox', { name: 'To' }).textContent).toBe('Latest day with data so far');
    expect(screen.queryByRole('button', { name: 'Back to its default' })).toBeNull();
  });

  test('sets one end and leaves the other as it is', async () => {
    const { dashboard, id } = await ends({ default: 'from start of this month to latest so far' });
    pick('To', 'Yesterday');
    expect(period(dashboard, id)).toBe('from start of this month to yesterday');
    await dashboard.answer();
    pick('From, unit', 'year');
    expect(period(dashboard, id)).toBe('from start of this year to yesterday');
  });

  test('ties one end to the other by a length, which stays as the other moves', async () => {
    const { dashboard, id } = await ends({ default: 'from start of this month to latest so far' });
    pick('From', 'So long, up to the end');
    expect(period(dashboard, id)).toBe('from latest so far minus 1 month plus 1 day to latest so far');
    await dashboard.answer();
    fireEvent.keyDown(field('From, how many'), { key: 'ArrowUp' });
    await dashboard.answer();
    pick('To', 'Today');
    expect(period(dashboard, id)).toBe('from today minus 2 months plus 1 day to today');
    await dashboard.answer();
    expect(field('From, how many').value).toBe('2');
  });

  test('a fixed end begins at the day that the end stands for now', async () => {
    const { dashboard, id } = await ends({ default: '1970-01-20/1970-01-31' });
    fireEvent.change(field('From, day'), { target: { value: '25.1.1970' } });
    fireEvent.keyDown(field('From, day'), { key: 'Enter' });
    expect(period(dashboard, id)).toBe('1970-01-25/1970-01-31');
    await dashboard.answer();
    pick('To', 'Open');
    expect(period(dashboard, id)).toBe('1970-01-25/..');
    await dashboard.answer();
    pick('From', 'Open');
    expect(period(dashboard, id)).toBe('all');
  });

  test('a start after a fixed end is said, and not held', async () => {
    const { dashboard, id } = await ends({ default: '1970-01-20/1970-01-31' });
    fireEvent.change(field('From, day'), { target: { value: '5.2.1970' } });
    fireEvent.keyDown(field('From, day'), { key: 'Enter' });
    expect(screen.getByRole('alert').textContent).toBe('The end lies before the start.');
    expect(period(dashboard, id)).toBeUndefined();
  });

  test('goes back to its default', async () => {
    const { dashboard, id } = await ends();
    pick('To', 'Today');
    await dashboard.answer();
    fireEvent.click(screen.getByRole('button', { name: 'Back to its default' }));
    expect(period(dashboard, id)).toBeUndefined();
  });

  test('shows a phrase that is not told by its ends as it is', async () => {
    await ends({ default: 'last 14 days' });
    expect(screen.getByText('last 14 days')).toBeTruthy();
    expect(screen.getByRole('combobox', { name: 'From' }).textContent).toBe('A fixed day');
  });
});
