/** A slicer as a menu and as buttons: values are chosen, struck where they have no data, and asked for their rows. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import type { Control } from '../../../core/dashboard/document/controls';
import { line, slicer } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { useRowsAsked } from '../../workspace/rowsAsked';
import { shown } from '../testing';

// Half of the rows are of Veldry, half of Tamsel; a third has no channel. Pier has none.
const open = (change: object) =>
  shown(documentOf(line('sea'), { ...slicer('routes'), custom: ['Pier'], ...change } as Control), 'routes');
const box = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Values of route' });
const options = () => screen.getAllByRole('option').map((option) => option.textContent);
const option = (name: string) => screen.getByRole('option', { name });
const openMenu = () => {
  act(() => box().focus());
  fireEvent.mouseDown(box());
};
beforeEach(() => useRowsAsked.getState().open(null));

describe('a menu of one value', () => {
  test('shows what is chosen, nothing where nothing is; the other takes its place; it can be cleared', async () => {
    const dashboard = await open({ face: 'menu', several: false });
    const choice = () => dashboard.held.state.choices.routes;
    expect(box().value).toBe('');
    openMenu();
    fireEvent.click(option('Veldry'));
    expect(choice()).toEqual(['Veldry']);
    await dashboard.answer();
    expect(box().value).toBe('Veldry');
    openMenu();
    fireEvent.click(option('Tamsel'));
    expect(choice()).toEqual(['Tamsel']);
    fireEvent.click(screen.getByTitle('Clear'));
    expect(choice() ?? []).toEqual([]);
  });

  test('blank is a value like others', async () => {
    const dashboard = await open({
      face: 'menu',
      several: false,
      dimension: { dataset: 'trips', column: 'channel' },
      custom: [],
    });
    fireEvent.mouseDown(screen.getByRole('combobox'));
    expect(options()).toEqual(['web', '(blank)']);
    fireEvent.click(option('(blank)'));
    expect(dashboard.held.state.choices.routes).toEqual([null]);
    await dashboard.answer();
    expect(screen.getByRole<HTMLInputElement>('combobox').value).toBe('(blank)');
  });
});

describe('a menu of several values', () => {
  test('stays open while they are chosen; what has no data cannot be, unless it is chosen already', async () => {
    const dashboard = await open({ face: 'menu' });
    openMenu();
    expect(option('Pier').getAttribute('aria-disabled')).toBe('true');
    fireEvent.click(option('Veldry'));
    fireEvent.click(option('Tamsel'));
    expect(dashboard.held.state.choices.routes).toEqual(['Veldry', 'Tamsel']);
    act(() => dashboard.held.hold('routes', ['Pier']));
    await dashboard.answer();
    expect(option('Pier').getAttribute('aria-disabled')).toBe('false');
    fireEvent.click(option('Pier'));
    expect(dashboard.held.state.choices.routes ?? []).toEqual([]);
  });
});

describe('the rows of a value', () => {
  const asked = () => useRowsAsked.getState().asked;

  test('are asked for in a menu by the other button, and by Shift with Enter, which chooses nothing', async () => {
    const dashboard = await open({ face: 'menu' });
    openMenu();
    fireEvent.contextMenu(option('Veldry'));
    expect(asked()).toEqual({ slicer: 'routes', path: ['Veldry'], words: 'route: Veldry' });
    act(() => useRowsAsked.getState().open(null));
    fireEvent.keyDown(box(), { key: 'Enter', shiftKey: true });
    expect(asked()).toBeNull();
    fireEvent.keyDown(box(), { key: 'ArrowDown' });
    fireEvent.keyDown(box(), { key: 'Enter', shiftKey: true });
    expect(asked()).toMatchObject({ slicer: 'routes' });
    expect(dashboard.held.state.choices).toEqual({});
  });

  test('are asked for at a button in the same ways', async () => {
    await open({ face: 'buttons' });
    const tamsel = screen.getByRole('button', { name: 'Tamsel, 20 rows' });
    fireEvent.contextMenu(tamsel);
    expect(asked()).toMatchObject({ path: ['Tamsel'] });
    act(() => useRowsAsked.getState().open(null));
    fireEvent.keyDown(tamsel, { key: 'Enter' });
    expect(asked()).toBeNull();
    fireEvent.keyDown(tamsel, { key: 'Enter', shiftKey: true });
    expect(asked()).toMatchObject({ path: ['Tamsel'] });
  });
});

describe('buttons', () => {
  const group = () => within(screen.getByRole('group', { name: 'Values of route' }));
  const button = (name: string) => group().getByRole('button', { name });

  test('are pressed and let go; those without data are struck', async () => {
    const dashboard = await open({ face: 'buttons' });
    expect(button('Pier, no data').style.textDecoration).toBe('line-through');
    expect(button('Veldry, 20 rows').style.textDecoration).toBe('none');
    fireEvent.click(button('Veldry, 20 rows'));
    expect(dashboard.held.state.choices.routes).toEqual(['Veldry']);
    await dashboard.answer();
    expect(
      group()
        .getAllByRole('button')
        .map((each) => each.getAttribute('aria-pressed')),
    ).toEqual(
      group()
        .getAllByRole('button')
        .map((each) => String(each.textContent === 'Veldry')),
    );
    fireEvent.click(button('Veldry, 20 rows'));
    expect(dashboard.held.state.choices.routes ?? []).toEqual([]);
  });

  test('that leave out what is chosen strike it', async () => {
    const dashboard = await open({ face: 'buttons', exclude: true });
    act(() => dashboard.held.hold('routes', ['Veldry']));
    await dashboard.answer();
    expect(button('Veldry, 20 rows').style.textDecoration).toBe('line-through');
    expect(button('Tamsel, 20 rows').style.textDecoration).toBe('none');
  });

  test('of one value: another takes its place, the same lets go', async () => {
    const dashboard = await open({ face: 'buttons', several: false });
    const choice = () => dashboard.held.state.choices.routes;
    for (const [name, left] of [
      ['Veldry', ['Veldry']],
      ['Tamsel', ['Tamsel']],
      ['Tamsel', undefined],
    ] as const) {
      fireEvent.click(button(`${name}, 20 rows`));
      expect(choice()).toEqual(left);
    }
    expect(screen.queryByRole('button', { name: 'All' })).toBeNull();
  });

  test('of many values are as many as can be read; the rest is told', async () => {
    await open({ face: 'buttons', custom: Array.from({ length: 1402 }, (_, i) => `Pier ${i}`) });
    expect(group().getAllByRole('button')).toHaveLength(400);
    expect(document.body.textContent).toContain('1,004 more: a list or a menu shows them all.');
  });

  test('without data are left out where the designer has it so, but for those that are chosen', async () => {
    const dashboard = await open({ face: 'buttons', unavailable: 'hidden' });
    expect(group().queryByRole('button', { name: /Pier/ })).toBeNull();
    act(() => dashboard.held.hold('routes', ['Pier']));
    await dashboard.answer();
    expect(button('Pier, no data')).toBeTruthy();
  });
});
