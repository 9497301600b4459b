import type { DashboardEntry } from '../../contract/dashboards';
import { listed, tagsOf, type Wanted } from './listed';

const entry = (
  id: number,
  title: string,
  tags: string[] = [],
  updatedAt = `2026-05-0${id}T08:00:00Z`,
): DashboardEntry => ({
  id,
  title,
  tags,
  updatedAt,
  revision: 1,
  visuals: 1,
  controls: 1,
  pages: 1,
  problem: null,
  layout: [],
});
const ALL = [entry(1, 'Fleet 10'), entry(2, 'fleet 9', ['daily']), entry(3, 'Harbour', ['daily', 'board'])];
const ANY: Wanted = { search: '', tag: null, onlyFavourites: false, order: 'name' };
const ids = (wanted: Partial<Wanted>, visited = { favourites: [] as number[], opened: {} }) =>
  listed(ALL, visited, { ...ANY, ...wanted }).map(({ id }) => id);

test('by name numbers are numbers; by change the newest is first', () => {
  expect(ids({})).toEqual([2, 1, 3]);
  expect(ids({ order: 'changed' })).toEqual([3, 2, 1]);
});

test('by opening: what was opened last, then what never was, the newest change first', () => {
  expect(ids({ order: 'opened' }, { favourites: [], opened: { 1: 50 } })).toEqual([1, 3, 2]);
});

test('favourites come first, and can be all that is shown', () => {
  const visited = { favourites: [3], opened: {} };
  expect(ids({}, visited)).toEqual([3, 2, 1]);
  expect(ids({ onlyFavourites: true }, visited)).toEqual([3]);
});

test('every word of a search is found in names or tags', () => {
  expect(ids({ search: ' FLEET  9 ' })).toEqual([2]);
  expect(ids({ search: 'board' })).toEqual([3]);
  expect(ids({ search: 'fleet board' })).toEqual([]);
  expect(ids({ tag: 'daily' })).toEqual([2, 3]);
});

test('tags once each', () => {
  expect(tagsOf(ALL)).toEqual(['board', 'daily']);
});
