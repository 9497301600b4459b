/** A part that cannot be drawn says so in its place, and the rest goes on. */
import { fireEvent, render, screen } from '@testing-library/react';
import { ErrorBoundary } from './ErrorBoundary';

let isBroken = true;
function Part({ word }: { word: string }) {
  if (isBroken) throw new Error('no such bucket');
  return <p>{word}</p>;
}
const parts = (answer: object) => (
  <>
    <ErrorBoundary name="Passengers" of={[answer]}>
      <Part word="drawn" />
    </ErrorBoundary>
    <p>its neighbour</p>
  </>
);

beforeEach(() => {
  isBroken = true;
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => jest.restoreAllMocks());

test('is named with what is wrong, beside what goes on', () => {
  render(parts({}));
  expect(screen.getByRole('alert').textContent).toContain('Passengers could not be drawn: no such bucket');
  expect(screen.getByText('its neighbour')).toBeTruthy();
});

test('is drawn again on demand, and by itself when what it is drawn from changes', () => {
  const answer = {};
  const { rerender } = render(parts(answer));
  isBroken = false;
  rerender(parts(answer));
  expect(screen.queryByText('drawn')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Draw it again' }));
  expect(screen.getByText('drawn')).toBeTruthy();
  isBroken = true;
  rerender(parts({}));
  expect(screen.getByRole('alert')).toBeTruthy();
  isBroken = false;
  rerender(parts({}));
  expect(screen.getByText('drawn')).toBeTruthy();
});
