/** The in-effect line: what it says, opens, clears and takes back. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import type { Control } from '../../../core/dashboard/document/document';
import { line, slicer, timeline } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { openDashboard, showIn, type OpenDashboard } from '../../workspace/testing';
import { InEffectLine } from './InEffectLine';

// Rows lie from 11 January to 19 February 1970; it is 2 March.
async function shown(...controls: Control[]): Promise<OpenDashboard> {
  const dashboard = await openDashboard(documentOf(line('sea'), ...controls));
  showIn(dashboard, <InEffectLine />);
  return dashboard;
}
const words = () => screen.getByRole('region', { name: 'In effect' }).textContent;
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

describe('the in-effect line', () => {
  test('says phrase and dates, and what is chosen', async () => {
    await shown(timeline('span', '1970-01'), { ...slicer('route'), default: ['Veldry'] } as Control);
    expect(words()).toContain('Timeline 12–31 Jan 1970 (asked for 31 days, data on 10)');
    expect(words()).toContain('route Veldry');
  });

  test('opens a control right here; there it is changed, and goes back to its default', async () => {
    const dashboard = await shown({ ...slicer('route'), default: ['Veldry'] } as Control);
    fireEvent.click(button('Veldry'));
    const editor = within(screen.getByRole('dialog', { name: 'route' }));
    fireEvent.click(editor.getByRole('checkbox', { name: /^Tamsel/ }));
    expect(dashboard.held.state.choices.route).toEqual(['Veldry', 'Tamsel']);
    fireEvent.click(editor.getByRole('button', { name: 'Back to its default' }));
    expect(dashboard.held.state.choices).toEqual({});
  });

  test('clears one part, or all of them; Reset leads back', async () => {
    const dashboard = await shown(timeline('span', '1970-01'), {
      ...slicer('route'),
      default: ['Veldry'],
    } as Control);
    fireEvent.click(button('Clear route'));
    expect(dashboard.held.state).toEqual({ periods: {}, choices: { route: [] } });
    fireEvent.click(button('Clear all'));
    expect(dashboard.held.state).toEqual({ periods: { span: 'all' }, choices: { route: [] } });
    await dashboard.answer();
    expect(words()).toContain('everything there is');
    expect(button('Clear all').disabled).toBe(true);
    fireEvent.click(button('Reset to default'));
    expect(dashboard.held.state).toEqual({ periods: {}, choices: {} });
  });

  test('of very many controls says the first, and the others when asked', async () => {
    const many = Array.from({ length: 11 }, (_, i) => ({
      ...slicer(`s${i}`),
      title: `Slicer ${i + 1}`,
      default: ['Veldry'],
    }));
    await shown(...(many as Control[]));
    expect(words()).toContain('Slicer 8 Veldry');
    expect(words()).not.toContain('Slicer 9');
    fireEvent.click(button('and 3 more'));
    expect(words()).toContain('Slicer 11 Veldry');
    fireEvent.click(button('Say less'));
    expect(words()).not.toContain('Slicer 9');
  });

  test('tells controls of one name apart', async () => {
    const twin = { ...slicer('two'), default: ['Tamsel'] } as Control;
    await shown({ ...slicer('one'), default: ['Veldry'] } as Control, twin);
    expect(words()).toContain('route (1) Veldry');
    expect(words()).toContain('route (2) Tamsel');
  });

  test('says loudly that another day stands for today, and which rows are left out then', async () => {
    const asof: Control = {
      id: 'asof',
      kind: 'asof',
      title: '',
      hold: false,
      accent: null,
      reveal: null,
      later: [{ dataset: 'trips', role: 'other' }],
    };
    const dashboard = await shown(timeline('span'), asof);
    act(() => dashboard.held.setAsOf('1970-02-01'));
    await dashboard.answer();
    const banner = screen.getByRole('alert').textContent;
    expect(banner).toContain('As of Sun 1 Feb 1970.');
    expect(banner).toContain('Rows Trips booked later are left out.');
    fireEvent.click(button('Back to today'));
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
