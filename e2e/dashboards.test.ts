/** The list of dashboards, arranging by pointer and keys, two windows on one dashboard, files to and fro. */
import { Key } from 'selenium-webdriver';
import { eventually } from './support/page';
import { api, asStory, BASE, browserPage, load, writeTestFile } from './support/application';

const page = browserPage();
const step = asStory(page);

const lines = ['day,stall,sold'];
for (let i = 0; i < 400; i++) {
  const day = new Date(Date.UTC(2024, 0, 1 + i)).toISOString().slice(0, 10);
  lines.push(`${day},Stall ${i % 5},${(i * 7) % 31}`);
}
beforeAll(() =>
  load(`${lines.join('\n')}\n`, {
    name: 'Market',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'stall', type: 'text', category: true },
      { name: 'sold', type: 'whole' },
    ],
  }),
);

interface Place {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Where an item lies, from the name of its place. */
async function placeOf(item: string): Promise<Place> {
  const found = await page().find('group', new RegExp(`^Place of ${item}:`));
  const [x, y, w, h] = (await found.getAccessibleName()).match(/\d+/g)!.map(Number);
  return { x: x!, y: y!, w: w!, h: h! };
}
const becomes = (item: string, place: Partial<Place>) =>
  eventually(`${item} at ${JSON.stringify(place)}`, async () => {
    const now = await placeOf(item);
    return Object.entries(place).every(([key, value]) => now[key as keyof Place] === value);
  });

describe('a designer', () => {
  step(
    'arranges by pointer: moves an item by its handle, resizes it by its corner, and undoes both',
    async () => {
      const at = page();
      await at.open('/');
      await at.click('button', 'New dashboard');
      await at.type('Title of the dashboard', 'Market days');
      await at.click('button', 'Add bar');
      await becomes('Sold by stall', { x: 1, y: 1, w: 8, h: 9 });
      const place = await at.find('group', /^Place of Sold by stall/);
      // As large as it is shown: the dashboard is scaled to the room there is.
      const { width, height } = await at.driver.executeScript<DOMRect>(
        'return arguments[0].getBoundingClientRect()',
        place,
      );
      const twoRows = Math.round((2 * height) / 8.75);
      await at.drag(await place.findElement({ css: '.arrange-handle' }), Math.round(width));
      await eventually('a move to the right', async () => (await placeOf('Sold by stall')).x > 6);
      const corner = await place.findElement({ css: '.react-resizable-handle' });
      await at.drag(corner, 0, twoRows);
      await becomes('Sold by stall', { h: 11 });
      await at.click('button', 'Undo');
      await at.click('button', 'Undo');
      await becomes('Sold by stall', { x: 1, y: 1, w: 8, h: 9 });
      await at.click('button', 'Redo');
      await eventually('the move again', async () => (await placeOf('Sold by stall')).x > 6);
    },
  );

  step('arranges by keys: arrows move, with Shift they resize, what is in the way moves down', async () => {
    const at = page();
    await at.click('button', 'Undo');
    await at.click('button', 'Add line');
    await becomes('Sold over time', { x: 9, y: 1 });
    const bar = await at.find('group', /^Place of Sold by stall/);
    await at.driver.executeScript('arguments[0].focus()', bar);
    await at.press(Key.ARROW_RIGHT);
    await becomes('Sold by stall', { x: 2 });
    await becomes('Sold over time', { x: 9, y: 10 });
    await at.pressWith([Key.SHIFT], Key.ARROW_UP);
    await becomes('Sold by stall', { h: 8 });
    await at.press(Key.DELETE);
    await at.reads('Removed from the dashboard.');
    await at.pressWith([Key.CONTROL], 'z');
    await becomes('Sold by stall', { x: 2, h: 8 });
  });

  step('is told when the dashboard was saved elsewhere, and decides', async () => {
    const at = page();
    await at.reads(/Saved · revision \d+/);
    const id = /\/dashboards\/(\d+)/.exec((await at.address()).pathname)![1]!;
    const stored = async () =>
      (await api<{ revision: number; document: { title: string } }>('GET', `/dashboards/${id}`)).body;
    await eventually('the undo to be saved', async () =>
      JSON.stringify((await stored()).document).includes('"h":8'),
    );
    const theirs = await stored();
    await api('PUT', `/dashboards/${id}`, {
      basedOn: theirs.revision,
      document: { ...theirs.document, title: 'Market of theirs' },
    });
    await at.type('Title of the dashboard', 'Market of mine');
    await at.reads('Saved elsewhere meanwhile');
    expect((await stored()).document.title).toBe('Market of theirs');
    await at.click('button', 'Save mine as the newest');
    await eventually('mine to be stored', async () => (await stored()).document.title === 'Market of mine');
    expect((await stored()).revision).toBe(theirs.revision + 2);
  });

  step('renames, duplicates, deletes and brings back in the list', async () => {
    const at = page();
    await at.open('/');
    await at.click('button', 'More of Market of mine');
    await at.click('menuitem', 'Rename');
    const field = await at.find('textbox', 'New name of Market of mine');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Market', Key.ENTER);
    await at.click('button', 'More of Market');
    await at.click('menuitem', 'Duplicate');
    await at.find('link', 'Market (copy)');
    await at.click('button', 'More of Market (copy)');
    await at.click('menuitem', 'Delete');
    await eventually('the copy to be gone', async () => (await at.all('link', 'Market (copy)')).length === 0);
    await at.click('button', 'Undo');
    await at.find('link', 'Market (copy)');
  });

  step('finds dashboards by tags, favourites and words; each says what it shows now', async () => {
    const at = page();
    const names = async () => {
      const rows = await (
        await at.find('table', 'Dashboards')
      ).findElements({ css: 'tbody tr a:not([aria-hidden])' });
      return Promise.all(rows.map((row) => row.getText()));
    };
    const only = (...titles: string[]) =>
      eventually(`only ${titles.join()}`, async () => (await names()).join() === titles.join());
    await at.click('button', 'More of Market (copy)');
    await at.click('menuitem', 'Tags');
    await (await at.find('textbox', 'Tags of Market (copy)')).sendKeys('stalls, fair days', Key.ENTER);
    await at.click('button', /^fair days$/);
    await only('Market (copy)');
    // The same tag among the tools lets all others back in.
    await (await at.all('button', /^fair days$/))[0]!.click();
    await at.click('button', 'Favourite: Market (copy)');
    await eventually('the favourite to be first', async () => (await names())[0] === 'Market (copy)');
    await at.click('button', 'Favourites');
    await only('Market (copy)');
    await at.click('button', 'Favourites');
    await at.type('Find a dashboard', 'STALLS');
    await only('Market (copy)');
    await at.reads(/Market to 3 Feb 2025/);
    await at.type('Find a dashboard', 'no such words');
    await at.reads('No dashboard fits.');
    await at.click('button', /^Show all/);
    await eventually('all to be back', async () => (await names()).length > 1);
    await at.click('button', 'Favourite: Market (copy)');
  });

  step('takes a dashboard out as a file and in again; a wrong file is refused with the place', async () => {
    const at = page();
    await at.click('link', 'Market');
    await at.click('button', '1 Arrange');
    const address = await (await at.find('link', 'Export design')).getAttribute('href');
    const text = await (await fetch(new URL(address!, BASE))).text();
    await at.open('/');
    const put = async (file: string) =>
      (await at.driver.findElement({ css: 'input[type=file]' })).sendKeys(file);
    const wrong = JSON.stringify({ ...(JSON.parse(text) as object), layout: [{ item: 'ghost' }] });
    await put(writeTestFile('wrong.json', wrong));
    await at.reads(/wrong\.json is not a dashboard: layout\.0/);
    await put(writeTestFile('market.json', text.replace('"Market"', '"Market from a file"')));
    await eventually(
      'the imported dashboard',
      async () => (await at.address()).searchParams.get('mode') === 'arrange',
    );
    await at.find('group', /^Place of Sold by stall: column 2, row 1, 8 by 8/);
  });
});

describe('a data keeper', () => {
  step('is asked when dates can be read both ways; nothing is loaded before that', async () => {
    const at = page();
    await at.open('/datasets');
    const file = writeTestFile('fairs.csv', 'held,people\n3/4/2025,10\n5/6/2025,20\n7/8/2025,30\n');
    await at.driver.findElement({ css: 'input[type=file]' }).sendKeys(file);
    await at.reads(/can be read day first or month first/);
    const button = await at.find('button', 'Load 3 rows');
    expect(await button.isEnabled()).toBe(false);
    await at.choose('Order of dates in held', 'month / day / year');
    await at.type('Name', 'Fairs');
    await at.click('button', 'Load 3 rows');
    await at.reads('3 loaded, 0 refused');
    await at.click('link', 'Fairs');
    await at.reads(/Tue 4 Mar 2025|Fri 4 Apr 2025|Tue 4 Mar/);
    const { body } = await api<{ coverage: Record<string, { first: string; last: string }> }>(
      'GET',
      '/datasets/fairs',
    );
    expect(body.coverage.held).toMatchObject({ first: '2025-03-04', last: '2025-07-08' });
  });

  step('adds rows to a dataset', async () => {
    const at = page();
    await at.open('/datasets');
    const file = writeTestFile('fairs-more.csv', 'held,people\n9/13/2025,40\n');
    await at.driver.findElement({ css: 'input[type=file]' }).sendKeys(file);
    await at.choose('Load into', 'Fairs');
    await at.choose('Its rows', 'stay, and these are added');
    await at.click('button', 'Load 1 rows');
    await at.reads('1 loaded, 0 refused');
    const { body } = await api<{ rows: number }>('GET', '/datasets/fairs');
    expect(body.rows).toBe(4);
    expect(await at.consoleErrors()).toEqual([]);
  });
});
