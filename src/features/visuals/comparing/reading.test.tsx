/** Comparisons that readers add, what is told of them with a mend, and where a change comes from. */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { NuqsTestingAdapter } from 'nuqs/adapters/testing';
import { isShown } from '../../../core/dashboard/turn/answer';
import type { Contributions } from '../../../core/dashboard/turn/comparing/contributions';
import type { MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { showIn, type OpenDashboard } from '../../workspace/testing';
import { useDocument, useVisualAnswer } from '../../workspace/workspace';
import { ChangeSheet } from './ChangeSheet';
import { useChangeAsked } from './changeAsked';
import { CompareButton } from './CompareButton';
import { CompareNotes } from './CompareNotes';
import { figure, open, page } from './testing';

test('a reader adds a comparison from the corner of a visual, and takes it away', async () => {
  const dashboard = await open(figure({ compare: null }));
  const visual = dashboard.store.getState().document.visuals[0] as MeasuredVisual;
  showIn(dashboard, <CompareButton visual={visual} title="Seats" style={{}} onChange={undefined} />);
  fireEvent.click(screen.getByRole('button', { name: 'Compare Seats with …' }));
  fireEvent.click(screen.getByRole('button', { name: 'previous span' }));
  expect(dashboard.held.state.compare).toEqual({ it: [{ text: 'previous span' }] });
  await dashboard.answer();
  expect(page()).toContain('previous span 11–20 Jan 1970');
  fireEvent.click(screen.getByRole('button', { name: 'Take previous span away' }));
  expect(dashboard.held.state.compare).toEqual({});
});

function Notes() {
  const visual = useDocument().visuals[0] as MeasuredVisual;
  const answer = useVisualAnswer('it');
  return isShown(answer) ? <CompareNotes visual={visual} answer={answer} /> : null;
}
const notesIn = (dashboard: OpenDashboard, mode: string) =>
  showIn(
    dashboard,
    <NuqsTestingAdapter searchParams={`?mode=${mode}`}>
      <Notes />
    </NuqsTestingAdapter>,
  );

test('a designer mends what is told of a comparison with one click', async () => {
  const dashboard = await open(
    figure({ ownPeriod: { phrase: '1970-01-15/1970-02-10', named: null, mode: 'replace', anchor: null } }),
  );
  notesIn(dashboard, 'arrange');
  expect(page()).toContain('the window is not finished: data to 30 Jan 1970');
  fireEvent.click(screen.getByRole('button', { name: 'only days with data' }));
  const visual = dashboard.store.getState().document.visuals[0] as MeasuredVisual;
  expect(visual.compare).toMatchObject({ with: ['b1'], days: 'with data' });
});

test('a reader lets the control count from the latest day; the design stays', async () => {
  const dashboard = await open(figure(), { window: 'last 40 days' });
  notesIn(dashboard, 'read');
  expect(screen.queryByRole('button', { name: 'only days with data' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'count from the latest day' }));
  expect(dashboard.held.state.periods.span).toBe('last 40 days counted from latest so far');
});

test('the sheet lists what each value adds, goes deeper, and keeps only one value', async () => {
  const answer: Contributions = {
    now: 60,
    then: 20,
    apart: null,
    by: [
      {
        dimension: { dataset: 'trips', column: 'route' },
        name: 'route',
        entries: [
          { value: 'Veldry', now: 50, then: 10, adds: 40, rate: null, weight: null, kind: 'both' },
          { value: 'Tamsel', now: null, then: 10, adds: -10, rate: null, weight: null, kind: 'gone' },
          { value: null, now: 10, then: null, adds: 10, rate: null, weight: null, kind: 'new' },
        ],
      },
    ],
  };
  const asked: unknown[] = [];
  globalThis.fetch = jest.fn((_: unknown, init: RequestInit) => {
    asked.push((JSON.parse(init.body as string) as { within: unknown }).within);
    return Promise.resolve({ ok: true, json: () => Promise.resolve(answer) });
  }) as unknown as typeof fetch;
  const dashboard = await open(figure());
  act(() =>
    useChangeAsked.getState().open({ visual: 'it', baseline: 'b1', measure: 0, bucket: null, key: [] }),
  );
  showIn(dashboard, <ChangeSheet onClose={() => useChangeAsked.getState().open(null)} />);
  await waitFor(() => expect(page()).toContain('60 against 20: ↑ +200 %, +40'));
  expect(page()).toMatch(/Tamsel gone.*−10/);
  fireEvent.click(screen.getAllByRole('button', { name: 'Keep only it' })[0]!);
  expect(dashboard.held.state.choices.route).toEqual(['Veldry']);
  fireEvent.click(screen.getAllByTitle('Go into it, one dimension deeper')[0]!);
  await waitFor(() =>
    expect(asked).toContainEqual([{ dimension: { dataset: 'trips', column: 'route' }, value: 'Veldry' }]),
  );
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(useChangeAsked.getState().asked).toBeNull();
});
