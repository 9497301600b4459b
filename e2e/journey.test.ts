/** The whole way of a designer with a file of their own, by pointer and keys, checked against the database. */
import type { Connection } from 'mysql2/promise';
import { Key } from 'selenium-webdriver';
import { eventually, type Page } from './support/page';
import {
  asStory,
  factTableOf,
  numberFrom,
  openDatabase,
  browserPage,
  writeTestFile,
} from './support/application';

/** Visits to some gardens: two years of days, none in February 2025, day-first dates, decimal commas. */
function visitsFile(): string {
  const lines = ['Visited;Garden;Guide;People;Tickets'];
  for (let i = 0; i < 730; i++) {
    const date = new Date(Date.UTC(2024, 0, 1 + i));
    if (date.getUTCFullYear() === 2025 && date.getUTCMonth() === 1) continue;
    const day = `${date.getUTCDate()}/${date.getUTCMonth() + 1}/${date.getUTCFullYear()}`;
    for (const [g, garden] of ['Rose', 'Herb', 'Fern; wild'].entries()) {
      if (garden === 'Herb' && date.getUTCMonth() >= 9) continue;
      lines.push(
        `${day};"${garden}";${i % 2 ? 'Ada' : ''};${5 + ((i * 7 + g * 3) % 40)};${((i * 37 + g) % 900) / 100}`.replace(
          '.',
          ',',
        ),
      );
    }
  }
  lines.push('31/2/2025;"Rose";Ada;4;1,00', '1/3/2025;"Rose";Ada;several;1,00', '1/3/2025;Rose');
  return `\ufeff${lines.join('\r\n')}\r\n`;
}

const page = browserPage();
let database: Connection;
beforeAll(async () => {
  database = await openDatabase();
});
afterAll(() => database.end());

const rowsIn = (text: string) => Number(/([\d,]+) rows/.exec(text)?.[1]?.replace(/,/g, ''));
/** Waits until the table visual shows as many rows as a condition keeps in the database. */
async function tableShows(at: Page, condition: string) {
  const fact = await factTableOf(database, 'visits');
  const expected = await numberFrom(database, `SELECT COUNT(*) FROM ${fact} WHERE ${condition}`);
  await eventually(
    `${expected} rows in the table`,
    async () => rowsIn(await at.region(/row by row/)) === expected,
  );
  return expected;
}
async function barShows(at: Page, condition: string) {
  const fact = await factTableOf(database, 'visits');
  const expected = await numberFrom(
    database,
    `SELECT COALESCE(SUM(c4), 0) FROM ${fact} WHERE c2 = 'Rose' AND ${condition}`,
  );
  const words = expected.toLocaleString('en');
  await eventually(
    `Rose ${words} in the bar chart`,
    async () => (await at.all('img', new RegExp(`Rose ${words}(;|\\.)`)))[0],
  );
}

const step = asStory(page);

describe('a designer', () => {
  step('brings a file in, and is told what was refused and why', async () => {
    const at = page();
    await at.open('/datasets');
    const file = writeTestFile('visits.csv', visitsFile());
    await eventually('the file field', async () => {
      await at.driver.findElement({ css: 'input[type=file]' }).sendKeys(file);
      return true;
    });
    await at.reads('Load 1,926 rows');
    await at.reads(/day \/ month \/ year/);
    await at.type('Name', 'Visits');
    await at.click('button', /^Load [\d,]+ rows$/);
    await at.reads(/[\d,]+ loaded, 3 refused/);
    await at.click('link', 'Visits');
    await at.reads('3 refused rows');
    const text = await at.reads('There is no such day');
    expect(text).toContain('Not a number');
    expect(text).toContain('The row has 2 cells; the first line names 5');
    expect(text).toMatch(/Mon 1 Jan 2024 – Tue 30 Dec 2025/);
    expect(text).toContain('1–28 Feb 2025 (28 days)');
    const fact = await factTableOf(database, 'visits');
    expect(await numberFrom(database, `SELECT COUNT(*) FROM ${fact}`)).toBe(rowsIn(text));
  });

  step('places two charts, a table, a timeline and a slicer, which wire themselves', async () => {
    const at = page();
    await at.open('/');
    await at.click('button', 'New dashboard');
    await at.reads('Begin with a visual');
    for (const part of ['line', 'bar', 'table', 'timeline', 'slicer'])
      await at.click('button', `Add ${part}`);
    await at.click('button', 'People over time');
    await at.choose('Grain', 'By month');
    await at.reads('by month');
    await at.reads(/Saved · revision [2-9]/);
    await at.click('button', '2 Wire');
    await at.reads('2 controls × 3 visuals, 8 wires');
    const errors = await at.consoleErrors();
    expect(errors).toEqual([]);
  });

  step(
    'reads: a click on a tile, a dragged bracket and keys move the window; every figure follows',
    async () => {
      const at = page();
      await at.click('button', '3 Read');
      await tableShows(at, 'TRUE');
      await at.click('button', /^June 2024, data$/);
      await tableShows(at, "c1 BETWEEN '2024-06-01' AND '2024-06-30'");
      expect((await at.address()).searchParams.get('p.timeline1')).toBe('2024-06');
      const tile = await (await at.find('button', /^June 2024, data$/)).getRect();
      await at.drag(await at.find('slider', 'End of Timeline'), Math.round(tile.width * 2), 0, {
        // The figures follow while the bracket is held, before anything is kept.
        before: async () => {
          await barShows(at, "c1 BETWEEN '2024-06-01' AND '2024-08-31'");
          expect((await at.address()).searchParams.get('p.timeline1')).toBe('2024-06');
        },
      });
      await tableShows(at, "c1 BETWEEN '2024-06-01' AND '2024-08-31'");
      await barShows(at, "c1 BETWEEN '2024-06-01' AND '2024-08-31'");
      await at.driver.executeScript('arguments[0].focus()', await at.find('slider', 'Start of Timeline'));
      await at.press(Key.ARROW_LEFT, Key.ARROW_LEFT);
      await tableShows(at, "c1 BETWEEN '2024-04-01' AND '2024-08-31'");
      await at.driver.executeScript('arguments[0].focus()', await at.find('slider', 'Window of Timeline'));
      await at.press(Key.ARROW_RIGHT);
      await tableShows(at, "c1 BETWEEN '2024-05-01' AND '2024-09-30'");
    },
  );

  step('moves the window by its body, and extends it with a shifted click', async () => {
    const at = page();
    const tile = await at.find('button', /^July 2024, data$/);
    await at.drag(tile, Math.round((await tile.getRect()).width));
    await tableShows(at, "c1 BETWEEN '2024-06-01' AND '2024-10-31'");
    await at.driver
      .actions()
      .keyDown(Key.SHIFT)
      .move({ origin: await at.find('button', /^December 2024, data$/) })
      .click()
      .keyUp(Key.SHIFT)
      .perform();
    await tableShows(at, "c1 BETWEEN '2024-06-01' AND '2024-12-31'");
  });

  step('cannot choose a month without data', async () => {
    const at = page();
    const february = await at.find('button', 'February 2025, no data');
    expect(await february.getAttribute('aria-disabled')).toBe('true');
    const before = (await at.address()).search;
    await at.driver.actions().move({ origin: february }).click().perform();
    await at.click('button', /^January 2025, data$/);
    await tableShows(at, "c1 BETWEEN '2025-01-01' AND '2025-01-31'");
    expect((await at.address()).search).not.toBe(before);
    await at.driver.executeScript('arguments[0].focus()', await at.find('slider', 'Window of Timeline'));
    await at.pressWith([Key.SHIFT], Key.ARROW_RIGHT);
    await tableShows(at, "c1 BETWEEN '2025-01-01' AND '2025-03-31'");
  });

  step('slices; values without data in the window are struck', async () => {
    const at = page();
    await at.click('button', /^November 2024, data$/);
    await at.find('checkbox', 'Herb, no data');
    await at.click('checkbox', /^Fern; wild, /);
    await tableShows(at, "c1 BETWEEN '2024-11-01' AND '2024-11-30' AND c2 = 'Fern; wild'");
    await at.reads(/Garden Fern; wild/);
  });

  step('the address shows the same again, and Reset returns to the default', async () => {
    const at = page();
    const { href } = await at.address();
    await at.goTo(href);
    await tableShows(at, "c1 BETWEEN '2024-11-01' AND '2024-11-30' AND c2 = 'Fern; wild'");
    await at.click('button', 'Reset to default');
    await tableShows(at, 'TRUE');
    expect((await at.address()).search).not.toContain('p.timeline1');
  });

  step('a window without data says when there is data, and goes there', async () => {
    const at = page();
    const address = await at.address();
    address.searchParams.set('p.timeline1', '2025-02-03/2025-02-10');
    await at.goTo(address.href);
    await at.reads('No data 3–10 Feb 2025. Nearest: Fri 31 Jan 2025.');
    await at.click('button', 'Go there');
    await tableShows(at, "c1 BETWEEN '2025-01-01' AND '2025-01-31'");
    address.searchParams.set('p.timeline1', '2025-02-30');
    await at.goTo(address.href);
    await at.reads(/There is no day 2025-02-30/);
  });

  step('switches a wire off on the board: that chart stops, the others go on', async () => {
    const at = page();
    await at.click('button', 'Reset to default');
    await at.click('button', '2 Wire');
    await at.click('button', /^Timeline to People by garden: wired/);
    await at.find('button', /^Timeline to People by garden: not wired/);
    await at.click('button', '3 Read');
    await at.click('button', /^June 2025, data$/);
    await tableShows(at, "c1 BETWEEN '2025-06-01' AND '2025-06-30'");
    await barShows(at, 'TRUE');
    // Where it is read, only the reader's own changes are taken back: the design is, where it is wired.
    await at.click('button', '2 Wire');
    await at.pressWith([Key.CONTROL], 'z');
    await at.find('button', /^Timeline to People by garden: wired/);
    await at.click('button', '3 Read');
    await barShows(at, "c1 BETWEEN '2025-06-01' AND '2025-06-30'");
    await at.click('button', '2 Wire');
    await at.pressWith([Key.CONTROL, Key.SHIFT], 'z');
    await at.find('button', /^Timeline to People by garden: not wired/);
    await at.pressWith([Key.CONTROL], 'z');
    await at.find('button', /^Timeline to People by garden: wired/);
    await at.click('button', '3 Read');
  });

  step('works the board by keys alone', async () => {
    const at = page();
    await at.press('2');
    const first = await at.find('button', /^Timeline to People over time: wired/);
    await at.driver.executeScript('arguments[0].focus()', first);
    await at.press(Key.ARROW_RIGHT, Key.ARROW_DOWN, Key.SPACE);
    await at.find('button', /^Garden to People by garden: not wired/);
    await at.press(Key.SPACE);
    await at.find('button', /^Garden to People by garden: wired/);
    await at.click('button', /^Timeline: switch the whole row$/);
    await at.reads('2 controls × 3 visuals, 4 wires');
    await at.click('button', /^Timeline: switch the whole row$/);
    await at.reads(/2 controls × 3 visuals, \d+ wires/);
  });

  step('two timelines on one date role narrow each other', async () => {
    const at = page();
    await at.click('button', '1 Arrange');
    await at.click('button', 'Add timeline');
    await at.type('Title', 'Second');
    await at.click('button', '3 Read');
    const address = await at.address();
    address.searchParams.set('p.timeline1', '2024-03/2024-06');
    address.searchParams.set('p.timeline2', '2024-05/2024-09');
    await at.goTo(address.href);
    await tableShows(at, "c1 BETWEEN '2024-05-01' AND '2024-06-30'");
    expect(await at.consoleErrors()).toEqual([]);
  });
});
