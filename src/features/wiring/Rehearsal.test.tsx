/** The rehearsal: what is found, and looking at the dashboard on another day. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { line, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { press, serve, settled, withNumbersOf } from '../ui/testing';
import { openDashboard, showIn } from '../workspace/testing';
import { RehearsalButton } from './Rehearsal';

withNumbersOf('en-GB');

const DAYS = 366;
const TODAY = 60;
const lane = (item: string, states: number[]) => ({
  item,
  title: `Lane of ${item}`,
  kind: 'control',
  states,
  window: states.map((_, i) => (i < 10 ? 0 : 1)),
  windows: ['first window', 'second window'],
});
const PROBLEMS = [
  { day: 70, item: 'span', kind: 'no data', words: 'the days have no data', days: 3 },
  { day: 70, item: 'sea', kind: 'no data', words: 'nothing is drawn', days: 1 },
  { day: 95, item: 'sea', kind: 'jump', words: 'it jumps', days: 1 },
];
const STATES = Array.from({ length: DAYS }, (_, i) => (i < 10 ? 2 : i < 20 ? 0 : 1));

/** The rehearsal, opened; `settle`: whether it has come. */
async function rehearsal(problems: readonly object[] = PROBLEMS) {
  const dashboard = await openDashboard(documentOf(timeline('span'), line('sea')));
  const answer = { from: TODAY, to: TODAY + DAYS - 1, lanes: [lane('span', STATES)], problems };
  const sent = serve({ 'POST /api/rehearsal': answer });
  showIn(dashboard, <RehearsalButton />);
  fireEvent.click(screen.getByRole('button', { name: 'Rehearsal' }));
  await settled();
  return { dashboard, sent };
}
const said = () => screen.getByRole('status').textContent;
const strip = () => screen.getByRole('slider', { name: 'Day of the rehearsal' });
const dayOf = () => Number(strip().getAttribute('aria-valuenow'));
const asOf = ({ dashboard }: Awaited<ReturnType<typeof rehearsal>>) => dashboard.held.state.asOf ?? null;

test('it asks for a year from today, and counts days, however many things are found on one', async () => {
  const { sent } = await rehearsal();
  expect(sent[0]!.body).toMatchObject({ days: 366, assumption: 'same lag' });
  expect(said()).toBe('As it would be on Mon 2 Mar 1970 · 2 days to look at');
  const found = within(screen.getByRole('list', { name: 'Days to look at' }));
  expect(found.getAllByRole('button').map((each) => each.textContent)).toEqual([
    'Thu 12 Mar 1970: the days have no data, for 3 days',
    'Thu 12 Mar 1970: nothing is drawn',
    'Mon 6 Apr 1970: it jumps',
  ]);
});

test('where nothing goes wrong it says so', async () => {
  await rehearsal([]);
  expect(said()).toContain('nothing goes wrong in the coming year');
  expect(screen.getByText('No control and no visual turns empty or jumps.')).toBeTruthy();
});

test('keys go through the days and stop at both ends; the dashboard is as on that day', async () => {
  const open = await rehearsal();
  press(strip(), 'ArrowRight');
  expect([dayOf(), asOf(open)]).toEqual([61, '1970-03-03']);
  press(strip(), 'PageDown');
  expect(dayOf()).toBe(91);
  press(strip(), 'PageUp');
  press(strip(), 'ArrowLeft');
  expect([dayOf(), asOf(open)]).toEqual([TODAY, null]);
  press(strip(), 'ArrowLeft');
  expect(dayOf()).toBe(TODAY);
  press(strip(), 'End');
  expect(dayOf()).toBe(TODAY + DAYS - 1);
  press(strip(), 'ArrowRight');
  expect(dayOf()).toBe(TODAY + DAYS - 1);
  press(strip(), 'Home');
  expect(dayOf()).toBe(TODAY);
});

test('the strip tells the window that is held on its day', async () => {
  await rehearsal();
  expect(strip().getAttribute('aria-valuetext')).toBe('Mon 2 Mar 1970: Lane of span first window');
  press(strip(), 'PageDown');
  expect(strip().getAttribute('aria-valuetext')).toBe('Wed 1 Apr 1970: Lane of span second window');
});

test('a stretch of days in one state is one mark', async () => {
  await rehearsal();
  const marks = [...strip().querySelectorAll('rect')].filter((each) => each.closest('pattern') === null);
  expect(marks).toHaveLength(3);
  const ends = marks.map((each) => [Number(each.getAttribute('x')), Number(each.getAttribute('width'))]);
  const perDay = ends[0]![1]! / 10;
  expect(ends[1]![0]).toBeCloseTo(ends[0]![0]! + 10 * perDay);
  expect(ends[2]![1]).toBeCloseTo((DAYS - 20) * perDay);
  // Days with nothing to show, and no others, have an edge.
  expect(marks.map((each) => Number(each.getAttribute('stroke-width')))).toEqual([0, 1, 0]);
});

test('the pointer chooses the day below it, held down or not', async () => {
  await rehearsal();
  const left = Number(strip().querySelectorAll('g[transform] rect')[0]!.getAttribute('x'));
  const width = 640 - left - 8;
  const at = (share: number) => left + share * width;
  fireEvent.pointerDown(strip(), { clientX: at(0.5), buttons: 1 });
  expect(dayOf()).toBe(TODAY + 183);
  fireEvent.pointerMove(strip(), { clientX: at(0.25), buttons: 0 });
  expect(dayOf()).toBe(TODAY + 183);
  fireEvent.pointerMove(strip(), { clientX: at(0.25), buttons: 1 });
  expect(dayOf()).toBe(TODAY + 91);
  fireEvent.pointerMove(strip(), { clientX: 0, buttons: 1 });
  expect(dayOf()).toBe(TODAY);
  fireEvent.pointerMove(strip(), { clientX: 2000, buttons: 1 });
  expect(dayOf()).toBe(TODAY + DAYS - 1);
});

test('a day that is found is looked at, and today again by its button and when it is closed', async () => {
  const open = await rehearsal();
  const back = () => screen.getByRole('button', { name: 'Back to today' });
  expect(back()).toHaveProperty('disabled', true);
  fireEvent.click(screen.getByRole('button', { name: /it jumps/ }));
  expect([dayOf(), asOf(open)]).toEqual([95, '1970-04-06']);
  fireEvent.click(back());
  expect([dayOf(), asOf(open)]).toEqual([TODAY, null]);
  press(strip(), 'ArrowRight');
  press(screen.getByRole('region', { name: 'Rehearsal' }), 'Escape');
  expect(asOf(open)).toBeNull();
  expect(screen.queryByRole('region', { name: 'Rehearsal' })).toBeNull();
});

test('other data to come are asked for', async () => {
  const { sent } = await rehearsal();
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Data to come' }));
  fireEvent.click(screen.getByRole('option', { name: 'No new data arrives' }));
  await settled();
  expect(sent.map(({ body }) => (body as { assumption: string }).assumption)).toEqual([
    'same lag',
    'no new data',
  ]);
});

test('why it cannot be gone through is told', async () => {
  const dashboard = await openDashboard(documentOf(timeline('span'), line('sea')));
  serve({ 'POST /api/rehearsal': { refuse: 'The database is away.' } });
  showIn(dashboard, <RehearsalButton />);
  fireEvent.click(screen.getByRole('button', { name: 'Rehearsal' }));
  await act(settled);
  expect(screen.getByRole('alert').textContent).toBe('The database is away.');
});
