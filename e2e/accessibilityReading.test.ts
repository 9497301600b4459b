/** What readers meet beside a dashboard's own page: paper, walls, frames, maps, files made by themselves, notes. */
import { Key } from 'selenium-webdriver';
import { MEASURED_DEFAULTS } from '../src/core/dashboard/document/kinds/measured';
import { api, asStory, browserPage, load, measureOf } from './support/application';
import { checkBoth, checkEverywhere } from './support/axe';
import { DAY_MS, setClock } from './support/clock';
import { eventually } from './support/page';

const page = browserPage();
const story = asStory(page, false);
let id = 0;

beforeAll(async () => {
  const rows = Array.from({ length: 120 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 3, 1 + (i % 60))).toISOString().slice(0, 10);
    return `${day},${['Skerry', 'Holm', 'Ness'][i % 3]},${i + 1},${((i % 3) * 0.05 + 0.01).toFixed(2)},1.25`;
  });
  await load(`day,light,ships,east,north\n${rows.join('\n')}\n`, {
    name: 'Lights',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'light', type: 'text', category: true },
      { name: 'ships', type: 'whole' },
      { name: 'east', type: 'decimal', scale: 2 },
      { name: 'north', type: 'decimal', scale: 2 },
    ],
  });
  const [ships, east, north] = await Promise.all(
    ['ships', 'east', 'north'].map((column) => measureOf('lights', column)),
  );
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'By lights',
    timeZone: 'UTC',
    visuals: [
      { ...MEASURED_DEFAULTS, id: 'all', kind: 'figure', title: 'Ships', measures: [ships] },
      {
        ...MEASURED_DEFAULTS,
        id: 'map',
        kind: 'map',
        title: 'Ships by light',
        measures: [ships, east, north],
        across: { dataset: 'lights', column: 'light' },
        picks: true,
        layers: [{ kind: 'points', place: { longitude: 1, latitude: 2 }, size: 0, tint: 0 }],
      },
    ],
    controls: [],
    wires: [{ control: 'map', target: 'all', on: true, roles: {} }],
    pages: [
      { id: 'page1', name: 'Figures' },
      { id: 'page2', name: 'Map' },
    ],
    layout: [
      { item: 'all', page: 'page1', x: 0, y: 0, w: 8, h: 6 },
      { item: 'map', page: 'page2', x: 0, y: 0, w: 14, h: 12 },
    ],
  });
  id = made.body.id;
});

story('on a map', async () => {
  await page().open(`/dashboards/${id}?page=page2`);
  await page().find('img', /^Map, Ships by light: 3 marks/);
  await checkEverywhere(page());
});

story('on paper', async () => {
  await page().open(`/dashboards/${id}/print`);
  await page().reads(/Ready: 2 sheets of A4/);
  await checkEverywhere(page());
});

story('on a wall', async () => {
  await page().open(`/dashboards/${id}/wall?every=3600`);
  await page().reads(/By lights · Figures/);
  await checkEverywhere(page());
});

for (const [name, rest] of [
  ['a page', '?page=page2'],
  ['a visual', '?visual=all'],
] as const)
  story(`in a frame of ${name}`, async () => {
    await page().open(`/embed/${id}${rest}`);
    await page().reads(/Lights to 30 May 2026/);
    await checkEverywhere(page());
  });

story('on what is made by itself, its form and its list', async () => {
  const at = page();
  await at.open(`/dashboards/${id}`);
  await at.click('button', 'Download');
  await at.find('menuitem', /made by itself/);
  await checkBoth(at, 'the list of downloads');
  await at.click('menuitem', /made by itself/);
  await at.click('button', 'Add one');
  await at.type('Name', 'For the keepers');
  await at.choose('What', 'JSON');
  await checkBoth(at, 'the form of what is made by itself');
  await at.click('button', 'Save');
  await at.click('button', 'Make it now');
  await at.reads(/: done/);
  await checkEverywhere(at);
});

story('on notes, written and changed', async () => {
  const at = page();
  const note = { first: '2026-04-10', last: '2026-04-12', words: 'The light at Holm was out' };
  expect((await api('POST', '/almanac/notes', note)).status).toBe(201);
  await at.open('/almanac');
  await at.reads(note.words);
  await at.click('button', new RegExp(`^Change.*${note.words}`));
  await checkBoth(at, 'notes');
  await at.click('button', 'Cancel');
  await at.click('button', `Remove ${note.words}`);
  await at.reads(`“${note.words}” is removed.`);
});

story('on saved selections, links and frames to be shared', async () => {
  const at = page();
  await at.open(`/dashboards/${id}`);
  for (const button of ['Share', 'Selections'] as const) {
    await at.click('button', button);
    await at.find(button === 'Share' ? 'menu' : 'region', button);
    await checkBoth(at, button);
    await at.press(Key.ESCAPE);
    await eventually(
      `${button} to be closed`,
      async () => (await at.driver.findElements({ css: '.MuiPopover-root, .MuiDrawer-root' })).length === 0,
    );
  }
});

story('on what data is expected when, and late data', async () => {
  const at = page();
  await at.open('/datasets/lights');
  await at.click('button', 'Say when data is expected');
  await at.reads(/Every weekday by 07:00: nothing is late/);
  await checkEverywhere(at);
  // What is loaded today has been expected once more by then.
  await setClock(at, 10 * DAY_MS);
  await at.open('/datasets/lights');
  await at.reads(/Every weekday by 07:00: late since/);
  await checkBoth(at, 'a late dataset');
  await at.open(`/dashboards/${id}`);
  await at.click('button', /^Freshness: .*late/);
  await at.find('dialog', 'Freshness of each dataset');
  await checkBoth(at, 'late data');
});
