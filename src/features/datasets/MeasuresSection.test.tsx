/** The measures of a dataset: told in words, made, copied, removed with a way back. */
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import type { DatasetEdit, DatasetSummary } from '../../contract/datasets';
import { TEST_MODEL } from '../../core/model/testing';
import type { Measure } from '../../core/model/model';
import { click, serve, show } from '../ui/testing';
import { MeasuresSection } from './MeasuresSection';

const TRIPS = TEST_MODEL.datasets[0] as unknown as DatasetSummary;
const first = (count: number) => TRIPS.measures.slice(0, count);

function Kept({ dataset, edits }: { dataset: DatasetSummary; edits: DatasetEdit[] }) {
  const [measures, setMeasures] = useState(dataset.measures);
  const change = (edit: DatasetEdit) => {
    edits.push(edit);
    setMeasures(edit.measures!);
  };
  return <MeasuresSection dataset={{ ...dataset, measures }} onChange={change} />;
}
async function section(part: Partial<DatasetSummary> = {}) {
  serve({ '/api/model': TEST_MODEL, '/api/uses': [] });
  const edits: DatasetEdit[] = [];
  await show(<Kept dataset={{ ...TRIPS, measures: first(2), ...part }} edits={edits} />);
  const measures = () => edits.at(-1)!.measures!.map(({ key, name }) => [key, name]);
  return { edits, measures };
}
const save = () => click('Save the measure');
const rows = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => [...row.querySelectorAll('td')].slice(0, 5).map((cell) => cell.textContent));

test('each says what it works out, its unit, its date role, and what is better', async () => {
  const [, seats, fare] = TRIPS.measures as [Measure, Measure, Measure];
  await section({ measures: [{ ...seats, direction: 'more' }, fare, { ...seats, key: 'x', role: 'gone' }] });
  const [one, two, three] = rows();
  expect(one!.slice(0, 1)).toEqual(['Seats']);
  expect(one![1]).toMatch(/sum/i);
  expect(one![4]).toBe('More is better');
  expect(two!.slice(2)).toEqual(['€', 'sailed', '']);
  expect(three![3]).toBe('gone');
});

test('without a date role there can be none, and it says so', async () => {
  await section({ roles: [], measures: [] });
  expect(screen.getByText(/Mark a date column above first/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Add a measure' })).toHaveProperty('disabled', true);
});

test('a new one is the sum of the first number, under a name that is free', async () => {
  const { edits, measures } = await section();
  await click('Add a measure');
  await save();
  expect(edits.at(-1)!.measures!.at(-1)).toMatchObject({
    key: 'measure_1',
    name: 'Measure 1',
    aggregation: 'sum',
    column: 'seats',
    role: 'day',
  });
  await click('Add a measure');
  await save();
  expect(measures().at(-1)).toEqual(['measure_2', 'Measure 2']);
});

test('without numbers a new one counts rows', async () => {
  const { edits } = await section({ columns: TRIPS.columns.filter(({ type }) => type === 'text') });
  await click('Add a measure');
  await save();
  expect(edits.at(-1)!.measures!.at(-1)).toMatchObject({ aggregation: 'count', column: null, decimals: 0 });
});

test('copies have names of their own, however many there are', async () => {
  const { measures } = await section();
  await click('Copy Seats');
  await save();
  await click('Copy Seats');
  await save();
  expect(measures().slice(2)).toEqual([
    ['measure_1', 'Seats, copy'],
    ['measure_2', 'Seats, copy 2'],
  ]);
});

test('one that is changed stays in its place', async () => {
  const { measures } = await section();
  await click('Edit Rows');
  const name = screen.getByRole('textbox', { name: 'Name' });
  fireEvent.change(name, { target: { value: 'Sailings' } });
  fireEvent.blur(name);
  await save();
  expect(measures()).toEqual([
    ['rows', 'Sailings'],
    ['seats', 'Seats'],
  ]);
});

test('one that is removed comes back in its place, also after others were made', async () => {
  const { measures } = await section({ measures: first(3) });
  await click('Remove Seats');
  expect(measures().map(([key]) => key)).toEqual(['rows', 'fare']);
  await click('Add a measure');
  await save();
  await click('Undo');
  expect(measures().map(([key]) => key)).toEqual(['rows', 'seats', 'fare', 'measure_1']);
});
