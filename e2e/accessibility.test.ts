/** Every page, mode, panel and menu against the rules of axe, light and dark, on a large and on small screens. */
import { Key } from 'selenium-webdriver';
import { emptyDocument } from '../src/core/dashboard/document/document';
import { newPart, PARTS } from '../src/core/dashboard/document/parts';
import { withNewItem } from '../src/core/dashboard/wiring/wires';
import type { Model } from '../src/core/model/model';
import { api, asStory, browserPage, load } from './support/application';
import { checkBoth, checkEverywhere, violations } from './support/axe';
import { eventually } from './support/page';

const page = browserPage();
const story = asStory(page, false);

/** Closes what is open above the page by Esc, and waits until it is gone. */
async function escape(css: string) {
  await page().press(Key.ESCAPE);
  await eventually(`${css} to be gone`, async () => (await page().driver.findElements({ css })).length === 0);
}

/** Every stop of the Tab key from the top of the page on, and whether one sees that it has the focus. */
async function stops(most: number): Promise<{ words: string; isSeen: boolean }[]> {
  const { driver } = page();
  await driver.executeScript('document.activeElement.blur(); window.walked = new Set()');
  const found: { words: string; isSeen: boolean }[] = [];
  while (found.length < most) {
    await page().press(Key.TAB);
    const stop = await driver.executeScript<{ words: string; isSeen: boolean } | null>(`
      const at = document.activeElement;
      if (!at || at === document.body || window.walked.has(at)) return null;
      window.walked.add(at);
      // A field that is not seen itself shows it on its box.
      const shown = [at, at.closest('.MuiCheckbox-root, .MuiRadio-root, .MuiSwitch-switchBase')].filter(
        (one) => one && getComputedStyle(one).opacity !== '0' && one.getBoundingClientRect().width > 4,
      );
      const isSeen =
        at.closest('.MuiInputBase-root.Mui-focused') !== null ||
        shown.some((one) => {
          const { outlineStyle, outlineWidth } = getComputedStyle(one);
          return outlineStyle !== 'none' && parseFloat(outlineWidth) >= 1;
        });
      return { isSeen, words: at.getAttribute('aria-label') ?? at.textContent.slice(0, 60) };`);
    if (stop === null) break;
    found.push(stop);
  }
  return found;
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
      await checkEverywhere(page());
    });

  story('on a dashboard as readers see it', async () => {
    await page().open(`/dashboards/${dashboard}`);
    await page().reads('Showing');
    await page().find('img', /Osk Head/);
    await checkEverywhere(page());
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
      await checkBoth(page(), name);
    });

  story('on the panels that explain, which leave what they explain lit and usable', async () => {
    const at = page();
    await at.open(`/dashboards/${dashboard}?mode=arrange`);
    await at.reads('Time controls');
    for (const [button, panel] of [
      [/^Wiring check/, 'Wiring check'],
      ['History', 'History'],
      ['Keys and words', 'Keys and words'],
    ] as const) {
      await at.click('button', button);
      await at.find('region', panel);
      expect(await violations(page())).toEqual([]);
      const backdrops = await at.driver.findElements({ css: '.MuiBackdrop-root' });
      expect(backdrops).toEqual([]);
      await at.press(Key.ESCAPE);
      await eventually(`${panel} to be closed`, async () => (await at.all('region', panel)).length === 0);
    }
  });

  story('on what opens from the corners and the header, beside or above the dashboard', async () => {
    const at = page();
    await at.open(`/dashboards/${dashboard}`);
    await at.find('img', /Osk Head/);
    for (const [button, css] of [
      [/^Freshness: /, '[role=dialog]'],
      [/^As of/, '[role=dialog]'],
      [/^Compare .* with …/, '[role=dialog]'],
    ] as const) {
      await at.click('button', button);
      await eventually(`${css} to be there`, async () => (await at.driver.findElements({ css })).length > 0);
      await checkBoth(page(), String(button));
      await escape('.MuiPopover-root');
    }
    for (const button of [/^Data of /, /^Why .* shows this/]) {
      await at.click('button', button);
      await at.find('button', 'Close');
      await checkBoth(page(), String(button), '.MuiDrawer-root');
      await escape('.MuiDrawer-root');
    }
  });

  story(
    'on lists that open, and on the control that opens from the sentence of what is in effect',
    async () => {
      const at = page();
      await at.open(`/dashboards/${dashboard}`);
      await at.find('img', /Osk Head/);
      const entries = await at.driver.findElements({
        css: '[aria-label="In effect"] [aria-haspopup=dialog]',
      });
      if (entries[0]) {
        await entries[0].click();
        await at.find('dialog', /./);
        await checkBoth(page(), 'in effect');
        await escape('[role=dialog]');
      }
      const boxes = await at.driver.findElements({ css: 'main .MuiSelect-select' });
      for (const box of boxes.slice(0, 2)) {
        await at.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', box);
        await box.click();
        await eventually(
          'the list to open',
          async () => (await at.driver.findElements({ css: '[role=listbox]' })).length > 0,
        );
        expect(await violations(page(), { within: '.MuiPopover-root' })).toEqual([]);
        await escape('[role=listbox]');
      }
      expect(boxes.length).toBeGreaterThan(0);
    },
  );

  story('on the settings of every kind of part', async () => {
    const at = page();
    await at.open(`/dashboards/${dashboard}?mode=arrange`);
    await at.reads('Time controls');
    const places = await at.driver.findElements({ css: '[data-place]' });
    expect(places.length).toBeGreaterThan(15);
    for (const place of places) {
      const name = await place.getAttribute('data-place');
      await at.driver.executeScript('arguments[0].focus()', place);
      await at.press(Key.ENTER);
      await eventually(
        `the settings of ${name}`,
        async () => (await at.driver.findElements({ css: '[aria-label=Settings] input' })).length > 0,
      );
      const found = await violations(page(), { within: '[aria-label=Settings]' });
      expect({ name, found }).toEqual({ name, found: [] });
    }
  });

  story('on questions and editors', async () => {
    const at = page();
    await at.open('/datasets/seen');
    await at.click('button', /^Edit /);
    await at.find('dialog', /./);
    await checkBoth(page(), 'the editor of a measure');
    await escape('[role=dialog]');
    const used = await at.all('button', /^(Remove|Delete) .*/);
    await used[0]!.click();
    await at.find('dialog', /./);
    await checkBoth(page(), 'a question before something is removed');
    await at.click('button', 'Keep it');
  });
});

describe('by keys', () => {
  const PLACES = [
    ['the list of dashboards', () => '/', 'Seen by everyone', 10],
    ['the almanac', () => '/almanac', 'Holidays and events', 20],
    ['the dashboard as readers see it', () => `/dashboards/${dashboard}`, 'Rows by route', 40],
    ['the dashboard as it is arranged', () => `/dashboards/${dashboard}?mode=arrange`, 'Time controls', 60],
    ['the dashboard as it is wired', () => `/dashboards/${dashboard}?mode=wire`, 'Crosspoint board', 40],
  ] as const;
  for (const [name, address, words, least] of PLACES)
    story(`one sees what has the focus everywhere on ${name}`, async () => {
      await page().open(address());
      await page().reads(words);
      const found = await stops(120);
      expect(found.length).toBeGreaterThanOrEqual(least);
      expect(found.filter((stop) => !stop.isSeen)).toEqual([]);
    });

  story('the first stops of a page lead past what stands before the content', async () => {
    const at = page();
    const focused = () =>
      at.driver.executeScript<string>(
        'const at = document.activeElement; return at.tagName + " " + (at.dataset.item ?? at.dataset.part ?? "")',
      );
    for (const [tabs, place] of [
      [1, 'MAIN '],
      [2, 'SECTION visual'],
      [3, 'SECTION strip'],
    ] as const) {
      await at.open(`/dashboards/${dashboard}`);
      await at.find('img', /Osk Head/);
      for (let i = 0; i < tabs; i++) await at.press(Key.TAB);
      const link = await at.driver.switchTo().activeElement();
      expect((await link.getRect()).y).toBeGreaterThanOrEqual(0);
      await at.press(Key.ENTER);
      await eventually(`the focus to be on ${place}`, async () => (await focused()) === place);
    }
  });

  story('the data of a chart is read in rows, as a table', async () => {
    const at = page();
    await at.open(`/dashboards/${dashboard}`);
    await at.find('img', /Osk Head/);
    await (await at.find('button', /^Data of .*by route/)).sendKeys(Key.ENTER);
    const table = await at.find('region', /^Data of .*by route/);
    const text = await table.getText();
    expect(text).toMatch(/Veldry/);
    expect(text).toMatch(/Osk Head/);
    await at.press(Key.ESCAPE);
    await eventually(
      'the rows to be gone',
      async () => (await at.driver.findElements({ css: '[role=complementary] table' })).length === 0,
    );
    await eventually('the focus to be where it came from', async () =>
      (
        await at.driver.executeScript<string>(
          'return document.activeElement.getAttribute("aria-label") ?? ""',
        )
      ).startsWith('Data of'),
    );
  });
});

describe('numbers and days', () => {
  story('are written as the reader chooses, everywhere, and stay so', async () => {
    const at = page();
    await at.open(`/dashboards/${dashboard}`);
    await at.reads(/Showing[\s\S]*\d{1,2} [A-Z][a-z]{2} 202\d/);
    await at.click('button', 'Keys and words');
    await at.choose('Days', '2025-03-03');
    await at.reads(/Showing[\s\S]*202\d-\d\d-\d\d – 202\d-\d\d-\d\d/);
    await at.click('button', 'Keys and words');
    await at.choose('Numbers', /^1\.234\.567,8/);
    await at.open('/datasets/seen');
    await at.reads(/Days covered/);
    await at.open(`/dashboards/${dashboard}`);
    // Beside the axis of a chart, worked out in the thread of the answers and in that of the page.
    await at.reads(/0,5/);
    await at.click('button', 'Keys and words');
    expect(await violations(page())).toEqual([]);
    await at.choose('Numbers', /^As this browser/);
    await at.click('button', 'Keys and words');
    await at.choose('Days', '3 Mar 2025');
    await at.reads(/0\.5/);
  });
});
