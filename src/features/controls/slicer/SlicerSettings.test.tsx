/** What a designer sets of a slicer. */
import { act, fireEvent, screen } from '@testing-library/react';
import type { Slicer } from '../../../core/dashboard/document/document';
import { line, slicer } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { choose, press, type } from '../../ui/testing';
import { openDashboard, showIn } from '../../workspace/testing';
import { useDocument, useWorkspace } from '../../workspace/workspace';
import { SlicerSettings } from './SlicerSettings';

const slicerIn = (document: ReturnType<typeof useDocument>) => document.controls[0] as Slicer;

function Settings() {
  const { store } = useWorkspace();
  const control = slicerIn(useDocument());
  const change = (part: Partial<Slicer>) =>
    store.getState().change((document) => ({ ...document, controls: [{ ...control, ...part }] }));
  return <SlicerSettings control={control} change={change} />;
}

async function settings(more: object = {}) {
  const dashboard = await openDashboard(documentOf({ ...slicer('routes'), ...more }, line('sea')));
  showIn(dashboard, <Settings />);
  return { dashboard, own: () => slicerIn(dashboard.store.getState().document) };
}
const field = (label: string) => screen.getByRole('combobox', { name: label });
const turn = (label: string) => fireEvent.click(screen.getByRole('switch', { name: label }));

test('values of another dimension: what was chosen goes, and what readers begin with', async () => {
  const { dashboard, own } = await settings({ default: ['Veldry'] });
  act(() => dashboard.held.hold(own().id, ['Tamsel']));
  choose('Values of', /^channel/);
  expect(own()).toMatchObject({ dimension: { dataset: 'trips', column: 'channel' }, default: [] });
  expect(dashboard.held.state.choices).toEqual({});
});

test('one value at a time keeps the first of those that readers begin with', async () => {
  const { own } = await settings({ several: true, default: ['Veldry', 'Tamsel'] });
  turn('Several values can be chosen');
  expect(own()).toMatchObject({ several: false, default: ['Veldry'] });
});

test('another face keeps what is chosen, a tree does not, either way', async () => {
  const { own } = await settings({ default: ['Veldry'] });
  choose('Shown as', 'Menu');
  expect(own()).toMatchObject({ face: 'menu', default: ['Veldry'] });
  choose('Shown as', /^Tree/);
  expect(own()).toMatchObject({ face: 'tree', default: [] });
});

test('a tree has levels, one more to add each time, and one that is taken out closes up', async () => {
  const { own } = await settings({ face: 'tree' });
  const levels = () => own().below.map((level) => level.column);
  expect(screen.queryByRole('combobox', { name: 'Level 3' })).toBeNull();
  choose('Level 2', /^channel/);
  expect(levels()).toEqual(['channel']);
  choose('Level 3', /^route/);
  expect(levels()).toEqual(['channel', 'route']);
  choose('Level 2', 'None');
  expect(levels()).toEqual(['route']);
});

test('values that are always offered are separated by semicolons, each once', async () => {
  const { own } = await settings();
  const custom = screen.getByRole('textbox', { name: 'Values offered always' });
  type(custom, ' Osk Head;; Veldry ;Osk Head');
  press(custom, 'Enter');
  expect(own().custom).toEqual(['Osk Head', 'Veldry']);
});

test('chosen values are kept or left out', async () => {
  const { own } = await settings();
  choose('Chosen values are', 'left out');
  expect(own().exclude).toBe(true);
  choose('Chosen values are', 'kept');
  expect(own().exclude).toBe(false);
});

test('an order by a measure asks which come first', async () => {
  const { own } = await settings();
  expect(screen.queryByRole('combobox', { name: 'First' })).toBeNull();
  const order = field('Order of values');
  press(order, 'ArrowDown');
  fireEvent.click(screen.getAllByRole('option', { name: /^Seats/ })[0]!);
  expect(own().orderBy).toEqual({ dataset: 'trips', measure: 'seats' });
  choose('First', 'The least');
  expect(own().orderFirst).toBe('least');
  choose('First', 'The greatest');
  expect(own().orderFirst).toBe('greatest');
});

test('what readers may do is switched one by one, in one order', async () => {
  const { own } = await settings({ readers: [] });
  turn('Readers may choose how to search');
  expect(own().readers).toEqual(['kind of search']);
  turn('Readers may keep or leave out');
  expect(own().readers).toEqual(['keep or leave out', 'kind of search']);
  turn('Readers may choose how to search');
  expect(own().readers).toEqual(['keep or leave out']);
});

test('switches say what is written', async () => {
  const { own } = await settings();
  const before = own();
  turn('A value has to be chosen');
  turn('Show rows of each value');
  turn('Hide values without data');
  choose('Search finds what', 'begins with the text');
  const hides = before.unavailable === 'hidden' ? 'struck' : 'hidden';
  expect(own()).toMatchObject({
    required: !before.required,
    counts: !before.counts,
    unavailable: hides,
    search: 'begins with',
  });
});

test('readers begin with what is chosen now, once that is said', async () => {
  const { dashboard, own } = await settings();
  expect(screen.getByText('Readers begin with every value.')).toBeTruthy();
  const begin = () => screen.queryByRole('button', { name: 'Begin with what is chosen now' });
  expect(begin()).toBeNull();
  act(() => dashboard.held.hold(own().id, ['Veldry', null]));
  await dashboard.answer();
  fireEvent.click(begin()!);
  expect(own().default).toEqual(['Veldry', null]);
  expect(dashboard.held.state.choices).toEqual({});
  expect(screen.getByText('Readers begin with Veldry, (blank).')).toBeTruthy();
});
