/** A shared dimension: its name, its columns, and spellings that count as others. */
import { fireEvent, screen } from '@testing-library/react';
import type { SharedDimension } from '../../core/model/model';
import { TEST_MODEL } from '../../core/model/testing';
import { choose, press, said, serve, show, type } from '../ui/testing';
import { SharedEntry, type Draft } from './SharedEntry';

const [TRIPS, FUEL] = TEST_MODEL.datasets as [
  (typeof TEST_MODEL.datasets)[0],
  (typeof TEST_MODEL.datasets)[0],
];
const fuelColumn = FUEL.columns.find((column) => column.category)!.key;
const member = (dataset: string, column: string) => ({ dataset, column });
const columns = [
  { ...member(TRIPS.key, 'route'), name: 'route', values: ['Veldry', 'Tamsel', 'Osk head '] },
  { ...member(TRIPS.key, 'channel'), name: 'channel', values: ['web'] },
  { ...member(FUEL.key, fuelColumn), name: fuelColumn, values: ['Veldry', 'Tamsel'] },
];
const SHARED: SharedDimension = {
  key: 'place',
  name: 'Place',
  members: [member(TRIPS.key, 'route'), member(FUEL.key, fuelColumn)],
  spellings: {},
};

async function entry(part: Partial<SharedDimension> = {}, others: readonly SharedDimension[] = []) {
  serve({ '/api/shared/counts': {}, '/api/uses': [] });
  const drafts: Draft[] = [];
  const shared = { ...SHARED, ...part };
  await show(
    <SharedEntry
      model={{ ...TEST_MODEL, shared: [shared, ...others] }}
      shared={shared}
      columns={columns}
      onChange={(draft) => drafts.push(draft)}
      onRemove={() => Promise.resolve()}
      onUndo={() => Promise.resolve()}
    />,
  );
  return drafts;
}
const field = (name: string) => screen.getByRole('combobox', { name });
const options = (name: string) => {
  fireEvent.mouseDown(field(name));
  return screen.getAllByRole('option').map((option) => option.textContent);
};

test('its name is changed, without blanks at its ends; it needs one', async () => {
  const drafts = await entry();
  const name = screen.getByRole('textbox', { name: 'Name' });
  type(name, '  ');
  press(name, 'Enter');
  expect(said(name)).toContain('It needs a name.');
  expect(drafts).toEqual([]);
  type(name, ' Quay ');
  press(name, 'Enter');
  expect(drafts).toEqual([{ name: 'Quay', members: SHARED.members, spellings: {} }]);
});

test('how far its columns agree is told, where there are several', async () => {
  await entry();
  expect(screen.getByText(/^2 of 3 values agree; .*differs$/)).toBeTruthy();
});

test('of one column nothing can agree', async () => {
  await entry({ members: SHARED.members.slice(0, 1) });
  expect(screen.queryByText(/agree/)).toBeNull();
});

test('a column is taken out, one of another dataset is added, none that is in use elsewhere', async () => {
  const drafts = await entry();
  // Both datasets have one already.
  expect(screen.queryByRole('combobox', { name: 'Add a column' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: /^Take route of Trips out$/ }));
  expect(drafts[0]!.members).toEqual([SHARED.members[1]]);
});

test('a column of a dataset that has none yet is added', async () => {
  const drafts = await entry({ members: SHARED.members.slice(1) });
  expect(options('Add a column')).toEqual(['route of Trips', 'channel of Trips']);
  fireEvent.click(screen.getByRole('option', { name: 'channel of Trips' }));
  expect(drafts[0]!.members).toEqual([SHARED.members[1], member(TRIPS.key, 'channel')]);
});

test('a column of another dimension is not offered', async () => {
  await entry({ members: SHARED.members.slice(1) }, [
    { ...SHARED, key: 'way', name: 'Way', members: [member(TRIPS.key, 'channel')] },
  ]);
  expect(options('Add a column')).toEqual(['route of Trips']);
});

test('a value counts as another one, and space that is not seen is shown', async () => {
  const drafts = await entry();
  expect(field('count as').getAttribute('aria-disabled')).toBe('true');
  choose('Let', 'Veldry');
  expect(options('count as')).toEqual(['Osk head␣', 'Tamsel']);
  fireEvent.click(screen.getByRole('option', { name: 'Tamsel' }));
  expect(drafts[0]!.spellings).toEqual({ Veldry: 'Tamsel' });
});

test('what led to a value leads to the one that it counts as', async () => {
  const drafts = await entry({ spellings: { Tamsel: 'Veldry' } });
  expect(screen.getByText(/“Tamsel” counts as “Veldry”/)).toBeTruthy();
  choose('Let', 'Veldry');
  choose('count as', 'Osk head␣');
  expect(drafts[0]!.spellings).toEqual({ Tamsel: 'Osk head ', Veldry: 'Osk head ' });
});

test('a value stands for itself again', async () => {
  const drafts = await entry({ spellings: { Tamsel: 'Veldry', 'Osk head ': 'Veldry' } });
  fireEvent.click(screen.getByRole('button', { name: 'Let Tamsel stand for itself' }));
  expect(drafts[0]!.spellings).toEqual({ 'Osk head ': 'Veldry' });
});
