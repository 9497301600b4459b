/** Every page, mode, panel and menu against the rules of axe, light and dark, on a large and on small screens. */
import axe from 'axe-core';
import { Key } from 'selenium-webdriver';
import { emptyDocument } from '../src/core/dashboard/document/document';
import { newPart, PARTS } from '../src/core/dashboard/document/parts';
import { withNewItem } from '../src/core/dashboard/wiring/wires';
import type { Model } from '../src/core/model/model';
import { api, asStory, browserPage, load } from './support/application';
import { eventually } from './support/page';

const page = browserPage();
const story = asStory(page, false);

interface Violation {
  readonly rule: string;
  readonly places: readonly string[];
}

/** What breaks a rule on the page as it stands now. */
async function violations(): Promise<Violation[]> {
  const { driver } = page();
  await driver.executeScript(axe.source);
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
  const { body: model } = await api<Model>('GET', '/model');
  let document = { ...emptyDocument('Seen by everyone'), timeZone: 'UTC' };
  for (const { kind } of PARTS) {
    const part = newPart(document, model, kind);
    if (part) document = withNewItem(document, model, part, null);
  }
  const made = await api<{ id: number }>('POST', '/dashboards', document);
  expect(made).toMatchObject({ status: 201 });
  dashboard = made.body.id;
});

describe('axe finds nothing', () => {
  const PAGES = [
    ['the list of dashboards', '/', 'Dashboards'],
    ['datasets', '/datasets', 'Seen'],
    ['a dataset', '/datasets/seen', 'Days covered'],
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
    await page().reads('Showing');
    await page().find('img', /Osk Head/);
    await checkEverywhere();
  });

  for (const [key, name, words] of [
    ['1', 'arranged', 'Time controls'],
    ['2', 'wired', 'Crosspoint board'],
  ] as const)
    story(`on a dashboard as it is ${name}`, async () => {
      await page().open(`/dashboards/${dashboard}`);
      await page().reads('Seen by everyone');
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
    await at.reads('Time controls');
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
