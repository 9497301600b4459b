/** The findings of the wiring check, and mending them. */
import { act, fireEvent, screen } from '@testing-library/react';
import type { ToldFinding } from '../../contract/answers';
import { line, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { serve, settled } from '../ui/testing';
import { openDashboard, showIn } from '../workspace/testing';
import { CheckButton } from './CheckPanel';

const finding = (number: number): ToldFinding => ({
  code: 'old-default',
  items: ['span'],
  words: `Finding ${number}.`,
  mend: number === 1 ? 'Begin with the last 12 months' : null,
});

async function panel(findings: readonly ToldFinding[]) {
  const dashboard = await openDashboard(documentOf(timeline('span'), line('sea')));
  const mended = { ...dashboard.store.getState().document, title: 'Mended' };
  const sent = serve({ 'POST /api/check': findings, 'POST /api/check/mend': mended });
  showIn(dashboard, <CheckButton />);
  await settled();
  fireEvent.click(screen.getByRole('button', { name: `Wiring check: ${findings.length} found` }));
  await settled();
  return { dashboard, sent };
}
const title = ({ dashboard }: Awaited<ReturnType<typeof panel>>) => dashboard.store.getState().document.title;
const mend = () => fireEvent.click(screen.getByRole('button', { name: 'Begin with the last 12 months' }));

test('a mend is made from the dashboard as it is, and can be undone', async () => {
  const open = await panel([finding(1)]);
  const { store } = open.dashboard;
  act(() => store.getState().change((document) => ({ ...document, title: 'Named since' })));
  mend();
  await settled();
  const asked = open.sent.find(({ path }) => path === '/api/check/mend')!;
  expect(asked.body).toMatchObject({
    document: { title: 'Named since' },
    finding: { code: 'old-default', items: ['span'], mend: 'Begin with the last 12 months' },
  });
  expect(title(open)).toBe('Mended');
  act(() => store.temporal.getState().undo());
  expect(title(open)).toBe('Named since');
});

test('what is changed while a mend is on its way stays, and it is said', async () => {
  const open = await panel([finding(1)]);
  mend();
  act(() => open.dashboard.store.getState().change((document) => ({ ...document, title: 'Quicker' })));
  await settled();
  expect(title(open)).toBe('Quicker');
  expect(screen.getByText(/was changed meanwhile, so it was not mended/)).toBeTruthy();
});

test('of very many findings some are shown at a time', async () => {
  await panel(Array.from({ length: 120 }, (_, i) => finding(i)));
  expect(screen.getAllByText(/^Finding \d+\.$/)).toHaveLength(50);
  fireEvent.click(screen.getByRole('button', { name: 'Show more: 70 are below' }));
  expect(screen.getAllByText(/^Finding \d+\.$/)).toHaveLength(100);
});
