import { fireEvent, screen } from '@testing-library/react';
import type { DatasetSummary, FileProfile, LoadPlan } from '../../contract/datasets';
import { TEST_MODEL } from '../../core/model/testing';
import { choose, show } from '../ui/testing';
import { ImportPlan } from './ImportPlan';

const column = (name: string, more: object = {}) => ({
  name,
  type: 'text',
  scale: 0,
  decimalMark: 'point',
  category: true,
  dateOrder: 'iso',
  ambiguousDates: false,
  filled: 3,
  distinct: 2,
  ...more,
});
const PROFILE = {
  rows: 1234,
  delimiter: ';',
  notes: ['2 empty lines were left out.'],
  columns: [
    column('sailed day', { type: 'day', category: false }),
    column('port'),
    column('fare', { type: 'decimal', scale: 0, category: false, decimalMark: 'comma' }),
  ],
  preview: [
    ['2026-01-01', 'Quern', '1,5'],
    ['2026-01-02', 'Sollay', '2'],
  ],
} as unknown as FileProfile;
const DATASETS = [{ ...TEST_MODEL.datasets[0]!, key: 'trips', name: 'Trips' }] as unknown as DatasetSummary[];

async function plan(profile: FileProfile = PROFILE, fileName = 'day_trips-2026.csv') {
  const loaded: [LoadPlan, string | undefined][] = [];
  const again: object[] = [];
  await show(
    <ImportPlan
      fileName={fileName}
      profile={profile}
      datasets={DATASETS}
      onReadAgain={(how) => again.push(how)}
      onCancel={() => undefined}
      onLoad={(...load) => loaded.push(load)}
    />,
  );
  return { loaded, again };
}
const load = () => screen.getByRole<HTMLButtonElement>('button', { name: /^Load / });

test('a file becomes a dataset of its name, with its columns as they were found', async () => {
  const { loaded } = await plan();
  expect(screen.getByText('2 empty lines were left out.')).toBeTruthy();
  expect(load().textContent).toBe('Load 1,234 rows');
  fireEvent.click(load());
  const [sent, into] = loaded[0]!;
  expect(into).toBeUndefined();
  expect(sent).toMatchObject({
    name: 'Day trips 2026',
    mode: 'replace',
    delimiter: ';',
    format: 'text',
    sheet: null,
  });
  expect(sent.columns.map(({ name, role, scale }) => [name, role, scale])).toEqual([
    ['sailed day', 'sailed', 2],
    ['port', null, 2],
    ['fare', null, 2],
  ]);
  expect(sent.columns[2]).toMatchObject({ type: 'decimal', decimalMark: 'comma' });
});

test('a dataset needs a name; rows for one that is there need none, and are added or put in its place', async () => {
  const { loaded } = await plan();
  fireEvent.change(screen.getByRole('textbox', { name: 'Name' }), { target: { value: '  ' } });
  expect(load().disabled).toBe(true);
  choose(/Load into/, 'Trips');
  expect(load().disabled).toBe(false);
  fireEvent.click(load());
  expect(loaded[0]).toMatchObject([{ name: 'Trips', mode: 'replace' }, 'trips']);
  choose(/Its rows/, 'stay, and these are added');
  fireEvent.click(load());
  expect(loaded[1]).toMatchObject([{ mode: 'append' }, 'trips']);
});

test('dates that can be read in two ways have to be decided first', async () => {
  const unsure = {
    ...PROFILE,
    columns: [{ ...PROFILE.columns[0]!, ambiguousDates: true }, ...PROFILE.columns.slice(1)],
  };
  const { loaded } = await plan(unsure);
  expect(screen.getByRole('alert').textContent).toContain('The dates of “sailed day” can be read day first');
  expect(load().disabled).toBe(true);
  choose(/Order of dates in sailed day/, /^day/i);
  expect(screen.queryByRole('alert')).toBeNull();
  fireEvent.click(load());
  expect(loaded[0]![0].columns[0]!.dateOrder).toBe('dmy');
});

test('without a date on the almanac it says what that means, and loads', async () => {
  const { loaded } = await plan();
  expect(screen.queryByText(/time controls will not reach/)).toBeNull();
  fireEvent.click(screen.getByRole('checkbox', { name: 'sailed day is a date role' }));
  expect(screen.getByText(/time controls will not reach this dataset/)).toBeTruthy();
  fireEvent.click(load());
  expect(loaded[0]![0].columns[0]!.role).toBeNull();
});

test('another separator has a text read again, another sheet a workbook', async () => {
  const text = await plan();
  choose(/Separator/, 'comma');
  expect(text.again).toEqual([{ delimiter: ',' }]);
});

test('a workbook is told by its sheet, and has no separator', async () => {
  const book = await plan(
    { ...PROFILE, format: 'workbook', sheet: 'One', sheets: ['One', 'Two'] },
    'trips.xlsx',
  );
  expect(document.body.textContent).toContain('3 columns, a sheet of a workbook');
  expect(screen.queryByRole('combobox', { name: /Separator/ })).toBeNull();
  choose(/Sheet/, 'Two');
  expect(book.again).toEqual([{ sheet: 'Two' }]);
  fireEvent.click(load());
  expect(book.loaded[0]![0]).toMatchObject({ format: 'workbook', sheet: 'One' });
});
