/** The board by pointer and by keys, and what is known of the crosspoint that is chosen. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { bar, line, slicer, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { openDashboard, showIn, type OpenDashboard } from '../workspace/testing';
import { CrosspointBoard } from './CrosspointBoard';
import { CrosspointDetails } from './CrosspointDetails';
import type { Pointed } from './pointed';

function Board() {
  const [pointed, setPointed] = useState<Pointed>({});
  const [chosen, setChosen] = useState<{ control: string; target: string } | null>(null);
  return (
    <>
      <CrosspointBoard pointed={pointed} onPoint={setPointed} chosen={chosen} onChoose={setChosen} />
      <CrosspointDetails chosen={chosen} />
      <output aria-label="Pointed at">{JSON.stringify(pointed)}</output>
    </>
  );
}

async function board() {
  const dashboard = await openDashboard(
    documentOf(
      { ...timeline('span'), title: 'Days' },
      { ...slicer('routes'), title: 'Route' },
      { ...line('sea'), title: 'Sea' },
      { ...bar('piers'), title: 'Piers' },
    ),
  );
  showIn(dashboard, <Board />);
  return dashboard;
}
/** What is wired to visuals, as "control target". */
const wired = ({ store }: OpenDashboard) =>
  store
    .getState()
    .document.wires.filter(({ on, target }) => on && ['sea', 'piers'].includes(target))
    .map(({ control, target }) => `${control} ${target}`)
    .sort();
const cell = (name: string) => screen.getByRole('button', { name: new RegExp(`^${name}: `) });
const press = (key: string, more = {}) => fireEvent.keyDown(document.activeElement!, { key, ...more });
const focus = (element: HTMLElement) => act(() => element.focus());
const focused = () => document.activeElement?.getAttribute('aria-label');

test('a click switches one wire, and again back', async () => {
  const dashboard = await board();
  const before = wired(dashboard);
  expect(before).toContain('span sea');
  fireEvent.click(cell('Days to Sea'));
  expect(wired(dashboard)).toEqual(before.filter((wire) => wire !== 'span sea'));
  expect(cell('Days to Sea').getAttribute('aria-pressed')).toBe('false');
  fireEvent.click(cell('Days to Sea'));
  expect(wired(dashboard)).toEqual(before);
});

test('the name of a row switches all that has a route: on where one is off, else off', async () => {
  const dashboard = await board();
  const row = () => fireEvent.click(screen.getByRole('button', { name: 'Days: switch the whole row' }));
  fireEvent.click(cell('Days to Piers'));
  row();
  expect(wired(dashboard)).toEqual(expect.arrayContaining(['span piers', 'span sea']));
  row();
  expect(wired(dashboard).filter((wire) => wire.startsWith('span '))).toEqual([]);
});

test('the name of a column switches the whole column', async () => {
  const dashboard = await board();
  fireEvent.click(screen.getByRole('button', { name: 'Sea: switch the whole column' }));
  expect(wired(dashboard).filter((wire) => wire.endsWith(' sea'))).toEqual([]);
  expect(wired(dashboard)).toContain('span piers');
});

test('a crosspoint without a route stays as it is', async () => {
  const dashboard = await board();
  const own = cell('Days to Days');
  expect(own.getAttribute('aria-disabled')).toBe('true');
  const before = wired(dashboard);
  fireEvent.click(own);
  expect(wired(dashboard)).toEqual(before);
});

describe('keys', () => {
  test('go from crosspoint to crosspoint, stop at the edges, and tell what is chosen', async () => {
    await board();
    focus(cell('Days to Sea'));
    press('ArrowRight');
    expect(focused()).toMatch(/^Days to Piers: /);
    press('ArrowDown');
    expect(focused()).toMatch(/^Route to Piers: /);
    press('ArrowDown');
    expect(focused()).toMatch(/^Route to Piers: /);
    press('End');
    expect(focused()).toMatch(/^Route to Route: /);
    press('Home');
    expect(focused()).toMatch(/^Route to Sea: /);
    press('PageUp');
    expect(focused()).toMatch(/^Days to Sea: /);
    expect(screen.getByRole('region', { name: 'Chosen crosspoint' }).textContent).toContain('Days → Sea');
    expect(screen.getByRole('status', { name: 'Pointed at' }).textContent).toBe(
      JSON.stringify({ control: 'span', target: 'sea' }),
    );
  });

  test('with Shift mark a run, which Space switches at once', async () => {
    const dashboard = await board();
    focus(cell('Days to Sea'));
    press('ArrowRight', { shiftKey: true });
    press('ArrowDown', { shiftKey: true });
    const marked = screen
      .getAllByRole('gridcell')
      .filter((entry) => entry.getAttribute('aria-selected') === 'true');
    expect(marked).toHaveLength(4);
    press(' ');
    expect(wired(dashboard)).toEqual([]);
    press('Enter');
    expect(wired(dashboard)).toEqual(['routes piers', 'routes sea', 'span piers', 'span sea']);
  });

  test('a step without Shift ends the run', async () => {
    const dashboard = await board();
    focus(cell('Days to Sea'));
    press('ArrowRight', { shiftKey: true });
    press('ArrowLeft');
    press(' ');
    expect(wired(dashboard)).not.toContain('span sea');
    expect(wired(dashboard)).toContain('span piers');
  });

  test('on the name of a row are left to it', async () => {
    const dashboard = await board();
    const before = wired(dashboard);
    focus(screen.getByRole('button', { name: 'Days: switch the whole row' }));
    press(' ');
    press('ArrowRight');
    expect(wired(dashboard)).toEqual(before);
    expect(focused()).toBe('Days: switch the whole row');
  });
});

test('a search leaves what it finds; one row or one column can stand alone', async () => {
  await board();
  fireEvent.change(screen.getByRole('textbox', { name: 'Find on the board' }), { target: { value: 'pier' } });
  expect(screen.queryByRole('button', { name: /^Days to Sea: / })).toBeNull();
  expect(cell('Days to Piers')).toBeTruthy();
  fireEvent.change(screen.getByRole('textbox', { name: 'Find on the board' }), { target: { value: '' } });
  focus(cell('Route to Piers'));
  fireEvent.click(screen.getByRole('button', { name: 'Only this control' }));
  expect(screen.queryByRole('button', { name: /^Days to / })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Show all again' }));
  fireEvent.click(screen.getByRole('button', { name: 'Only this column' }));
  expect(cell('Days to Piers')).toBeTruthy();
  expect(screen.queryByRole('button', { name: / to Sea: / })).toBeNull();
});

test('another date role of a wire is chosen below the board', async () => {
  const dashboard = await board();
  focus(cell('Days to Sea'));
  const details = within(screen.getByRole('region', { name: 'Chosen crosspoint' }));
  fireEvent.mouseDown(details.getByRole('combobox', { name: 'Date role of Trips' }));
  fireEvent.click(screen.getByRole('option', { name: 'booked' }));
  const wire = dashboard.store
    .getState()
    .document.wires.find(({ control, target }) => control === 'span' && target === 'sea');
  expect(wire?.roles).toEqual({ trips: 'other' });
});

test('an empty dashboard says what to do', async () => {
  showIn(await openDashboard(documentOf()), <Board />);
  expect(screen.getByText(/^Place at least one control and one visual/)).toBeTruthy();
});
