import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { COLOURS, type Colour } from '../../core/dashboard/document/colour';
import { COLOUR_NAMES } from '../../theme/roles';
import { ColourChoice } from './ColourChoice';
import { press } from './testing';

const chosen: (Colour | null)[] = [];
function Choice() {
  const [value, setValue] = useState<Colour | null>(null);
  const change = (next: Colour | null) => {
    chosen.push(next);
    setValue(next);
  };
  return <ColourChoice label="Line" value={value} none="By itself" onChange={change} />;
}
beforeEach(() => {
  chosen.length = 0;
  render(<Choice />);
});
const radio = (name: string) => screen.getByRole('radio', { name });
const isChosen = (name: string) => radio(name).getAttribute('aria-checked') === 'true';
const first = COLOUR_NAMES[COLOURS[0]];
const last = COLOUR_NAMES[COLOURS.at(-1)!];

test('none is chosen first; a click chooses a colour, and only it is reached by Tab', () => {
  expect(isChosen('By itself')).toBe(true);
  fireEvent.click(radio(first));
  expect([isChosen(first), isChosen('By itself')]).toEqual([true, false]);
  expect(screen.getAllByRole('radio').map(({ tabIndex }) => tabIndex)).toEqual(
    [null, ...COLOURS].map((colour) => (colour === COLOURS[0] ? 0 : -1)),
  );
});

test('arrows go on to the next and round both ends, with the focus', () => {
  const group = screen.getByRole('radiogroup', { name: 'Line' });
  press(group, 'ArrowRight');
  press(group, 'ArrowDown');
  press(group, 'ArrowLeft');
  expect(chosen).toEqual([COLOURS[0], COLOURS[1], COLOURS[0]]);
  expect(document.activeElement).toBe(radio(first));
  press(group, 'ArrowUp');
  press(group, 'ArrowUp');
  expect(chosen.at(-1)).toBe(COLOURS.at(-1));
  expect(document.activeElement).toBe(radio(last));
  press(group, 'ArrowRight');
  expect(chosen.at(-1)).toBeNull();
});

test('other keys choose nothing', () => {
  press(screen.getByRole('radiogroup'), 'a');
  expect(chosen).toEqual([]);
});
