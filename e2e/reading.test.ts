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
  const { driver } = at;
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

/** Gives the page another viewport. */
async function resize(width: number, height: number) {
  const { driver } = page();
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: false,
  });
}

story('on a small screen what is touched has the room of a finger', async () => {
  const at = page();
  await resize(390, 800);
  await at.open(address);
  await at.reads(words(WHOLE));
  const small = (within: string) =>
    at.driver.executeScript<string[]>(
      `return [...document.querySelectorAll(arguments[0] + ' button, ' + arguments[0] + ' label')]
        .filter((one) => one.getClientRects().length > 0 && !one.closest('[aria-label="In effect"] p, [role=status], svg'))
        .filter((one) => {
          const { width, height } = one.getBoundingClientRect();
          return height < 43.5 || width < 43.5;
        })
        .map((one) => (one.getAttribute('aria-label') ?? one.textContent) + ' ' + one.outerHTML.slice(0, 80));`,
      within,
    );
  expect(await small('header')).toEqual([]);
  expect(await small('main')).toEqual([]);
  await at.click('button', /^Controls \(1\)/);
  await at.find('checkbox', /^Veldry/);
  expect(await small('.MuiDrawer-root')).toEqual([]);
  await at.click('button', 'Done');
});

story(
  'by touch alone, at 390 and at 768 pixels: the drawer is opened, a value chosen, the drawer closed',
  async () => {
    const at = page();
    const { driver } = at;
    await driver.sendDevToolsCommand('Emulation.setTouchEmulationEnabled', {
      enabled: true,
      maxTouchPoints: 1,
    });
    /** A finger that comes down and goes. */
    const tap = async (role: string, name: string | RegExp) => {
      const { x, y } = await at.middleOf(await at.find(role, name));
      const point = { x: Math.round(x), y: Math.round(y) };
      await driver.sendDevToolsCommand('Input.dispatchTouchEvent', {
        type: 'touchStart',
        touchPoints: [point],
      });
      await driver.sendDevToolsCommand('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    };
    const drawerIs = (isOpen: boolean) =>
      eventually(
        `the drawer to be ${isOpen ? 'open' : 'gone'}`,
        async () => (await at.all('dialog', 'Controls')).length > 0 === isOpen,
      );
    for (const width of [390, 768]) {
      await resize(width, 900);
      await at.open(address);
      await at.reads(words(WHOLE));
      await tap('button', /^Controls \(1\)/);
      await drawerIs(true);
      // It comes up from below; a finger waits until it stands.
      await eventually('the drawer to stand', async () => {
        const drawer = await at.find('dialog', 'Controls');
        const [before, after] = [await drawer.getRect(), await drawer.getRect()];
        return before.y === after.y;
      });
      await tap('checkbox', /^Veldry/);
      await eventually('the value to be chosen', async () =>
        (await at.find('checkbox', /^Veldry/)).isSelected(),
      );
      await tap('button', 'Done');
      await drawerIs(false);
      await says('Veldry');
      await at.reads(words(VELDRY));
    }
    await driver.sendDevToolsCommand('Emulation.setTouchEmulationEnabled', { enabled: false });
  },
);

story('at twice its size everything is there and nothing is beside the screen', async () => {
  // A window of 1280 by 800 at 200 % has the room of 640 by 400.
  await resize(640, 400);
  const at = page();
  for (const [path, said] of [
    [address, words(WHOLE)],
    ['/', 'Read daily'],
    ['/datasets', 'Reading'],
    ['/almanac', 'Holidays and events'],
    ['/model', 'Shared dimensions'],
    ['/datasets/reading', 'Days covered'],
  ] as const) {
    await at.open(path);
    await at.reads(said);
    const [wide, reach] = await at.driver.executeScript<[number, number]>(
      'return [document.documentElement.scrollWidth, innerWidth]',
    );
    expect({ path, isBeside: wide > reach }).toEqual({ path, isBeside: false });
  }
  await resize(1280, 800);
});

story('what is held is saved under a name, opened again, and seen first the next time', async () => {
  const at = page();
  await at.open(address);
  await at.click('checkbox', /^Veldry/);
  await at.reads(words(VELDRY));
  await at.click('button', 'Selections');
  await at.type('Save what is held now as', 'Only Veldry');
  await at.press(Key.ENTER);
  await at.find('button', 'Only Veldry');
  await at.click('button', 'See Only Veldry first');
  await at.press(Key.ESCAPE);
  await at.click('button', 'Reset to default');
  await at.reads(words(WHOLE));
  await at.open(address);
  await says('Veldry');
  await at.reads(words(VELDRY));
  expect((await at.address()).search).toContain('Veldry');
  // An address that asks for something has the word.
  await at.open(`${address}?${new URLSearchParams({ 'c.slicer1': 'Tamsel' })}`);
  await says('Tamsel');
  await at.click('button', 'Selections');
  await at.click('button', 'Delete Only Veldry');
  await at.reads('“Only Veldry” is deleted.');
  await at.open(address);
  await saysNot('Veldry');
});

story('an address is handed on with periods that roll, or with the days of now', async () => {
  const at = page();
  await at.open(address);
  await at.click('checkbox', /^Veldry/);
  await at.driver.executeScript(
    'window.copied = []; navigator.clipboard.writeText = (text) => { window.copied.push(text); return Promise.resolve(); }',
  );
  for (const entry of [/periods roll on/, /these days for ever/]) {
    await at.click('button', 'Share');
    await at.click('menuitem', entry);
    await at.reads('The address is copied.');
  }
  const [rolling, fixed] = await at.driver.executeScript<string[]>('return window.copied');
  expect(new URL(rolling!).search).toContain('Veldry');
  expect(rolling).not.toContain('as-of');
  expect(new URL(fixed!).searchParams.get('as-of')).toBe('2026-06-03');
  await at.goTo(fixed!);
  await at.reads(words(VELDRY));
  await at.reads(/as of Wed 3 Jun 2026/i);
});
