/** The rows of a slicer's values are asked for by pointer and by keys, and nothing is chosen by it. */
import { act, fireEvent, screen } from '@testing-library/react';
import type { Slicer } from '../../../core/dashboard/document/document';
import { bar, slicer } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { openDashboard, showIn } from '../../workspace/testing';
import { useRowsAsked } from '../../workspace/rowsAsked';
import { ControlBody } from '../ControlBody';

afterEach(() => act(() => useRowsAsked.getState().open(null)));

test('by the other button of the pointer, and by Shift with Enter', async () => {
  const control = slicer('route');
  const dashboard = await openDashboard(documentOf(bar('it'), control));
  showIn(dashboard, <ControlBody control={control} />);
  fireEvent.contextMenu(screen.getByText('Veldry'));
  expect(useRowsAsked.getState().asked).toMatchObject({ slicer: 'route', path: ['Veldry'] });
  const first = screen.getAllByRole('checkbox')[0]!;
  fireEvent.keyDown(first, { key: 'Enter', shiftKey: true });
  expect(useRowsAsked.getState().asked).toMatchObject({ slicer: 'route', path: ['Tamsel'] });
  expect(dashboard.held.state.choices).toEqual({});
});

test('from buttons and from a node of a tree, with the values above it', async () => {
  const buttons = { ...slicer('route'), id: 'buttons', face: 'buttons' } as Slicer;
  const tree = {
    ...slicer('route'),
    id: 'tree',
    face: 'tree',
    below: [{ dataset: 'trips', column: 'channel' }],
  } as Slicer;
  const dashboard = await openDashboard(documentOf(bar('it'), buttons, tree));
  showIn(
    dashboard,
    <>
      <ControlBody control={buttons} />
      <ControlBody control={tree} />
    </>,
  );
  fireEvent.keyDown(screen.getByRole('button', { name: /^Veldry/ }), { key: 'Enter', shiftKey: true });
  expect(useRowsAsked.getState().asked).toMatchObject({ slicer: 'buttons', path: ['Veldry'] });
  const node = screen.getByRole('treeitem', { name: /^Tamsel/ });
  fireEvent.keyDown(node, { key: 'ArrowRight' });
  const web = screen.getAllByRole('treeitem', { name: /^web/ })[0]!;
  fireEvent.keyDown(web, { key: 'Enter', shiftKey: true });
  expect(useRowsAsked.getState().asked).toMatchObject({ slicer: 'tree', path: ['Tamsel', 'web'] });
  expect(dashboard.held.state.choices).toEqual({});
});

test('from a menu, by the other button of the pointer and by the keys that stand on a value', async () => {
  const menu = { ...slicer('route'), face: 'menu' } as Slicer;
  const dashboard = await openDashboard(documentOf(bar('it'), menu));
  showIn(dashboard, <ControlBody control={menu} />);
  const field = screen.getByRole('combobox', { name: /^Values of/ });
  fireEvent.keyDown(field, { key: 'ArrowDown' });
  fireEvent.contextMenu(screen.getByRole('option', { name: 'Veldry' }));
  expect(useRowsAsked.getState().asked).toMatchObject({ slicer: 'route', path: ['Veldry'] });
  fireEvent.keyDown(field, { key: 'ArrowDown' });
  fireEvent.keyDown(field, { key: 'Enter', shiftKey: true });
  expect(useRowsAsked.getState().asked).toMatchObject({ slicer: 'route', path: ['Tamsel'] });
  expect(dashboard.held.state.choices).toEqual({});
});
