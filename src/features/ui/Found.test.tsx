import { fireEvent, render, screen } from '@testing-library/react';
import { Found } from './Found';
import { type } from './testing';

const words = (count: number) => Array.from({ length: count }, (_, i) => `set ${i + 1}`);
function list(items: readonly string[]) {
  render(
    <Found thing="set" items={items} textOf={(item) => item} step={5}>
      {(shown) => (
        <ul>
          {shown.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      )}
    </Found>,
  );
}
const shown = () => screen.queryAllByRole('listitem').map((each) => each.textContent);
const search = () => screen.queryByRole('searchbox', { name: 'Find a set' });

test('a short list has no search', () => {
  list(words(11));
  expect(search()).toBeNull();
});

test('a longer one shows so many at a time, and more when asked', () => {
  list(words(12));
  expect(shown()).toEqual(words(5));
  fireEvent.click(screen.getByRole('button', { name: 'Show more: 7 are below' }));
  expect(shown()).toEqual(words(10));
});

test('what is typed has to be in it; a new search begins at the top again', () => {
  list(words(30));
  fireEvent.click(screen.getByRole('button', { name: /Show more/ }));
  type(search()!, ' 2 ');
  expect(shown()).toEqual(['set 2', 'set 12', 'set 20', 'set 21', 'set 22']);
  type(search()!, 'set 2');
  expect(shown()).toHaveLength(5);
});

test('that nothing is found is said, with what was looked for', () => {
  list(words(12));
  type(search()!, ' reef ');
  expect(shown()).toEqual([]);
  expect(screen.getByText('None of the 12 sets has “reef” in it.')).toBeTruthy();
});
