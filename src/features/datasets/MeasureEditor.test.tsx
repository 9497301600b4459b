import { fireEvent, screen } from '@testing-library/react';
import type { DatasetSummary } from '../../contract/datasets';
import type { Measure } from '../../core/model/model';
import { TEST_MODEL, testMeasure } from '../../core/model/testing';
import { choose, serve, show } from '../ui/testing';
import { MeasureEditor } from './MeasureEditor';

const TRIPS = TEST_MODEL.datasets[0] as unknown as DatasetSummary;

async function edit(measure: Measure) {
  serve({});
  const saved: Measure[] = [];
  await show(
    <MeasureEditor
      dataset={TRIPS}
      model={TEST_MODEL}
      measure={measure}
      onSave={(next) => saved.push(next)}
      onClose={() => undefined}
    />,
  );
  return () => {
    fireEvent.click(screen.getByRole('button', { name: 'Save the measure' }));
    return saved.at(-1)!;
  };
}
const options = (field: string) => {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: field }));
  return screen.getAllByRole('option').map((option) => option.textContent);
};
const type = (field: string, text: string) => {
  const input = screen.getByRole('textbox', { name: field });
  fireEvent.change(input, { target: { value: text } });
  fireEvent.blur(input);
};
const seats = testMeasure('seats', 'sum', 'seats');

test('a measure that is not changed is saved as it was', async () => {
  const save = await edit(seats);
  expect(save()).toEqual(seats);
});

test('what is written and chosen is saved', async () => {
  const save = await edit(seats);
  type('Name', ' Seats sold ');
  type('Unit', ' pax ');
  type('Decimals', '2');
  choose('Date role', 'booked');
  type('Final after days', '14');
  expect(save()).toEqual({
    ...seats,
    name: 'Seats sold',
    unit: 'pax',
    decimals: 2,
    role: 'other',
    settles: 14,
  });
});

test.each([
  ['Name', '  ', 'A measure needs a name.'],
  ['Decimals', '7', '0 to 6'],
  ['Final after days', '401', '0 to 400'],
])('%s does not take “%s”', async (field, text, sentence) => {
  const save = await edit(seats);
  type(field, text);
  expect(screen.getByText(sentence)).toBeTruthy();
  expect(save()).toEqual(seats);
});

test('a sum is of numbers; counting takes any column or none, and keeps a column that fits', async () => {
  const save = await edit(seats);
  expect(options('Of')).toEqual(['seats', 'cents']);
  fireEvent.click(screen.getByRole('option', { name: 'cents' }));
  choose('Aggregation', /^Average/);
  expect(save()).toMatchObject({ aggregation: 'average', column: 'cents' });
  choose('Aggregation', 'Count');
  expect(save()).toMatchObject({ aggregation: 'count', column: 'cents' });
  choose('Of', 'rows');
  expect(save()).toMatchObject({ aggregation: 'count', column: null });
  choose('Aggregation', /^Sum/);
  expect(save()).toMatchObject({ aggregation: 'sum', column: 'seats' });
});

test('a ratio is of two measures that are none, those of its own dataset first', async () => {
  const save = await edit(seats);
  choose('Aggregation', /^Ratio/);
  expect(screen.queryByRole('combobox', { name: 'Of' })).toBeNull();
  expect(screen.queryByRole('combobox', { name: 'One row stands for a' })).toBeNull();
  const offered = options('Divide');
  expect(offered[0]).toBe('Rows · Trips');
  expect(offered).not.toContain('Share · Trips');
  expect(offered).not.toContain('Seats · Trips');
  fireEvent.click(screen.getByRole('option', { name: 'Busy · Trips' }));
  expect(save()).toMatchObject({
    aggregation: 'ratio',
    column: null,
    condition: null,
    ratio: { over: { dataset: 'trips', measure: 'busy' } },
  });
  choose('Aggregation', /^Sum/);
  expect(save()).toMatchObject({ ratio: null, column: 'seats' });
});

test('rows that stand for months can be spread over their days, as long as they add up', async () => {
  const save = await edit(seats);
  expect(screen.queryByRole('switch', { name: /^Spread/ })).toBeNull();
  choose('One row stands for a', 'month');
  fireEvent.click(screen.getByRole('switch', { name: 'Spread evenly over the days of the month' }));
  expect(save()).toMatchObject({ grain: 'month', spread: true });
  choose('Aggregation', /^Average/);
  expect(save()).toMatchObject({ grain: 'month', spread: false });
  choose('Aggregation', /^Sum/);
  fireEvent.click(screen.getByRole('switch', { name: 'Spread evenly over the days of the month' }));
  choose('One row stands for a', 'day');
  expect(save()).toMatchObject({ grain: 'day', spread: false });
});
