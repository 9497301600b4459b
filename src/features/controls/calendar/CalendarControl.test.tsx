/** A calendar as its readers meet it. Rows lie on every day from 11 January to 19 February 1970; it is 2 March. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { said, type, press } from '../../ui/testing';
import { fresh } from '../testing';

const calendar = (change: object = {}) => fresh('calendar', { title: 'Days', picks: 'range', ...change });
const cell = (name: RegExp) => screen.getByRole('gridcell', { name });
const heading = (name: string) => screen.queryByRole('button', { name: new RegExp(`^Whole .*: ${name}$`) });
const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const frame = () => act(() => new Promise((done) => requestAnimationFrame(() => done(null))));

test('opens where its data ends; each day says whether it has data', async () => {
  await calendar({ tint: null });
  expect(heading('February 1970')).not.toBeNull();
  const [with19, without20] = [
    cell(/^Thursday 19 February 1970, data$/),
    cell(/^Friday 20 February 1970, no data$/),
  ];
  expect([with19.getAttribute('aria-disabled'), without20.getAttribute('aria-disabled')]).toEqual([
    'false',
    'true',
  ]);
  expect([with19.title, without20.title]).toEqual([
    'Thursday 19 February 1970, data',
    'Friday 20 February 1970, no data',
  ]);
  expect([with19.style.textDecoration, without20.style.textDecoration]).toEqual(['none', 'line-through']);
  expect(screen.getAllByRole('columnheader').map((head) => head.textContent)).toEqual([
    'Week',
    'Mo',
    'Tu',
    'We',
    'Th',
    'Fr',
    'Sa',
    'Su',
  ]);
});

test('what has no data cannot be picked, unless the designer allows it', async () => {
  const first = await calendar({ picks: 'day' });
  fireEvent.click(cell(/^Friday 20 February 1970/));
  expect(first.dashboard.held.state.periods).toEqual({});
  expect(screen.queryByRole('button', { name: /^Whole/ })).toBeNull();
});

test('days without data can be picked where they are allowed', async () => {
  const { dashboard, id } = await calendar({ picks: 'day', allowUncovered: true });
  click('Later month');
  fireEvent.click(cell(/^Friday 20 March 1970/));
  expect(dashboard.held.state.periods[id]).toBe('1970-03-20');
});

test('the chosen days stand between brackets, from the first to the last', async () => {
  const { dashboard, id } = await calendar();
  act(() => dashboard.held.hold(id, '1970-02-03/1970-02-05'));
  await dashboard.answer();
  const chosen = screen
    .getAllByRole('gridcell')
    .filter((day) => day.getAttribute('aria-selected') === 'true');
  expect(chosen.map((day) => day.textContent)).toEqual(['3', '4', '5']);
  const isSeen = (border: string) => !border.includes('transparent');
  expect(chosen.map((day) => [isSeen(day.style.borderLeft), isSeen(day.style.borderRight)])).toEqual([
    [true, false],
    [false, false],
    [false, true],
  ]);
  expect(chosen.every((day) => day.style.fontWeight === '700')).toBe(true);
  expect(cell(/^Friday 6 February/).style.fontWeight).toBe('450');
  // The keys come in at what is chosen.
  expect(screen.getAllByRole('gridcell').filter((day) => day.tabIndex === 0)).toEqual([chosen[0]]);
});

test('a day is tinted by a measure, and says its value', async () => {
  await calendar({ tint: { dataset: 'trips', measure: 'seats' } });
  const day = cell(/^Tuesday 3 February 1970, data, /);
  expect(day.getAttribute('aria-label')).toMatch(/, data, Seats \d/);
  expect(day.title).toMatch(/^Tue 3 Feb 1970 · Seats \d/);
  expect(cell(/^Friday 20 February 1970, no data/).title).not.toContain('undefined');
});

test('keys walk over days with data, and on into the next month', async () => {
  await calendar();
  const third = cell(/^Sunday 1 February/);
  act(() => third.focus());
  press(third, 'ArrowLeft');
  await frame();
  expect(heading('January 1970')).not.toBeNull();
  expect(document.activeElement?.getAttribute('aria-label')).toMatch(/^Saturday 31 January 1970/);
  const heard = jest.fn();
  document.body.addEventListener('keydown', heard);
  press(document.activeElement as HTMLElement, 'ArrowRight');
  expect(heard).not.toHaveBeenCalled();
  press(document.activeElement as HTMLElement, 'Escape');
  expect(heard).toHaveBeenCalledTimes(1);
  document.body.removeEventListener('keydown', heard);
});

test('months and years are moved through and chosen from; those without data are struck', async () => {
  await calendar();
  click('Earlier month');
  expect(heading('January 1970')).not.toBeNull();
  click('Later month');
  click('February 1970: show the year');
  expect(heading('1970')).not.toBeNull();
  const months = within(
    screen.getByRole('group', { name: 'Months of 1970' }),
  ).getAllByRole<HTMLButtonElement>('button');
  expect(months.filter((month) => !month.disabled).map((month) => month.textContent)).toEqual(['Jan', 'Feb']);
  click('Later year');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Whole year: 1971' }).disabled).toBe(true);
  click('1971: show the decade');
  expect(screen.getByText('1970–1981')).toBeTruthy();
  expect(screen.queryByRole('button', { name: /show the/ })).toBeNull();
  click('Earlier decade');
  expect(screen.getByText('1960–1971')).toBeTruthy();
  click('Later decade');
  click('1970');
  click('Jan');
  expect(heading('January 1970')).not.toBeNull();
  click('Go to today');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Whole month: March 1970' }).disabled).toBe(
    true,
  );
});

test('a day is typed, and the other end after it; what lies outside its limits is told', async () => {
  const { dashboard, id } = await calendar({ within: '1970-02' });
  const field = () => screen.getByRole('textbox', { name: 'Type a day, then the other end' });
  const put = (text: string) => {
    type(field(), text);
    press(field(), 'Enter');
  };
  put('1970-01-20');
  expect(said(field())).toBe('wrong: Tue 20 Jan 1970 cannot be picked here.');
  put('1970-02-09');
  expect(screen.getByRole('status').textContent).toContain('Mon 9 Feb 1970');
  put('1970-02-03');
  expect(dashboard.held.state.periods[id]).toBe('1970-02-03/1970-02-09');
  click('Earlier month');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Whole month: January 1970' }).disabled).toBe(
    true,
  );
});

test('where one day is picked that is what is typed, and it says so', async () => {
  await calendar({ picks: 'day' });
  expect(screen.getByRole('textbox', { name: 'Type a day' })).toBeTruthy();
});

test('a period that is changed elsewhere takes the calendar there, and a first end with it', async () => {
  const { dashboard, id } = await calendar();
  fireEvent.click(cell(/^Tuesday 3 February 1970/));
  act(() => dashboard.held.hold(id, '1970-01-12/1970-01-14'));
  await dashboard.answer();
  expect(screen.queryByRole('status')).toBeNull();
  expect(heading('January 1970')).not.toBeNull();
});
