/** A condition with a parameter: set up in Arrange, used by a reader, its figures against the database. */
import type { Connection } from 'mysql2/promise';
import { Key } from 'selenium-webdriver';
import { CONTROL_DEFAULTS } from '../src/core/dashboard/document/kinds/entry';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import {
  api,
  asStory,
  browserPage,
  factTableOf,
  load,
  numberFrom,
  openDatabase,
} from './support/application';

const page = browserPage();
const step = asStory(page);
let database: Connection;
let id = 0;

beforeAll(async () => {
  database = await openDatabase();
  const rows = Array.from(
    { length: 400 },
    (_, i) => `2026-0${1 + (i % 5)}-10,${['Quern', 'Sollay'][i % 2]},${(i * 37) % 90}`,
  );
  await load(`day,pier,minutes\n${rows.join('\n')}\n`, {
    name: 'Delays',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'pier', type: 'text', category: true },
      { name: 'minutes', type: 'whole' },
    ],
  });
  const created = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Delays',
    timeZone: 'UTC',
    visuals: [
      {
        ...MEASURED_DEFAULTS,
        id: 'count',
        kind: 'figure',
        title: 'Landings',
        measures: [shownMeasure('delays', 'rows')],
      },
    ],
    controls: [
      {
        ...CONTROL_DEFAULTS,
        id: 'late',
        kind: 'condition',
        title: 'Delay',
        dataset: 'delays',
        join: 'all',
        open: true,
        groups: [
          {
            join: 'all',
            entries: [{ id: 'a', name: 'Late', sql: 'minutes >= :late_after', definition: null, on: true }],
          },
        ],
      },
    ],
    wires: [{ control: 'late', target: 'count', on: true, roles: {} }],
    layout: [
      { item: 'late', x: 0, y: 0, w: 8, h: 8 },
      { item: 'count', x: 8, y: 0, w: 8, h: 6 },
    ],
  });
  ({ id } = created.body);
});
afterAll(() => database.end());

/** Waits until the figure is what the database counts under a condition. */
async function counts(condition: string) {
  const fact = await factTableOf(database, 'delays');
  const wanted = await numberFrom(database, `SELECT COUNT(*) FROM ${fact} WHERE ${condition}`);
  expect(wanted).toBeGreaterThan(0);
  await page().reads(new RegExp(`Landings[\\s\\S]*\\b${wanted}\\b`));
}

step('a condition that asks for a value says so, and gets its control with one click', async () => {
  const at = page();
  await at.open(`/dashboards/${id}?mode=arrange`);
  await at.reads('There is no value control for :late_after.');
  await counts('TRUE');
  await at.click('button', /^Delay/);
  await at.click('button', 'Add a value control :late_after');
  await at.reads('Blank: its conditions are off.');
  await at.reads(/saved/i);
});

step('a reader gives a value by typing; figures, words and address follow', async () => {
  const at = page();
  await at.open(`/dashboards/${id}`);
  const field = await at.find('textbox', 'late after, value');
  await field.sendKeys('45', Key.TAB);
  await counts('c3 >= 45');
  const { searchParams } = await at.address();
  expect(searchParams.get('v.value1')).toBe('45');
  await at.type('late after, value', '60.5');
  await counts('c3 >= 60.5');
  await at.click('button', 'Clear');
  await counts('TRUE');
});

step('a condition of the reader’s own may ask for it too, and is counted with its value', async () => {
  const at = page();
  await at.type('late after, value', '30');
  const own = await at.find('textbox', 'And a condition of your own');
  await own.sendKeys('minutes < 2 * :la');
  await at.click('option', ':late_after');
  await own.sendKeys(Key.chord(Key.CONTROL, Key.ENTER));
  await counts('c3 >= 30 AND c3 < 60');
  await at.click('button', 'Check');
  await at.reads(/Keeps [\d,]+ of 400 rows\./);
});

step('scripts send values, and are told which do not fit', async () => {
  const answers = (values: object) =>
    api<{ visuals: Record<string, { value: number }>; error?: { message: string } }>(
      'POST',
      `/dashboards/${id}/answers`,
      { values },
    );
  const fact = await factTableOf(database, 'delays');
  const { body } = await answers({ value1: '70' });
  expect(body.visuals.count!.value).toBe(
    await numberFrom(database, `SELECT COUNT(*) FROM ${fact} WHERE c3 >= 70`),
  );
  const refused = await answers({ value1: 'soon' });
  expect(refused.status).toBe(400);
  expect(JSON.stringify(refused.body)).toContain('A number, such as 15 or 2.5.');
});
