/** Slicers as readers use them: choosing, searching, turning round, and walking many values by keys. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { testRow } from '../../../core/cube/testing';
import type { Control } from '../../../core/dashboard/document/controls';
import type { DashboardDocument } from '../../../core/dashboard/document/document';
import { bar, line, slicer } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import type { OpenDashboard } from '../../workspace/testing';
import { shown } from '../testing';

describe('a slicer', () => {
  const choices = (dashboard: OpenDashboard) => dashboard.held.state.choices.routes;
  const routes = (change: object = {}): DashboardDocument =>
    documentOf(line('sea'), { ...slicer('routes'), ...change });
  const searchable = { custom: Array.from({ length: 9 }, (_, i) => `Pier ${i}`) };

  test('All is everything, not the values that there are today', async () => {
    const dashboard = await shown(routes({ default: ['Veldry'] }), 'routes');
    fireEvent.click(screen.getByRole('button', { name: 'All' }));
    expect(choices(dashboard)).toEqual([]);
  });

  test('All that a search found are those values', async () => {
    const dashboard = await shown(routes(searchable), 'routes');
    fireEvent.change(screen.getByLabelText('Search route'), { target: { value: 'TAM' } });
    fireEvent.click(screen.getByRole('button', { name: 'All' }));
    expect(choices(dashboard)).toEqual(['Tamsel']);
  });

  test('where a choice is required, All switches it off, and choosing switches it on again', async () => {
    const dashboard = await shown(routes({ required: true }), 'routes');
    fireEvent.click(screen.getByRole('button', { name: 'All' }));
    expect(dashboard.held.state.off).toEqual(['routes']);
    fireEvent.click(screen.getByRole('checkbox', { name: /^Veldry/ }));
    expect(dashboard.held.state.off).toEqual([]);
    expect(choices(dashboard)).toEqual(['Veldry']);
  });

  test('several are chosen one after the other, one takes the place of the other where only one may be', async () => {
    const dashboard = await shown(routes(), 'routes');
    fireEvent.click(screen.getByRole('checkbox', { name: /^Veldry/ }));
    fireEvent.click(screen.getByRole('checkbox', { name: /^Tamsel/ }));
    expect(choices(dashboard)).toEqual(['Veldry', 'Tamsel']);
    fireEvent.click(screen.getByRole('checkbox', { name: /^Veldry/ }));
    expect(choices(dashboard)).toEqual(['Tamsel']);
    fireEvent.click(screen.getByRole('button', { name: 'Clear' }));
    expect(choices(dashboard)).toBeUndefined();
  });
});

describe('what a designer leaves to readers of a slicer', () => {
  const left = (readers: string[], more: object = {}) =>
    shown(documentOf(bar('ports'), { ...slicer('routes'), readers, ...more } as Control), 'routes');

  test('is nothing unless it is said', async () => {
    await left([]);
    expect(screen.queryByRole('button', { name: 'Keeps' })).toBeNull();
  });

  test('to keep or to leave out, which figures and words follow', async () => {
    const dashboard = await left(['keep or leave out']);
    fireEvent.click(screen.getByRole('checkbox', { name: /^Veldry/ }));
    await dashboard.answer();
    expect(dashboard.answers.getState().visuals.ports).toMatchObject({ categories: ['Veldry'] });
    fireEvent.click(screen.getByRole('button', { name: 'Keeps' }));
    await dashboard.answer();
    expect(screen.getByRole('button', { name: 'Leaves out' })).toBeTruthy();
    expect(document.body.textContent).toContain('all but 1');
    expect(dashboard.answers.getState().visuals.ports).toMatchObject({ categories: ['Tamsel'] });
    act(() => dashboard.held.restore('routes'));
    expect(dashboard.held.state).toEqual({ periods: {}, choices: {}, turned: [] });
    expect(screen.getByRole('button', { name: 'Keeps' })).toBeTruthy();
  });

  test('how to search', async () => {
    await left(['kind of search'], { custom: Array.from({ length: 9 }, (_, i) => `Pier ${i}`) });
    const search = () => fireEvent.change(screen.getByLabelText('Search route'), { target: { value: 'el' } });
    search();
    expect(screen.getByRole('checkbox', { name: /^Veldry/ })).toBeTruthy();
    fireEvent.change(screen.getByLabelText('route, kind of search'), { target: { value: 'ends with' } });
    search();
    expect(screen.queryByRole('checkbox', { name: /^Veldry/ })).toBeNull();
    expect(screen.getByRole('checkbox', { name: /^Tamsel/ })).toBeTruthy();
  });
});

describe('a slicer of many values', () => {
  const many = Array.from({ length: 5000 }, (_, i) =>
    testRow(10, { route: `${i % 2 ? 'Quay' : 'Pier'} ${String(i).padStart(4, '0')}` }),
  );
  const manyShown = () => shown(documentOf(line('sea'), slicer('routes')), 'routes', many);
  const group = () => screen.getByRole('group', { name: 'Values of route' });
  const stops = () =>
    within(group())
      .getAllByRole('checkbox')
      .filter((box) => box.tabIndex === 0);
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      fireEvent.keyDown(document.activeElement!, { key });
      await act(() => new Promise((done) => requestAnimationFrame(() => done(undefined))));
    }
  };
  const focused = () => document.activeElement?.getAttribute('aria-label');

  test('draws only what is seen', async () => {
    await manyShown();
    expect(group().querySelectorAll('label').length).toBeLessThan(60);
    expect(document.body.textContent).toContain('5,000 of 5,000 with data');
  });

  test('has one stop of the Tab key, and is walked by arrows, pages and ends', async () => {
    const dashboard = await manyShown();
    expect(stops()).toHaveLength(1);
    act(() => stops()[0]!.focus());
    await press('ArrowDown', 'ArrowDown');
    expect(focused()).toBe('Pier 0004, 1 rows');
    expect(stops()).toHaveLength(1);
    await press('End');
    expect(focused()).toBe('Quay 4999, 1 rows');
    fireEvent.click(document.activeElement!);
    expect(dashboard.held.state.choices.routes).toEqual(['Quay 4999']);
    await press('Home');
    expect(focused()).toBe('Pier 0000, 1 rows');
  });

  test('goes to what is typed', async () => {
    await manyShown();
    act(() => stops()[0]!.focus());
    await press('q', 'u', 'a');
    expect(focused()).toBe('Quay 0001, 1 rows');
  });
});
