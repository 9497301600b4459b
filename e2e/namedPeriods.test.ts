/** A period named once in the model, used on a dashboard, and changed for all. */
import { Key } from 'selenium-webdriver';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import { api, asStory, browserPage, load } from './support/application';

const page = browserPage();
const step = asStory(page);
let id = 0;

beforeAll(async () => {
  const days = Array.from({ length: 120 }, (_, i) =>
    new Date(Date.UTC(2026, 1, 3 + i)).toISOString().slice(0, 10),
  );
  await load(`day,loads\n${days.map((day) => `${day},2`).join('\n')}\n`, {
    name: 'Barges',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'loads', type: 'whole' },
    ],
  });
  const created = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Barges by day',
    timeZone: 'UTC',
    anchor: 'latest so far',
    visuals: [
      {
        ...CHART_DEFAULTS,
        id: 'line',
        kind: 'line',
        title: 'Loads, {window}',
        measures: [shownMeasure('barges', 'loads')],
      },
    ],
    controls: [{ ...TIME_DEFAULTS, id: 'ends', kind: 'ends', title: 'Days', default: 'last 14 days' }],
    wires: [{ control: 'ends', target: 'line', on: true, roles: {} }],
    layout: [
      { item: 'ends', x: 0, y: 0, w: 10, h: 8 },
      { item: 'line', x: 0, y: 8, w: 24, h: 8 },
    ],
  });
  ({ id } = created.body);
});
afterAll(() => api('DELETE', '/periods/tide_weeks?used=yes'));

step('is named in the model, with its days at once', async () => {
  const at = page();
  await at.open('/model');
  await at.click('button', 'Name a period');
  await at.type('Name of the period', 'Tide weeks');
  const phrase = await at.find('combobox', 'Phrase');
  await phrase.sendKeys(Key.chord(Key.CONTROL, 'a'), 'last 2 full weeks', Key.ENTER);
  await at.reads('18–31 May 2026');
  await at.click('button', 'Save');
  await at.reads('Tide weeks');
  await at.reads('used nowhere yet');
});

step('is chosen as what readers begin with', async () => {
  const at = page();
  await at.open(`/dashboards/${id}?mode=arrange`);
  await at.click('button', /^Days/);
  await at.choose('Readers begin with: which', 'Tide weeks, as the model says');
  await at.reads('Opened today, readers see 18–31 May 2026');
  await at.reads('Loads, 18–31 May 2026');
  await at.reads(/saved/i);
});

step('tells what a change will move before it is saved, and then moves it', async () => {
  const at = page();
  await at.open('/model');
  await at.reads('used on Barges by day (Days)');
  await at.click('button', 'Change Tide weeks');
  const phrase = await at.find('combobox', 'Phrase');
  await phrase.sendKeys(Key.chord(Key.CONTROL, 'a'), 'last 3 full weeks', Key.ENTER);
  await at.reads('1 window moves:');
  await at.reads('start 7 days earlier');
  await at.click('button', 'Save');
  await at.find('button', 'Change Tide weeks');
  await at.open(`/dashboards/${id}`);
  await at.reads('Loads, 11–31 May 2026');
});

step('is deleted only after what uses it was told, and comes back to it with Undo', async () => {
  const at = page();
  await at.open('/model');
  await at.click('button', 'Change Tide weeks');
  await at.click('button', 'Delete');
  await at.reads('It is used on “Barges by day”.');
  await at.click('button', 'Delete it all the same');
  await at.reads('“Tide weeks” is deleted.');
  await at.click('button', 'Undo');
  await at.reads('used on Barges by day (Days)');
  await at.open(`/dashboards/${id}`);
});

step('gives way to ends that a reader sets by keys, and comes back with one click', async () => {
  const at = page();
  await at.choose('From', 'A fixed day');
  const day = await at.find('textbox', 'From, day');
  await day.sendKeys(Key.chord(Key.CONTROL, 'a'), '20 Apr 2026', Key.TAB);
  await at.reads('Loads, 20 Apr – 31 May 2026');
  await at.choose('To', 'Latest day with data so far');
  await at.reads('Loads, 20 Apr – 2 Jun 2026');
  await (await at.find('textbox', 'To, moved by')).sendKeys(Key.ARROW_DOWN);
  await at.reads('Loads, 20 Apr – 1 Jun 2026');
  expect((await at.address()).searchParams.get('p.ends')).toBe(
    'from 2026-04-20 to latest so far minus 1 day',
  );
  await at.click('button', 'Back to its default');
  await at.reads('Loads, 11–31 May 2026');
});
