/** The rows of a slicer's values are asked for by pointer and by keys, and nothing is chosen by it. */
import { act, fireEvent, screen } from '@testing-library/react';
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
