/** What controls show and hold, by their kinds, their answers and the keys that readers press. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { testRow } from '../../core/cube/testing';
import { CONTROL_KINDS, type Control, type ControlKind } from '../../core/dashboard/document/controls';
import { newPart } from '../../core/dashboard/document/parts';
import { line, timeline } from '../../core/dashboard/document/testing';
import type { ControlAnswer } from '../../core/dashboard/turn/controlAnswer';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { TEST_MODEL } from '../../core/model/testing';
import { type OpenDashboard } from '../workspace/testing';
import { fresh, shown } from './testing';

const KINDS = Object.keys(CONTROL_KINDS) as ControlKind[];

/** Puts another answer in the place of a control's own. */
const answerWith = ({ answers }: OpenDashboard, id: string, answer: ControlAnswer) =>
  act(() => answers.getState().take({ controls: { [id]: answer }, visuals: {}, waiting: [] }));
const period = ({ held }: OpenDashboard, id: string) => held.state.periods[id];

describe.each(KINDS)('a fresh %s', (kind) => {
  test('shows itself and its title, and holds nothing but its default', async () => {
    const { dashboard, title } = await fresh(kind);
    expect(screen.getByRole('heading', { name: title })).toBeTruthy();
    expect(dashboard.held.state).toEqual({ periods: {}, choices: {} });
  });

  test('says so while it is read, hidden, or cannot be answered', async () => {
    const { dashboard, id, title } = await fresh(kind);
    answerWith(dashboard, id, { kind: 'elsewhere' });
    expect(document.body.textContent).toContain(`${title} · reading…`);
    answerWith(dashboard, id, { kind: 'hidden' });
    expect(document.body.textContent).toContain(`${title} · hidden now`);
    answerWith(dashboard, id, { kind: 'broken', message: 'The dataset is not there.' });
    expect(document.body.textContent).toContain('The dataset is not there.');
  });
});

test('two controls of one name are told apart, on themselves and in their labels', async () => {
  const twin = (id: string) => ({ ...timeline(id), kind: 'phrase', title: 'Days' }) as unknown as Control;
  await shown(documentOf(line('sea'), twin('one'), twin('two')), 'two');
  expect(screen.getByRole('heading', { name: 'Days (2)' })).toBeTruthy();
  expect(screen.getByRole('combobox', { name: 'Days (2), phrase' })).toBeTruthy();
});

describe('a phrase box', () => {
  const box = (): Control => ({ ...timeline('span'), kind: 'phrase', title: 'Days' }) as unknown as Control;
  const field = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Days, phrase' });
  const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

  test.each([
    ['ytd', 'this year to date'],
    ['31/12/2025', '2025-12-31'],
    ['last full week', 'last 1 full week'],
  ])('%s: asks whether %s is meant, and Enter takes it', async (typed, meant) => {
    const dashboard = await shown(documentOf(line('sea'), box()), 'span');
    type(typed);
    expect(screen.getByRole('alert').textContent).toContain(`Did you mean “${meant}”? Enter takes it.`);
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(period(dashboard, 'span')).toBe(meant);
  });

  test('what nobody could mean stays in the field with its error, and Escape takes it back', async () => {
    const dashboard = await shown(documentOf(line('sea'), box()), 'span');
    type('lsat 7 moons');
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(period(dashboard, 'span')).toBeUndefined();
    expect(field().value).toBe('lsat 7 moons');
    fireEvent.keyDown(field(), { key: 'Escape' });
    expect(field().value).toBe('all');
  });
});

describe('a calendar', () => {
  // Rows lie on every day from 11 January to 19 February 1970; it is 2 March.
  const calendar = (change: object = {}) => fresh('calendar', { title: 'Days', picks: 'range', ...change });
  const cell = (name: RegExp) => screen.getByRole('gridcell', { name });

  test('takes a range in two picks, and draws nothing anew in between', async () => {
    const { dashboard, id } = await calendar();
    fireEvent.click(cell(/^Tuesday 3 February 1970/));
    expect(period(dashboard, id)).toBeUndefined();
    expect(screen.getByRole('status').textContent).toContain('Pick the other end');
    fireEvent.click(cell(/^Monday 9 February 1970/));
    expect(period(dashboard, id)).toBe('1970-02-03/1970-02-09');
    expect(screen.queryByRole('status')).toBeNull();
  });

  test('Escape, or a click, lets go of a first end', async () => {
    const { dashboard, id } = await calendar();
    fireEvent.click(cell(/^Tuesday 3 February 1970/));
    fireEvent.keyDown(cell(/^Tuesday 3 February 1970/), { key: 'Escape' });
    expect(screen.queryByRole('status')).toBeNull();
    fireEvent.click(cell(/^Tuesday 3 February 1970/));
    fireEvent.click(screen.getByRole('button', { name: 'Leave it' }));
    fireEvent.click(cell(/^Monday 9 February 1970/));
    expect(period(dashboard, id)).toBeUndefined();
  });

  test('chooses a week by its number, a month and a year by their names', async () => {
    const { dashboard, id } = await calendar();
    fireEvent.click(screen.getByRole('button', { name: /^Whole week 6, 2–8 Feb 1970/ }));
    expect(period(dashboard, id)).toBe('1970-W06');
    fireEvent.click(screen.getByRole('button', { name: 'Whole month: February 1970' }));
    expect(period(dashboard, id)).toBe('1970-02');
    fireEvent.click(screen.getByRole('button', { name: 'February 1970: show the year' }));
    fireEvent.click(screen.getByRole('button', { name: 'Whole year: 1970' }));
    expect(period(dashboard, id)).toBe('1970');
  });

  test('of several days a whole week goes in, and out again', async () => {
    const { dashboard, id } = await calendar({ picks: 'days' });
    const week = () => screen.getByRole('button', { name: /^Whole week 8/ });
    fireEvent.click(week());
    // Data ends on the 19th, a Thursday.
    expect(period(dashboard, id)).toBe('1970-02-16/1970-02-19');
    await dashboard.answer();
    fireEvent.click(week());
    expect(period(dashboard, id)).toBeUndefined();
  });

  test('where one day is picked, weeks and months are not', async () => {
    await calendar({ picks: 'day' });
    expect(screen.queryByRole('button', { name: /^Whole/ })).toBeNull();
  });

  test('marks today and leads there', async () => {
    await calendar();
    fireEvent.click(screen.getByRole('button', { name: 'Go to today' }));
    expect(cell(/^Monday 2 March 1970, today, no data/).getAttribute('aria-current')).toBe('date');
  });

  test('goes back to the month of the period when that is set elsewhere', async () => {
    const { dashboard, id } = await calendar();
    fireEvent.click(screen.getByRole('button', { name: 'Earlier month' }));
    fireEvent.click(screen.getByRole('button', { name: 'Earlier month' }));
    expect(screen.queryByText('December 1969')).toBeTruthy();
    act(() => dashboard.held.hold(id, '1970-01-15'));
    await dashboard.answer();
    expect(screen.queryByText('January 1970')).toBeTruthy();
    act(() => dashboard.held.reset());
    await dashboard.answer();
    expect(screen.queryByText('February 1970')).toBeTruthy();
  });

  test('a day without data can be typed, and says what that leaves', async () => {
    const { dashboard, id } = await calendar({ picks: 'day' });
    const field = screen.getByLabelText('Type a day');
    fireEvent.change(field, { target: { value: '25/2/70' } });
    expect(screen.getByText('Wed 25 Feb 1970? Enter takes it.')).toBeTruthy();
    fireEvent.change(field, { target: { value: '1970-02-25' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(period(dashboard, id)).toBe('1970-02-25');
    await dashboard.answer();
    expect(document.body.textContent).toContain('no data Wed 25 Feb 1970; nearest: Thu 19 Feb 1970');
  });
});

describe('dates that are chosen at the end of a list of periods', () => {
  const list = (): Control => {
    const base = documentOf(line('sea'));
    const part = newPart(base, TEST_MODEL, 'periods')! as Control;
    return {
      ...part,
      id: 'span',
      title: 'Days',
      openDates: true,
      default: '1970-01-12/1970-01-20',
    } as unknown as Control;
  };
  const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);

  test('take days without data, and refuse an end before the start', async () => {
    const dashboard = await shown(documentOf(line('sea'), list()), 'span');
    if (!screen.queryByLabelText('End')) {
      const choose = within(document.body).getAllByRole('radio').at(-1)!;
      fireEvent.click(choose);
    }
    fireEvent.change(field('End'), { target: { value: '1970-01-02' } });
    fireEvent.keyDown(field('End'), { key: 'Enter' });
    expect(screen.getByText('It lies before the start.')).toBeTruthy();
    expect(period(dashboard, 'span')).toBeUndefined();
    fireEvent.change(field('End'), { target: { value: '1970-02-25' } });
    fireEvent.keyDown(field('End'), { key: 'Enter' });
    expect(period(dashboard, 'span')).toBe('1970-01-12/1970-02-25');
  });
});

describe('a range slider’s typed ends', () => {
  const range = (change: object = {}) => fresh('range', { title: 'Days', ...change });
  const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);
  const typed = (name: string, text: string) => {
    fireEvent.change(field(name), { target: { value: text } });
    fireEvent.keyDown(field(name), { key: 'Enter' });
  };

  test('are the very days, in the default setting', async () => {
    const { dashboard, id } = await range();
    typed('End', '1970-01-31');
    expect(period(dashboard, id)).toBe('../1970-01-31');
    await dashboard.answer();
    expect(field('End').value).toBe('31 Jan 1970');
    typed('Start', '20.1.1970');
    expect(period(dashboard, id)).toBe('1970-01-20/1970-01-31');
  });

  test('an open end stays open', async () => {
    const { dashboard, id } = await range({ default: '1970-01-20/..' });
    typed('Start', '1970-01-25');
    expect(period(dashboard, id)).toBe('1970-01-25/..');
  });

  test('an end that readers cannot move cannot be typed', async () => {
    await range({ fixedEnd: 'end' });
    expect(field('End').disabled).toBe(true);
    expect(field('Start').disabled).toBe(false);
  });
});

describe('a look-back', () => {
  const back = (phrase: string) => fresh('lookback', { title: 'Days', default: phrase });

  test.each(['last month', 'last 14 days counted from yesterday', 'all'])(
    'shows “%s” as it is, and a number with one click',
    async (phrase) => {
      const { dashboard, id } = await back(phrase);
      expect(screen.getByText(phrase)).toBeTruthy();
      expect(screen.queryByRole('slider')).toBeNull();
      fireEvent.click(screen.getByRole('button', { name: 'Back to last 1 day' }));
      expect(period(dashboard, id)).toBe('last 1 day');
      await dashboard.answer();
      expect(screen.getByLabelText<HTMLInputElement>('Number of days').value).toBe('1');
    },
  );

  test('shows a unit that readers are not offered, and steps in it', async () => {
    const { dashboard, id } = await back('last 2 years');
    fireEvent.click(screen.getByRole('button', { name: 'One more' }));
    expect(period(dashboard, id)).toBe('last 3 years');
  });
});

describe('the switches of rolling periods', () => {
  const both = { anchor: 'today', switches: ['today counts', 'only finished'] };
  const flip = (name: string) => fireEvent.click(screen.getByRole('switch', { name }));

  test('are not there unless the designer gives them', async () => {
    await fresh('lookback', { anchor: 'today' });
    expect(screen.queryByRole('switch')).toBeNull();
  });

  test('a look-back counts from yesterday, and goes on doing so when the number changes', async () => {
    const { dashboard, id } = await fresh('lookback', both);
    expect(screen.queryByRole('switch', { name: 'Only finished ones' })).toBeNull();
    flip('Today counts');
    expect(period(dashboard, id)).toBe('last 14 days counted from yesterday');
    await dashboard.answer();
    fireEvent.click(screen.getByRole('button', { name: 'One more' }));
    expect(period(dashboard, id)).toBe('last 15 days counted from yesterday');
    await dashboard.answer();
    flip('Today counts');
    expect(period(dashboard, id)).toBe('last 15 days');
  });

  test('an entry of a list stays chosen when it is switched, and the next one is switched likewise', async () => {
    const entries = [
      { name: 'Weeks', phrase: 'last 2 weeks' },
      { name: 'Months', phrase: 'last 3 months' },
    ];
    const { dashboard, id } = await fresh('periods', { ...both, entries, default: 'last 2 weeks' });
    flip('Only finished ones');
    expect(period(dashboard, id)).toBe('last 2 full weeks');
    await dashboard.answer();
    expect(screen.getByRole('radio', { name: /^Weeks/ }).getAttribute('aria-checked')).toBe('true');
    fireEvent.click(screen.getByRole('radio', { name: /^Months/ }));
    expect(period(dashboard, id)).toBe('last 3 full months');
  });

  test.each(['timeline', 'range', 'calendar', 'phrase', 'tree', 'ends'] as const)(
    'a %s has them too',
    async (kind) => {
      const { dashboard, id } = await fresh(kind, { ...both, default: 'last 2 months' });
      flip('Only finished ones');
      expect(period(dashboard, id)).toBe('last 2 full months');
    },
  );
});

describe('a timeline', () => {
  // Rows lie on days 10 to 409: 11 January 1970 to 14 February 1971.
  const long = Array.from({ length: 400 }, (_, i) => testRow(10 + i));
  async function timelineOf(change: object = {}, rows = long) {
    const control = { ...timeline('span'), level: 'day', title: 'Days', ...change } as Control;
    return shown(documentOf(line('sea'), control), 'span', rows);
  }
  const ribbon = () => screen.getByRole('group', { name: /^Days, .* level$/ });
  const tiles = () => within(ribbon()).getAllByRole('button', { name: /, (no )?data( on .*)?$/ });
  const pressed = () => tiles().filter((tile) => tile.getAttribute('aria-pressed') === 'true');
  const click = (x: number) => {
    const at = { clientX: x, clientY: 20, button: 0, pointerId: 1, bubbles: true };
    fireEvent.pointerDown(ribbon(), at);
    fireEvent.pointerUp(ribbon(), at);
  };

  test('a click chooses the tile under the pointer and lets the ribbon lie where it is', async () => {
    const dashboard = await timelineOf({ default: '1971-01-01/1971-01-31' });
    const names = () => tiles().map((tile) => tile.getAttribute('aria-label'));
    const before = names();
    click(5);
    await dashboard.answer();
    expect(names()).toEqual(before);
    expect(period(dashboard, 'span')).toBe(isoDayOf(before[0]!));
    expect(pressed().map((tile) => tile.getAttribute('aria-label'))).toEqual([before[0]]);
  });

  test('goes back to the window when that is set elsewhere, and says where it is while out of view', async () => {
    const dashboard = await timelineOf({ default: '1971-01-01/1971-01-31' });
    expect(pressed().length).toBeGreaterThan(0);
    act(() => dashboard.held.hold('span', '1970-02'));
    await dashboard.answer();
    expect(pressed().length).toBe(28);
    fireEvent.wheel(ribbon(), { deltaX: 5000, deltaY: 0 });
    fireEvent.click(screen.getByRole('button', { name: 'The window lies earlier: show it' }));
    expect(pressed().length).toBeGreaterThan(0);
  });

  test('several stretches are drawn as several', async () => {
    await timelineOf({ default: '1971-02-01/1971-02-03, 1971-02-08' });
    expect(pressed()).toHaveLength(4);
    expect(ribbon().querySelectorAll('[data-mark=stretch]')).toHaveLength(2);
  });

  test('what lies outside of the view is seen in a small overview', async () => {
    await timelineOf({ default: '1970-02' });
    expect(ribbon().querySelectorAll('[data-mark=overview] line').length).toBe(3);
  });

  test('the reader’s level is held, and goes back with Reset', async () => {
    const dashboard = await timelineOf({ level: 'month' });
    fireEvent.click(screen.getByRole('button', { name: 'Coarser level' }));
    expect(dashboard.held.state.levels).toEqual({ span: 'quarter' });
    expect(screen.getByRole('group', { name: 'Days, quarter level' })).toBeTruthy();
    act(() => dashboard.held.reset());
    expect(screen.getByRole('group', { name: 'Days, month level' })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Finer level' }));
    fireEvent.click(screen.getByRole('button', { name: 'Coarser level' }));
    expect(dashboard.held.state.levels).toEqual({});
  });

  test('a tile in part says on how many of its days there is data', async () => {
    await timelineOf({ level: 'month' });
    expect(tiles()[0]!.getAttribute('aria-label')).toBe('January 1970, data on 21 of 31 days');
  });
});

/** "Fri 1 Jan 1971, data" as 1971-01-01. */
const isoDayOf = (name: string) => {
  const day = new Date(`${name.replace(/^\w+ /, '').replace(/,.*/, '')} UTC`);
  return day.toISOString().slice(0, 10);
};
