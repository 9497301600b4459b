/** Every page, mode, panel and menu against the rules of axe, light and dark, on a large and on small screens. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import { api, asStory, browserPage, load } from './support/application';
import { eventually } from './support/page';

const AXE = readFileSync(path.join(process.cwd(), 'node_modules/axe-core/axe.min.js'), 'utf8');
const page = browserPage();
const story = asStory(page, false);

interface Violation {
  readonly rule: string;
  readonly places: readonly string[];
}

/** What breaks a rule on the page as it stands now. */
async function violations(): Promise<Violation[]> {
  const { driver } = page();
  await driver.executeScript(AXE);
  return driver.executeAsyncScript<Violation[]>(`
    const done = arguments[arguments.length - 1];
    axe
      .run(document, { resultTypes: ['violations'] })
      .then(({ violations }) =>
        done(violations.map(({ id, nodes }) => ({ rule: id, places: nodes.map((node) => node.html.slice(0, 200)) }))),
      );`);
}

async function look(width: number, scheme: 'light' | 'dark') {
  const driver = page().driver as unknown as {
    sendDevToolsCommand(name: string, parameters: object): Promise<void>;
  };
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
  await driver.sendDevToolsCommand('Emulation.setEmulatedMedia', {
    features: [{ name: 'prefers-color-scheme', value: scheme }],
  });
}

const LOOKS = [
  [1280, 'light'],
  [1280, 'dark'],
  [768, 'light'],
  [390, 'light'],
] as const;

/** Looks at a page in every width and scheme. */
async function checkEverywhere() {
  for (const [width, scheme] of LOOKS) {
    await look(width, scheme);
    expect({ width, scheme, found: await violations() }).toEqual({ width, scheme, found: [] });
  }
  await look(1280, 'light');
}

let dashboard = 0;

story('begins with a dashboard of every kind of visual', async () => {
  const rows = Array.from({ length: 400 }, (_, i) => {
    const day = new Date(Date.UTC(2025, 4, 1 + i)).toISOString().slice(0, 10);
    return `${day},${['Veldry', 'Osk Head', 'Tamsel'][i % 3]},${(i * 7) % 40}`;
  });
  await load(`day,route,seats\n${rows.join('\n')}\n`, {
    name: 'Seen',
    columns: [
      { name: 'day', type: 'day', role: 'sailed' },
      { name: 'route', type: 'text', category: true },
      { name: 'seats', type: 'whole' },
    ],
  });
  const measures = [{ dataset: 'seen', measure: 'seats' }];
  const across = { dataset: 'seen', column: 'route' };
  const visuals = [
    { id: 'v1', kind: 'line', title: 'By day', measures },
    { id: 'v2', kind: 'bar', title: 'By route', measures, across },
    { id: 'v3', kind: 'figure', title: 'Seats', measures },
    { id: 'v4', kind: 'crosstab', title: 'Crosstab', measures, rows: [across] },
    {
      id: 'v5',
      kind: 'table',
      title: 'Rows',
      dataset: 'seen',
      role: 'day',
      columns: ['day', 'route', 'seats'],
    },
    { id: 'v6', kind: 'calendar', title: 'Days', measures },
  ];
  const controls = [
    { id: 'c1', kind: 'timeline', title: 'Timeline', level: 'month', default: 'last 90 days' },
    { id: 'c2', kind: 'range', title: 'Slider', default: 'all' },
    { id: 'c3', kind: 'calendar', title: 'Calendar', default: 'all' },
    { id: 'c4', kind: 'slicer', title: 'Route', ...across },
  ];
  const all = [...controls, ...visuals];
  const layout = all.map(({ id }, i) => ({ item: id, x: (i % 3) * 8, y: Math.floor(i / 3) * 9, w: 8, h: 9 }));
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Seen by everyone',
    timeZone: 'UTC',
    visuals,
    controls,
    wires: controls.flatMap(({ id }) => visuals.map((visual) => ({ control: id, target: visual.id }))),
    layout,
  });
  expect(made).toMatchObject({ status: 201 });
  dashboard = made.body.id;
});

describe('axe finds nothing', () => {
  const PAGES = [
    ['the list of dashboards', '/', 'Dashboards'],
    ['datasets', '/datasets', 'Seen'],
    ['a dataset', '/datasets/seen', 'Coverage'],
    ['the almanac', '/almanac', 'Holidays and events'],
    ['the model', '/model', 'Shared dimensions'],
    ['an address that leads nowhere', '/nowhere', 'There is no page here'],
  ] as const;
  for (const [name, address, words] of PAGES)
    story(`on ${name}`, async () => {
      await page().open(address);
      await page().reads(words);
      expect(await page().driver.getTitle()).toMatch(/Dathen$/);
      await checkEverywhere();
    });

  story('on a dashboard as readers see it', async () => {
    await page().open(`/dashboards/${dashboard}`);
    await page().reads('By route');
    await page().find('img', /Osk Head/);
    await checkEverywhere();
  });

  for (const [key, name, words] of [
    ['1', 'arranged', 'Parts'],
    ['2', 'wired', 'Crosspoint board'],
  ] as const)
    story(`on a dashboard as it is ${name}`, async () => {
      await page().open(`/dashboards/${dashboard}`);
      await page().reads('By route');
      await page().press(key);
      await page().reads(words);
      for (const scheme of ['light', 'dark'] as const) {
        await look(1280, scheme);
        expect({ scheme, found: await violations() }).toEqual({ scheme, found: [] });
      }
      await look(1280, 'light');
    });

  story('on the panels that explain, which leave what they explain lit and usable', async () => {
    const at = page();
    await at.open(`/dashboards/${dashboard}?mode=arrange`);
    await at.reads('By route');
    for (const [button, panel] of [
      [/^Check the wiring/, 'Wiring check'],
      ['History', 'History'],
      ['Keys and words', 'Keys and words'],
    ] as const) {
      await at.click('button', button);
      await at.find('region', panel);
      expect(await violations()).toEqual([]);
      const backdrops = await at.driver.findElements({ css: '.MuiBackdrop-root' });
      expect(backdrops).toEqual([]);
      await at.press(Key.ESCAPE);
      await eventually(`${panel} to be closed`, async () => (await at.all('region', panel)).length === 0);
    }
  });
});
