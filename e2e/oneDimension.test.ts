/** A newcomer with two files of their own: different date columns, one timeline that moves both, one slicer for both. */
import type { Connection } from 'mysql2/promise';
import { eventually } from './support/page';
import {
  api,
  asStory,
  browserPage,
  factTableOf,
  load,
  numberFrom,
  openDatabase,
  writeTestFile,
} from './support/application';

const page = browserPage();
const step = asStory(page);
let database: Connection;
beforeAll(async () => {
  database = await openDatabase();
});
afterAll(() => database.end());

const DAYS = 500;
const isoAt = (i: number) => new Date(Date.UTC(2024, 5, 1 + i)).toISOString().slice(0, 10);
/** The same day in another common form: "3 Nov 2024". */
const spelledAt = (i: number) =>
  new Date(Date.UTC(2024, 5, 1 + i)).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
const HUTS = ['Larch', 'Pine', 'Alder'];

function staysFile(): string {
  const lines = ['arrived,hut,nights,paid'];
  for (let i = 0; i < DAYS; i++)
    for (const [h, hut] of HUTS.entries())
      lines.push(`${isoAt(i)},${hut},${1 + ((i + h) % 5)},${((i * 13 + h * 7) % 400) / 4}`);
  return `${lines.join('\n')}\n`;
}
function repairsFile(): string {
  const lines = ['noticed,mended,place,cost'];
  for (let i = 0; i < DAYS; i += 3) {
    const mended = i % 4 === 0 ? '' : spelledAt(i + 6);
    lines.push(`${spelledAt(i)},${mended},${i % 9 === 0 ? 'larch' : HUTS[(i / 3) % 3]},${20 + (i % 70)}.50`);
  }
  return `${lines.join('\n')}\n`;
}

async function bring(name: string, text: string) {
  const at = page();
  await at.open('/datasets');
  const file = writeTestFile(`${name}.csv`, text);
  await eventually('the file field', async () => {
    await at.driver.findElement({ css: 'input[type=file]' }).sendKeys(file);
    return true;
  });
  await at.reads(/Load [\d,]+ rows/);
  await at.type('Name', name);
  await at.click('button', /^Load [\d,]+ rows$/);
  await at.reads(/[\d,]+ loaded, 0 refused/);
}

/** The number that a figure shows. */
async function figure(title: string): Promise<number> {
  const text = await (await page().find('status', title)).getText();
  return Number(text.replace(/[^\d.-]/g, ''));
}
async function figureShows(title: string, expected: number) {
  await eventually(`${title} ${expected}`, async () => (await figure(title)) === expected);
}
const sumOf = async (dataset: string, column: string, condition: string) =>
  numberFrom(
    database,
    `SELECT COALESCE(SUM(${column}), 0) FROM ${await factTableOf(database, dataset)} WHERE ${condition}`,
  );

describe('a newcomer', () => {
  step('brings two files in; every date column becomes a role of the one almanac', async () => {
    await bring('Stays', staysFile());
    await bring('Mending', repairsFile());
    const at = page();
    await at.open('/model');
    const map = await at.find('group', /Model: /);
    const words = await map.getAttribute('aria-label');
    expect(words).toContain('Mending by noticed, mended');
    expect(words).toContain('Stays by arrived');
    expect(await at.consoleErrors()).toEqual([]);
  });

  step('is told that two columns seem to mean the same, shares them, and merges a spelling', async () => {
    const at = page();
    await at.reads('place of Mending, hut of Stays');
    await at.reads(/2 of 3 values agree; “larch” \(Mending, like “Larch”\) differs/);
    await at.click('button', 'Share them as “Place”');
    await at.reads(/“Larch” \([\d,]+ rows\), “larch” \([\d,]+ rows\)/);
    await at.click('button', 'Merge the spelling');
    await at.reads('“larch” counts as “Larch”');
    await at.reads('3 of 3 values agree');
    // What is wanted is shown at once, before the server has it.
    await eventually('the server to know the spelling', async () => {
      const { body } = await api<{ shared: { spellings: Record<string, string> }[] }>('GET', '/model');
      return body.shared.some(({ spellings }) => spellings.larch === 'Larch');
    });
  });

  step('places a figure of each dataset, a timeline and a slicer, which reach both', async () => {
    const at = page();
    await at.open('/');
    await at.click('button', 'New dashboard');
    await at.reads('Begin with a visual');
    await at.click('button', 'Add figure');
    await at.choose('Measure', 'Paid · Stays');
    await at.click('button', 'Add figure');
    await at.choose('Measure', 'Cost · Mending');
    await at.click('button', 'Add timeline');
    await at.click('button', 'Add slicer');
    await at.choose('Values of', 'Place · shared');
    await at.click('button', '2 Wire');
    await at.reads('2 controls × 2 visuals');
    for (const control of ['Timeline', 'Place']) {
      for (const target of ['Paid', 'Cost'])
        await at.find('button', new RegExp(`^(${control}) to ${target}: wired`));
    }
    await at.click('button', '3 Read');
    await figureShows('Paid', await sumOf('stays', 'c4', 'TRUE'));
    await figureShows('Cost', Math.round((await sumOf('mending', 'c4', 'TRUE')) * 100) / 100);
  });

  step('moves both figures with one timeline, each through its own date column', async () => {
    const at = page();
    await at.click('button', /^November 2024, data$/);
    await figureShows('Paid', await sumOf('stays', 'c4', "c1 BETWEEN '2024-11-01' AND '2024-11-30'"));
    await figureShows('Cost', await sumOf('mending', 'c4', "c1 BETWEEN '2024-11-01' AND '2024-11-30'"));
  });

  step('slices both with one slicer, spellings and all', async () => {
    const at = page();
    await at.click('checkbox', /^Larch, /);
    const window = "c1 BETWEEN '2024-11-01' AND '2024-11-30'";
    await figureShows('Paid', await sumOf('stays', 'c4', `${window} AND c2 = 'Larch'`));
    await figureShows('Cost', await sumOf('mending', 'c4', `${window} AND c3 IN ('Larch', 'larch')`));
    expect(await at.consoleErrors()).toEqual([]);
  });

  step('chooses another date role for a measure on the dashboard', async () => {
    const at = page();
    await at.click('button', '1 Arrange');
    await at.click('button', 'Cost');
    await at.choose('Days counted by', 'mended');
    await at.click('button', '3 Read');
    const window = "c2 BETWEEN '2024-11-01' AND '2024-11-30'";
    await figureShows('Cost', await sumOf('mending', 'c4', `${window} AND c3 IN ('Larch', 'larch')`));
  });

  step('sees coverage in the strip: a hole tells what is missing and what it touches', async () => {
    const at = page();
    const strip = await at.find('img', /^Coverage of 2 measures/);
    const box = await strip.getRect();
    // The second lane has data on every third day only; its middle is magnified until holes are wide.
    await at.driver.executeScript('arguments[0].focus()', strip);
    await at.press('+', '+', '+', '+', '+', '+', '+', '+', '+', '+', '+', '+');
    let told = '';
    for (let x = 300; x < 900 && !told.includes('No data'); x += 17) {
      await at.driver
        .actions()
        .move({ x: Math.round(box.x + x), y: Math.round(box.y + 16 + 13 + 6) })
        .click()
        .perform();
      told = await (await at.find('region', 'Almanac strip')).getText();
    }
    expect(told).toMatch(/Cost, mended of Mending: No data .* It touches Cost\./);
    await at.click('button', 'Fold the almanac strip');
    await at.click('button', 'Unfold the almanac strip');
  });

  step(
    'keeps the page open while a dataset is loaded again: figures follow, a note tells what changed',
    async () => {
      const at = page();
      await at.click('button', 'Reset to default');
      await figureShows('Paid', await sumOf('stays', 'c4', 'TRUE'));
      const more = staysFile() + `${isoAt(DAYS)},Larch,2,1000.00\n${isoAt(0)},Pine,1,7.00\n`;
      await load(
        more,
        {
          name: 'Stays',
          columns: [
            { name: 'arrived', type: 'day', role: 'arrived' },
            { name: 'hut', type: 'text', category: true },
            { name: 'nights', type: 'whole' },
            { name: 'paid', type: 'decimal' },
          ],
        },
        'stays',
      );
      await at.reads(/Stays: 1 day added, 1 day changed, latest now 14 Oct 2025/);
      await figureShows('Paid', await sumOf('stays', 'c4', 'TRUE'));
      await at.open('/datasets/stays');
      await at.reads('1 day added, 1 day changed, latest now 14 Oct 2025');
      expect(await at.consoleErrors()).toEqual([]);
    },
  );

  step('edits a measure beside a look at its figures, and is told what does not fit', async () => {
    const at = page();
    await at.click('button', 'Copy Paid');
    await at.find('img', /^Line chart, Paid, copy/);
    await at.type('Name', 'Paid by larch');
    await at.choose('Only rows where', 'hut');
    await at.reads('needs at least one value');
    const values = await at.find('combobox', 'Values');
    await values.sendKeys('Larch', '\n');
    const expected = await sumOf('stays', 'c4', "c2 = 'Larch' AND c1 >= '2024-10-15'");
    await eventually('the value over the last year', async () => {
      const text = await (await at.find('status', 'Value over the last year')).getText();
      return Number(text.replace(/[^\d.]/g, '')) === expected;
    });
    await at.choose('Direction', 'More is better');
    await at.click('button', 'Save the measure');
    await at.reads('sum of paid, where hut is one of Larch');
    expect(await at.consoleErrors()).toEqual([]);
  });
});
