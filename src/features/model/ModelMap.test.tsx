import { fireEvent, render, screen } from '@testing-library/react';
import { TEST_MODEL } from '../../core/model/testing';
import { ModelMap } from './ModelMap';

const push = jest.fn();
jest.mock('next/navigation', () => ({ useRouter: () => ({ push }) }));

const trips = TEST_MODEL.datasets[0]!;
const model = {
  ...TEST_MODEL,
  datasets: [
    { ...trips, key: 'tides', name: 'Tides', roles: [], measures: [], live: true },
    {
      ...trips,
      key: 'fuel',
      name: 'Fuel',
      roles: trips.roles.slice(0, 1),
      measures: trips.measures.slice(0, 1),
      rows: 1200,
    },
    trips,
  ],
  shared: [
    {
      key: 'route',
      name: 'Route',
      members: [
        { dataset: 'trips', column: 'route' },
        { dataset: 'fuel', column: 'route' },
      ],
      spellings: {},
    },
  ],
};
const box = (name: string) => screen.getByRole('link', { name: `Open ${name}` });
const opacity = (element: Element) => Number(element.getAttribute('opacity'));

beforeEach(() => push.mockClear());

test('datasets with most roles come first, at both sides of the almanac with its years', () => {
  render(<ModelMap model={model} />);
  expect(screen.getAllByRole('link').map((link) => link.getAttribute('aria-label'))).toEqual([
    'Open Trips',
    'Open Fuel',
    'Open Tides',
  ]);
  const x = (name: string) => Number(/translate\(([-\d.]+)/.exec(box(name).getAttribute('transform')!)![1]);
  expect(x('Trips')).toBeLessThan(x('Fuel'));
  expect(screen.getByText('1970 – 1970')).toBeTruthy();
});

test('it is told in words, and what a dataset lacks is said on it', () => {
  render(<ModelMap model={model} />);
  expect(screen.getByRole('group').getAttribute('aria-label')).toBe(
    'Model: Trips by sailed, booked; Fuel by sailed; Tides by no date role. Shared: Route',
  );
  expect(box('Tides').textContent).toContain('live · 0 measures');
  expect(box('Tides').textContent).toContain('no date role yet');
  expect(box('Fuel').textContent).toContain('1,200 rows · 1 measure');
  expect(box('Fuel').textContent).not.toContain('1 measures');
  expect(screen.getByText('shared by 2 datasets')).toBeTruthy();
});

test('pointing at a dataset fades what is not its own, at a shared dimension what has it not', () => {
  render(<ModelMap model={model} />);
  const lines = (name: string) => screen.getAllByText(name).map((text) => text.closest('g[opacity]')!);
  fireEvent.pointerEnter(box('Fuel'));
  expect(lines('booked').map(opacity)).toEqual([0.25]);
  expect(lines('sailed').map(opacity).sort()).toEqual([0.25, 1]);
  expect(opacity(box('Trips'))).toBe(1);
  fireEvent.pointerLeave(box('Fuel'));
  expect(lines('booked').map(opacity)).toEqual([1]);
  const shared = screen.getByText('shared by 2 datasets').closest('g')!;
  fireEvent.pointerEnter(shared);
  expect(['Trips', 'Fuel', 'Tides'].map((name) => opacity(box(name)))).toEqual([1, 1, 0.35]);
  expect(lines('booked').map(opacity)).toEqual([1]);
  fireEvent.pointerLeave(shared);
  expect(opacity(box('Tides'))).toBe(1);
});

test('a dataset is opened by click and by keys', () => {
  render(<ModelMap model={model} />);
  fireEvent.click(box('Trips'));
  fireEvent.keyDown(box('Fuel'), { key: 'Enter' });
  fireEvent.keyDown(box('Tides'), { key: ' ' });
  fireEvent.keyDown(box('Tides'), { key: 'a' });
  expect(push.mock.calls).toEqual([['/datasets/trips'], ['/datasets/fuel'], ['/datasets/tides']]);
});

test('without a shared dimension nothing stands below', () => {
  render(<ModelMap model={{ ...model, shared: [] }} />);
  expect(screen.getByRole('group').getAttribute('aria-label')).toMatch(/Shared: nothing$/);
  expect(screen.queryByText(/^shared by/)).toBeNull();
});

test('of very many datasets it draws some at a time, as people count, and those that are searched', () => {
  const many = Array.from({ length: 90 }, (_, i) => ({ ...trips, key: `t${i + 1}`, name: `Trips ${i + 1}` }));
  render(<ModelMap model={{ ...model, datasets: many }} />);
  const drawn = () => screen.getAllByRole('link').map((link) => link.getAttribute('aria-label'));
  expect(drawn()).toHaveLength(40);
  expect(drawn().slice(0, 3)).toEqual(['Open Trips 1', 'Open Trips 2', 'Open Trips 3']);
  fireEvent.click(screen.getByRole('button', { name: 'Show more: 50 are below' }));
  expect(drawn()).toHaveLength(80);
  fireEvent.change(screen.getByRole('searchbox', { name: 'Find a dataset' }), { target: { value: '77' } });
  expect(drawn()).toEqual(['Open Trips 77']);
});
