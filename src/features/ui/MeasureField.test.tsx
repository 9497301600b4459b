import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { MeasureField } from './MeasureField';
import { press, said, type } from './testing';

const OPTIONS = [
  { value: 'trips/seats', label: 'seats', dataset: 'Trips' },
  { value: 'trips/fare', label: 'fare', dataset: 'Trips' },
  { value: 'fuel/litres', label: 'litres', dataset: 'Fuel' },
];
function field(value: string) {
  const chosen: string[] = [];
  render(
    <MeasureField label="Measure" value={value} options={OPTIONS} onChange={(next) => chosen.push(next)} />,
  );
  return { chosen, input: screen.getByRole<HTMLInputElement>('combobox', { name: 'Measure' }) };
}

test('measures are listed below their datasets', () => {
  const { chosen, input } = field('trips/seats');
  expect(input.value).toBe('seats');
  press(input, 'ArrowDown');
  const group = (name: string) => within(screen.getByRole('group', { name }));
  const names = (dataset: string) =>
    group(dataset)
      .getAllByRole('option')
      .map((option) => option.textContent);
  expect([names('Trips'), names('Fuel')]).toEqual([['seats', 'fare'], ['litres']]);
  fireEvent.click(group('Trips').getByRole('option', { name: 'fare' }));
  expect(chosen).toEqual(['trips/fare']);
});

test('one is found by typing a part of its name, and Enter takes it', () => {
  const { chosen, input } = field('trips/seats');
  act(() => input.focus());
  type(input, 'lit');
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual(['litres']);
  press(input, 'Enter');
  expect(chosen).toEqual(['fuel/litres']);
});

test('one that is gone is shown as what it was called, and said to be wrong', () => {
  const { input } = field('gone/price');
  expect(input.value).toBe('gone/price');
  expect(said(input)).toBe('wrong: This is not there any more. Choose another.');
});
