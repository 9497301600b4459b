/** The address of what is shown: as it is, or with the days of now. */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { bar, slicer, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { openDashboard, showIn } from '../workspace/testing';
import { ShareButton } from './ShareButton';

test('copies the address without the mode; fixed it holds the days of now', async () => {
  const copied: string[] = [];
  Object.assign(navigator, {
    clipboard: {
      writeText: (text: string) => {
        copied.push(text);
        return Promise.resolve();
      },
    },
  });
  window.history.replaceState(null, '', '/dashboards/7?mode=wire&c.route=Veldry');
  const dashboard = await openDashboard(
    documentOf(bar('it'), timeline('span', 'last 7 days'), slicer('route')),
  );
  act(() => dashboard.held.hold('route', ['Veldry']));
  showIn(dashboard, <ShareButton mayEdit id={7} />);
  for (const entry of [/periods roll on/, /these days for ever/]) {
    fireEvent.click(screen.getByRole('button', { name: 'Share' }));
    fireEvent.click(await screen.findByRole('menuitem', { name: entry }));
  }
  await waitFor(() => expect(copied).toHaveLength(2));
  const [rolling, fixed] = copied.map((text) => new URL(text).searchParams);
  expect([...rolling!]).toEqual([['c.route', 'Veldry']]);
  expect(fixed!.get('c.route')).toBe('Veldry');
  expect(fixed!.get('p.span')).toBe('1970-02-24/1970-03-02');
  expect(fixed!.get('as-of')).toBe('1970-03-02');
});

test('where nothing can be copied, the address is told', async () => {
  Object.assign(navigator, { clipboard: { writeText: () => Promise.reject(new Error('not allowed')) } });
  showIn(await openDashboard(documentOf(bar('it'))), <ShareButton mayEdit id={7} />);
  fireEvent.click(screen.getByRole('button', { name: 'Share' }));
  fireEvent.click(await screen.findByRole('menuitem', { name: /roll on/ }));
  expect(await screen.findByText(/^Copy this address: http/)).toBeTruthy();
});
