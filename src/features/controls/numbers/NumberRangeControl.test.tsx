/** Number ranges as readers use them: handles, typed ends, bins. */
import { fireEvent, screen, within } from '@testing-library/react';
import { testRow } from '../../../core/cube/testing';
import type { Control } from '../../../core/dashboard/document/controls';
import { newPart } from '../../../core/dashboard/document/parts';
import { bar, table } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { withNewItem } from '../../../core/dashboard/wiring/wires';
import { TEST_MODEL } from '../../../core/model/testing';
import type { OpenDashboard } from '../../workspace/testing';
import { fresh, shown } from '../testing';

describe('a number range', () => {
  const seats = (more: object = {}) =>
    fresh('numbers', { title: 'Seats', of: { dataset: 'trips', column: 'seats' }, ...more });
  const range = (dashboard: OpenDashboard, id: string) => dashboard.held.state.ranges?.[id];
  const typed = (name: string, text: string) => {
    fireEvent.change(screen.getByLabelText(name), { target: { value: text } });
    fireEvent.keyDown(screen.getByLabelText(name), { key: 'Enter' });
  };

  test('steps whole numbers by whole numbers, its ends open the range', async () => {
    const { dashboard, id } = await seats();
    const [from, to] = screen.getAllByRole<HTMLInputElement>('slider') as [
      HTMLInputElement,
      HTMLInputElement,
    ];
    expect([from.min, to.max, from.step]).toEqual(['1', '4', '1']);
    fireEvent.change(from, { target: { value: '2' } });
    expect(range(dashboard, id)).toEqual({ low: 2, high: null });
    fireEvent.change(from, { target: { value: '1' } });
    expect(range(dashboard, id)).toBeUndefined();
  });

  test('asks about a number of another locale, and never makes another of it', async () => {
    const { dashboard, id } = await seats();
    fireEvent.change(screen.getByLabelText('From'), { target: { value: '1,5' } });
    expect(screen.getByText('1.5? Enter takes it.')).toBeTruthy();
    fireEvent.blur(screen.getByLabelText('From'));
    expect(range(dashboard, id)).toBeUndefined();
    fireEvent.keyDown(screen.getByLabelText('From'), { key: 'Enter' });
    expect(range(dashboard, id)).toEqual({ low: 1.5, high: null });
    typed('To', '1');
    expect(screen.getByText('Below the other end.')).toBeTruthy();
  });

  test('in bins: a bin with a finer one in another, by pointer and keys', async () => {
    const rows = Array.from({ length: 250 }, (_, i) => testRow(10 + (i % 40), { seats: i }));
    const part = {
      ...newPart(documentOf(table('log')), TEST_MODEL, 'numbers')!,
      title: 'Seats',
      face: 'bins',
    };
    const dashboard = await shown(
      withNewItem(documentOf(table('log')), TEST_MODEL, part as Control),
      part.id,
      rows,
    );
    const bin = (name: string) => screen.getByRole('treeitem', { name });
    fireEvent.click(within(bin('200 – 299')).getByRole('checkbox', { hidden: true }));
    expect(range(dashboard, part.id)).toEqual({ low: 200, high: 299 });
    fireEvent.keyDown(bin('0 – 99'), { key: 'ArrowRight' });
    fireEvent.keyDown(bin('20 – 29'), { key: ' ' });
    expect(range(dashboard, part.id)).toEqual({ low: 20, high: 29, also: [{ low: 200, high: 299 }] });
    expect(bin('0 – 99').getAttribute('aria-checked')).toBe('mixed');
    expect(document.body.textContent).toContain('from 20 to 29 or from 200 to 299');
    fireEvent.keyDown(bin('200 – 299'), { key: 'Enter' });
    expect(range(dashboard, part.id)).toEqual({ low: 20, high: 29 });
  });

  test('on totals has a track over the totals of the visuals that it is wired to', async () => {
    const base = documentOf(bar('routes'));
    const part = {
      ...newPart(base, TEST_MODEL, 'numbers')!,
      of: { dataset: 'trips', measure: 'seats' },
    } as Control;
    await shown(withNewItem(base, TEST_MODEL, part), part.id);
    const [from, to] = screen.getAllByRole<HTMLInputElement>('slider') as [
      HTMLInputElement,
      HTMLInputElement,
    ];
    expect([from.min, to.max, from.step]).toEqual(['40', '60', '1']);
  });
});
