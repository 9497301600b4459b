/** What a reader does with an open dashboard: takes changes back, and reads it on a small screen. */
import { Key } from 'selenium-webdriver';
import { emptyDocument } from '../src/core/dashboard/document/document';
import { newPart } from '../src/core/dashboard/document/parts';
import { withNewItem } from '../src/core/dashboard/wiring/wires';
import type { Model } from '../src/core/model/model';
import { api, asStory, browserPage, load } from './support/application';
import { eventually } from './support/page';

const page = browserPage();
const story = asStory(page);
let address = '';

beforeAll(async () => {
  const rows = Array.from({ length: 60 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 3, 1 + i)).toISOString().slice(0, 10);
    return `${day},${i % 2 === 0 ? 'Veldry' : 'Tamsel'},${i + 1}`;
  });
  await load(`day,route,fares\n${rows.join('\n')}\n`, {
    name: 'Reading',
    columns: [
      { name: 'day', type: 'day', role: 'sailed' },
      { name: 'route', type: 'text', category: true },
      { name: 'fares', type: 'whole' },
    ],
  });
  const { body: model } = await api<Model>('GET', '/model');
  const own = { ...model, datasets: model.datasets.filter((dataset) => dataset.key === 'reading') };
  let document = { ...emptyDocument('Read daily'), timeZone: 'UTC' };
  for (const kind of ['slicer', 'figure', 'bar'] as const)
    document = withNewItem(document, own, newPart(document, own, kind)!, null);
  const made = await api<{ id: number }>('POST', '/dashboards', document);
  address = `/dashboards/${made.body.id}`;
});

const WHOLE = (60 * 61) / 2;
const VELDRY = 30 * 30;
const words = (count: number) => count.toLocaleString('en');

/** The sentence that says what is in effect. */
const inEffect = () => page().region('In effect');
const says = (text: string) =>
  eventually(`“${text}” in effect`, async () => (await inEffect()).includes(text));
const saysNot = (text: string) =>
  eventually(`“${text}” not in effect`, async () => !(await inEffect()).includes(text));

story('Ctrl+Z takes back the last change, also a Clear and a Reset, and never the design', async () => {
  const at = page();
  await at.open(address);
  await at.reads(words(WHOLE));
  await at.click('checkbox', /^Veldry/);
  await at.reads(words(VELDRY));
  await says('Veldry');
  await at.click('button', 'Reset to default');
  await at.reads(words(WHOLE));
  await at.click('button', 'Undo');
  await at.reads(words(VELDRY));
  await at.click('button', 'Clear all');
  await saysNot('Veldry');
  await at.pressWith([Key.CONTROL], 'z');
  await says('Veldry');
  await at.pressWith([Key.CONTROL], 'z');
  await at.reads(words(WHOLE));
  await saysNot('Veldry');
  await at.pressWith([Key.CONTROL, Key.SHIFT], 'z');
  await says('Veldry');
  const { body } = await api<{ revision: number }>('GET', address);
  expect(body.revision).toBe(1);
});

story('Back in the browser takes the last change back, and Forward makes it again', async () => {
  const at = page();
  await at.open('/');
  await at.open(address);
  await at.reads(words(WHOLE));
  await at.click('checkbox', /^Veldry/);
  await at.reads(words(VELDRY));
  await at.click('checkbox', /^Tamsel/);
  await at.reads(words(WHOLE));
  await at.driver.navigate().back();
  await at.reads(words(VELDRY));
  await says('Veldry');
  await saysNot('Tamsel');
  await at.driver.navigate().back();
  await at.reads(words(WHOLE));
  await saysNot('Veldry');
  await at.driver.navigate().forward();
  await at.reads(words(VELDRY));
});

story('on a small screen visuals stand in one column and controls in a drawer', async () => {
  const at = page();
  const driver = at.driver as unknown as {
    sendDevToolsCommand(name: string, parameters: object): Promise<void>;
  };
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width: 390,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
  await at.open(address);
  await at.reads(words(WHOLE));
  const wide = await at.driver.executeScript<number>('return document.documentElement.scrollWidth');
  expect(wide).toBeLessThanOrEqual(390);
  expect(await at.all('checkbox', /^Veldry/)).toEqual([]);
  await at.click('button', /^Controls \(1\)/);
  await at.click('checkbox', /^Veldry/);
  await at.click('button', 'Done');
  await at.reads(words(VELDRY));
  await says('Veldry');
  // Nothing is cut off at the side, however long the sentence is.
  const beyond = await at.driver.executeScript<string[]>(`
    return [...document.querySelectorAll('section[aria-label="In effect"] *')]
      .filter((element) => element.getBoundingClientRect().right > 390)
      .map((element) => element.textContent);`);
  expect(beyond).toEqual([]);
  await at.open(`${address}?mode=arrange`);
  await at.reads('Arranging and wiring need a window of at least 1024 pixels');
  await at.click('button', 'Read it');
  await at.reads(words(WHOLE));
});
