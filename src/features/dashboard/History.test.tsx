/** The versions of a dashboard: what differs from now, and going back to one. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { line, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { serve, settled } from '../ui/testing';
import { openDashboard, showIn } from '../workspace/testing';
import { HistoryButton } from './History';

const NOW = documentOf(line('sea'), timeline('span'));
const entry = (number: number, more: object = {}) => ({
  entry: number,
  revision: number,
  basedOn: number - 1,
  savedAt: '2026-06-01T08:00:00Z',
  title: 'Sea',
  ...more,
});
const KEPT = entry(9, { revision: null, basedOn: 2 });

async function history(answers: Record<string, unknown>) {
  serve(answers);
  const dashboard = await openDashboard(NOW);
  showIn(dashboard, <HistoryButton id={5} saved={3} />);
  fireEvent.click(screen.getByRole('button', { name: 'History' }));
  await settled();
  return dashboard;
}
const VERSIONS = { '/api/dashboards/5/revisions': [KEPT, entry(2), entry(1)] };
const version = (document: object, of = entry(1)) => ({
  [`/api/dashboards/5/revisions/${of.entry}`]: { ...of, document },
});
async function choose(name: RegExp) {
  fireEvent.click(screen.getByRole('button', { name }));
  await settled();
}
const back = () => screen.getByRole('button', { name: 'Go back to it' });

test('versions are told by their number, or by what those that were kept aside were made from', async () => {
  await history(VERSIONS);
  const panel = within(screen.getByRole('region', { name: 'History' }));
  expect(panel.getByRole('button', { name: /^Kept aside, made from revision 2/ })).toBeTruthy();
  expect(panel.getByRole('button', { name: /^Revision 2/ })).toBeTruthy();
});

test('of one that is chosen it says what was changed since, with a look at it', async () => {
  await history({ ...VERSIONS, ...version({ ...NOW, title: 'Before' }) });
  await choose(/^Revision 1/);
  expect(screen.getAllByRole('listitem')).toHaveLength(1);
  expect(screen.getByRole('listitem').textContent).toContain('Before');
  expect(screen.getByRole('link', { name: 'Look at it' }).getAttribute('href')).toBe(
    '/dashboards/5/revisions/1',
  );
});

test('one that is as the dashboard is cannot be gone back to', async () => {
  await history({ ...VERSIONS, ...version(NOW) });
  await choose(/^Revision 1/);
  expect(screen.getByText('It is as the dashboard is now.')).toBeTruthy();
  expect(back()).toHaveProperty('disabled', true);
});

test('going back makes it the dashboard, and can be undone', async () => {
  const { store } = await history({ ...VERSIONS, ...version({ ...NOW, title: 'Before' }) });
  await choose(/^Revision 1/);
  fireEvent.click(back());
  const title = () => store.getState().document.title;
  expect(title()).toBe('Before');
  expect(screen.getByText('Revision 1 is in effect again.')).toBeTruthy();
  expect(screen.queryByRole('region', { name: 'History' })).toBeNull();
  act(() => screen.getByRole('button', { name: 'Undo' }).click());
  expect(title()).toBe(NOW.title);
});

test('one is open at a time, and closes when it is chosen again', async () => {
  await history({ ...VERSIONS, ...version(NOW), ...version(NOW, entry(2)) });
  await choose(/^Revision 1/);
  await choose(/^Revision 2/);
  expect(screen.getAllByRole('link', { name: 'Look at it' })).toHaveLength(1);
  await choose(/^Revision 2/);
  expect(screen.queryByRole('link', { name: 'Look at it' })).toBeNull();
});

test('why versions cannot be read is told', async () => {
  await history({ '/api/dashboards/5/revisions': { refuse: 'The database is away.' } });
  expect(screen.getByRole('alert').textContent).toBe('The database is away.');
});

test('why one of them cannot be read is told', async () => {
  await history(VERSIONS);
  await choose(/^Revision 1/);
  expect(screen.getByRole('alert').textContent).toMatch(/^Nothing at/);
});
