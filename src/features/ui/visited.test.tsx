import { act, render, screen } from '@testing-library/react';
import { noteOpened, setFavourite, useVisited, visitedFrom } from './visited';

beforeEach(() => localStorage.clear());

function Shown() {
  const { favourites, opened } = useVisited();
  return <p>{JSON.stringify([favourites, Object.keys(opened)])}</p>;
}

test('what is opened and liked is kept, told at once, and taken back', () => {
  render(<Shown />);
  act(() => noteOpened(3, 1000));
  act(() => setFavourite(3, true));
  act(() => setFavourite(3, true));
  expect(screen.getByText('[[3],["3"]]')).toBeTruthy();
  act(() => setFavourite(3, false));
  expect(screen.getByText('[[],["3"]]')).toBeTruthy();
});

test('of many openings the newest are kept', () => {
  for (let i = 0; i < 250; i++) noteOpened(i, i);
  const { opened } = visitedFrom(localStorage.getItem('dathen-dashboards') ?? '');
  expect(Object.keys(opened)).toHaveLength(200);
  expect([opened[249], opened[50], opened[49]]).toEqual([249, 50, undefined]);
});

test.each(['', '{', '{"favourites":["x"]}'])('what cannot be read is nothing: %j', (text) => {
  expect(visitedFrom(text)).toEqual({ favourites: [], opened: {} });
});
