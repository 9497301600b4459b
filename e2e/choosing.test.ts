/** Charts as controls, zones, and slicers in full: by pointer and by keys, as readers and designers use them. */
import { Key } from 'selenium-webdriver';
import { eventually } from './support/page';
import { api, asStory, browserPage, load } from './support/application';

const page = browserPage();
const step = asStory(page);

const QUAYS = ['North', 'South', 'West'];
const lines = ['day,quay,ship,barrels'];
for (let i = 0; i < 360; i++) {
  const day = new Date(Date.UTC(2025, 0, 1 + Math.floor(i / 2))).toISOString().slice(0, 10);
  lines.push(`${day},${QUAYS[i % 3]},Ship ${i % 4},${((i * i) % 10) + 1 + (i % 3)}`);
}
const measures = [{ dataset: 'barrels', measure: 'barrels' }];
const quay = { dataset: 'barrels', column: 'quay' };
const slicer = { kind: 'slicer', title: '', default: [], several: true, unavailable: 'struck' };

interface Document {
  readonly wires: readonly { control: string; target: string; on: boolean; effect?: string }[];
  readonly zones: readonly { name: string; items: string[] }[];
  readonly layout: readonly { item: string; x: number; y: number }[];
  readonly visuals: readonly { id: string; picks?: boolean }[];
}
let id = 0;
const stored = async () => (await api<{ document: Document }>('GET', `/dashboards/${id}`)).body.document;

beforeAll(async () => {
  await load(`${lines.join('\n')}\n`, {
    name: 'Barrels',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'quay', type: 'text', category: true },
      { name: 'ship', type: 'text', category: true },
      { name: 'barrels', type: 'whole' },
    ],
  });
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Barrels',
    timeZone: 'UTC',
    visuals: [
      { id: 'sum', kind: 'figure', title: 'Sum', measures },
      { id: 'quays', kind: 'bar', title: 'By quay', measures, across: quay, order: 'natural' },
      { id: 'days', kind: 'bar', title: 'By month', measures, grain: 'month', picks: true },
      {
        id: 'cross',
        kind: 'crosstab',
        title: 'Quays and months',
        measures,
        rows: [quay],
        grain: 'month',
        picks: true,
      },
    ],
    controls: [
      {
        id: 'span',
        kind: 'timeline',
        title: 'Span',
        default: 'all',
        level: 'month',
        levelFixed: false,
        size: 'words',
      },
    ],
    wires: [
      ...['sum', 'quays', 'days', 'cross'].map((target) => ({
        control: 'span',
        target,
        on: true,
        roles: {},
      })),
      ...['sum', 'quays', 'cross'].map((target) => ({ control: 'days', target, on: true, roles: {} })),
      { control: 'cross', target: 'sum', on: true, roles: {} },
    ],
    layout: [
      { item: 'span', x: 0, y: 0, w: 24, h: 4 },
      { item: 'sum', x: 0, y: 4, w: 6, h: 7 },
      { item: 'quays', x: 6, y: 4, w: 8, h: 7 },
      { item: 'days', x: 14, y: 4, w: 10, h: 7 },
      { item: 'cross', x: 0, y: 11, w: 24, h: 6 },
    ],
  });
  id = made.body.id;
});

const sumOf = (kept: (line: readonly string[]) => boolean) =>
  lines
    .slice(1)
    .map((line) => line.split(','))
    .filter(kept)
    .reduce((sum, line) => sum + Number(line[3]), 0)
    .toLocaleString('en');
const sum = (expected: string) =>
  eventually(`a sum of ${expected}`, async () =>
    (await page().region('Sum')).split(/[\n ]/).includes(expected),
  );
const everything = sumOf(() => true);

describe('choosing on a chart', () => {
  step('a click on a bucket keeps its days elsewhere; the rest of the chart turns pale', async () => {
    const at = page();
    await at.open(`/dashboards/${id}`);
    await sum(everything);
    const chart = await at.find('img', /^Bar chart, By month: 6 months/);
    await at.driver.actions().move({ origin: chart, x: -20, y: 40 }).click().perform();
    await sum(sumOf(([day]) => day!.startsWith('2025-03')));
    await at.regionReads('By month', 'March 2025\nJust these');
    expect((await at.driver.findElements({ css: '#item-days [data-lit]' })).length).toBe(1);
    await at.reads(/chosen on By month\s+March 2025/);
    expect((await at.address()).searchParams.get('k.days')).toContain('2025-03');
  });

  step('all but these, then everything again', async () => {
    const at = page();
    await at.click('button', 'All but these');
    await sum(sumOf(([day]) => !day!.startsWith('2025-03')));
    await at.click('button', 'Let go of what is chosen on By month');
    await sum(everything);
  });

  step('a sweep over months chooses them, and can be sent to the timeline', async () => {
    const at = page();
    const chart = await at.find('img', /^Bar chart, By month: 6 months/);
    const { width } = await chart.getRect();
    const actions = at.driver.actions().move({ origin: chart, x: -20, y: 40 }).press();
    for (let i = 1; i <= 6; i++)
      actions.move({ origin: chart, x: -20 + Math.round((i * width) / 36), y: 40, duration: 20 });
    await actions.release().perform();
    await sum(sumOf(([day]) => day! >= '2025-03-01' && day! < '2025-05-01'));
    await at.click('button', 'To Span');
    await eventually(
      'the window',
      async () => (await at.address()).searchParams.get('p.span') === '2025-03-01/2025-04-30' || undefined,
    );
    expect((await at.address()).searchParams.get('k.days')).toBeNull();
    await sum(sumOf(([day]) => day! >= '2025-03-01' && day! < '2025-05-01'));
    await at.click('button', 'Reset to default');
    await sum(everything);
  });

  step('by keys alone: Space chooses, Shift and arrows sweep, Escape lets go', async () => {
    const at = page();
    const chart = await at.find('img', /^Bar chart, By month: 6 months/);
    await at.driver.executeScript('arguments[0].focus()', chart);
    await at.press(Key.HOME, Key.SPACE);
    await sum(sumOf(([day]) => day!.startsWith('2025-01')));
    await at.pressWith([Key.SHIFT], Key.ARROW_RIGHT);
    await at.pressWith([Key.SHIFT], Key.ARROW_RIGHT);
    await at.press(Key.SPACE);
    await sum(sumOf(([day]) => day! < '2025-04-01'));
    await at.press(Key.ESCAPE);
    await sum(everything);
  });

  step('rows and cells of a crosstab, one more with Ctrl', async () => {
    const at = page();
    await at.click('button', 'Choose South');
    await sum(sumOf(([, name]) => name === 'South'));
    const west = await at.find('button', 'Choose West');
    await at.driver.actions().keyDown(Key.CONTROL).click(west).keyUp(Key.CONTROL).perform();
    await sum(sumOf(([, name]) => name !== 'North'));
    await at.click('button', 'Choose February 2025');
    await sum(sumOf(([day, name]) => name !== 'North' && day!.startsWith('2025-02')));
    expect((await at.driver.findElements({ css: '#item-cross td[data-pale]' })).length).toBeGreaterThan(3);
    await at.click('button', 'Let go of what is chosen on Quays and months');
    await sum(everything);
  });
});

describe('sources on the board', () => {
  step('have rows of their own, and a wire that only pales', async () => {
    const at = page();
    await at.press('2');
    await at.reads('1 control and 2 to choose on × 4 visuals');
    const cell = await at.find('button', /^By month to By quay: wired/);
    await at.driver.executeScript('arguments[0].focus()', cell);
    await at.choose('What is not chosen', 'turns pale');
    await at.find('button', /^By month to By quay: wired, pales other marks/);
    await eventually(
      'the design',
      async () =>
        (await stored()).wires.find((wire) => wire.control === 'days' && wire.target === 'quays')?.effect ===
          'pale' || undefined,
    );
    await at.press('3');
    const chart = await at.find('img', /^Bar chart, By month: 6 months/);
    await at.driver.executeScript('arguments[0].focus()', chart);
    await at.press(Key.HOME, Key.SPACE);
    await sum(sumOf(([day]) => day!.startsWith('2025-01')));
    await eventually(
      'pale bars with a solid part',
      async () => (await at.driver.findElements({ css: '#item-quays [data-pale]' })).length === 1,
    );
    await at.regionReads('By quay', '180 days');
    await at.press(Key.ESCAPE);
    await sum(everything);
  });

  step('a visual becomes one in its settings, and lays its wires by itself', async () => {
    const at = page();
    await at.press('1');
    await at.click('button', 'By quay');
    await at.click('switch', 'Readers can choose on it');
    await eventually('wires', async () =>
      (await stored()).wires.some((wire) => wire.control === 'quays' && wire.target === 'sum' && wire.on),
    );
    await at.press('3');
    const bars = await at.find('img', /^Bar chart, By quay/);
    await at.driver.actions().move({ origin: bars, y: -40 }).click().perform();
    await sum(sumOf(([, name]) => name === 'North'));
    await at.click('button', 'Clear chosen on By quay');
    await sum(everything);
  });
});

describe('zones', () => {
  step('are made of chosen items, moved as one, and bound new controls', async () => {
    const at = page();
    await at.press('1');
    const place = (name: string) => at.find('group', new RegExp(`^Place of ${name}:`));
    await at.driver.executeScript('arguments[0].focus()', await place('Sum'));
    await at.press(Key.ENTER);
    await at.driver.executeScript('arguments[0].focus()', await place('By quay'));
    await at.pressWith([Key.SHIFT], Key.ENTER);
    await at.reads('2 items');
    await at.choose('Zone', 'A new zone');
    await at.type(/^Name of the zone/, 'Quays');
    await eventually('the zone', async () => (await stored()).zones[0]?.name === 'Quays');
    expect((await stored()).zones[0]!.items.sort()).toEqual(['quays', 'sum']);
    const before = (await stored()).layout;
    await at.driver.executeScript('arguments[0].focus()', await at.find('button', /^Zone Quays:/));
    await at.press(Key.ARROW_DOWN);
    const yOf = (layout: Document['layout'], item: string) => layout.find((entry) => entry.item === item)!.y;
    await eventually('the move', async () => {
      const now = (await stored()).layout;
      return ['sum', 'quays'].every((item) => yOf(now, item) === yOf(before, item) + 1);
    });
    await at.driver.executeScript('arguments[0].focus()', await place('Sum'));
    await at.press(Key.ENTER);
    await at.click('button', 'Add slicer');
    await eventually('the slicer', async () => (await stored()).zones[0]!.items.length === 3);
    const targets = (await stored()).wires
      .filter((wire) => wire.control === 'slicer1' && wire.on)
      .map((wire) => wire.target);
    expect(targets.sort()).toEqual(['quays', 'sum']);
  });

  step('filter the board and switch their wires', async () => {
    const at = page();
    await at.press('2');
    await at.choose('Zone', 'Quays');
    expect(await at.all('button', /to By month: /)).toEqual([]);
    await at.click('button', 'Unwire inside');
    await eventually('no wires inside', async () =>
      (await stored()).wires
        .filter((wire) => wire.control === 'slicer1' && ['quays', 'sum'].includes(wire.target))
        .every((wire) => !wire.on),
    );
    await at.click('button', 'Wire all inside');
    await eventually('wires inside', async () =>
      (await stored()).wires.some((wire) => wire.control === 'slicer1' && wire.target === 'sum' && wire.on),
    );
    expect(await at.consoleErrors()).toEqual([]);
  });
});

describe('trees, conditions and ranges of numbers', () => {
  let second = 0;
  beforeAll(async () => {
    const made = await api<{ id: number }>('POST', '/dashboards', {
      version: 2,
      title: 'Barrels in full',
      timeZone: 'UTC',
      visuals: [
        { id: 'sum', kind: 'figure', title: 'Sum', measures },
        { id: 'quays', kind: 'bar', title: 'By quay', measures, across: quay, order: 'natural' },
      ],
      controls: [
        {
          ...slicer,
          id: 'tree',
          title: 'Quay and ship',
          dimension: quay,
          face: 'tree',
          below: [{ dataset: 'barrels', column: 'ship' }],
        },
        {
          id: 'which',
          kind: 'condition',
          title: 'Which',
          dataset: 'barrels',
          groups: [
            {
              join: 'any',
              entries: [{ id: 'early', name: 'Early', sql: "day < DATE '2025-02-01'", on: false }],
            },
          ],
        },
        {
          id: 'full',
          kind: 'numbers',
          title: 'Barrels a time',
          of: { dataset: 'barrels', column: 'barrels' },
          default: { low: null, high: null },
        },
        {
          id: 'large',
          kind: 'numbers',
          title: 'Barrels in all',
          of: { dataset: 'barrels', measure: 'barrels' },
          default: { low: null, high: null },
        },
      ],
      wires: [
        ...['tree', 'which', 'full'].flatMap((control) =>
          ['sum', 'quays'].map((target) => ({ control, target, on: true, roles: {} })),
        ),
        { control: 'large', target: 'quays', on: true, roles: {} },
      ],
      layout: [
        { item: 'tree', x: 0, y: 0, w: 6, h: 12 },
        { item: 'which', x: 6, y: 0, w: 9, h: 12 },
        { item: 'full', x: 15, y: 0, w: 9, h: 6 },
        { item: 'large', x: 15, y: 6, w: 9, h: 6 },
        { item: 'sum', x: 0, y: 12, w: 8, h: 7 },
        { item: 'quays', x: 8, y: 12, w: 16, h: 7 },
      ],
    });
    second = made.body.id;
  });

  step('a node of a tree keeps what is inside it, by keys', async () => {
    const at = page();
    await at.open(`/dashboards/${second}`);
    await sum(everything);
    const north = await at.find('treeitem', /^North, 120 rows/);
    await at.driver.executeScript('arguments[0].focus()', north);
    await at.press(Key.SPACE);
    await sum(sumOf(([, name]) => name === 'North'));
    await at.press(Key.ARROW_RIGHT, Key.ARROW_DOWN, Key.SPACE);
    await sum(sumOf(([, name, ship]) => name === 'North' && ship !== 'Ship 0'));
    await at.reads(/North › Ship 1, North › Ship 2, North › Ship 3/);
  });

  step('is switched off without losing what it holds', async () => {
    const at = page();
    await at.click('button', /^Switch Quay and ship off/);
    await sum(everything);
    await at.click('button', 'Quay and ship is off: switch it on');
    await sum(sumOf(([, name, ship]) => name === 'North' && ship !== 'Ship 0'));
    await at.click('button', 'Clear Quay and ship');
    await sum(everything);
  });

  step('conditions are switched; one of the reader’s own is completed, checked and taken', async () => {
    const at = page();
    await at.click('checkbox', 'Early');
    await sum(sumOf(([day]) => day! < '2025-02-01'));
    await at.click('checkbox', 'Early');
    const field = await at.find('textbox', 'And a condition of your own');
    await field.sendKeys('barr');
    await (await at.find('option', 'barrels')).click();
    await field.sendKeys('>= x');
    await at.reads('There is no column “x” here.');
    await field.sendKeys(Key.BACK_SPACE, "9 AND quay LIKE '%th'");
    await at.click('button', 'Check');
    const kept = lines
      .slice(1)
      .map((line) => line.split(','))
      .filter(([, name, , barrels]) => Number(barrels) >= 9 && name!.endsWith('th')).length;
    await at.reads(`Keeps ${kept} of 360 rows.`);
    await sum(sumOf(([, name, , barrels]) => Number(barrels) >= 9 && name!.endsWith('th')));
    await at.click('button', 'Clear Which');
    await sum(everything);
  });

  step('ranges act on rows before they are added up, and on totals after', async () => {
    const at = page();
    const from = async (title: string, text: string) => {
      const frame = await at.find('region', title);
      const field = await frame.findElement({ css: 'input[inputmode=decimal]' });
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER);
    };
    await from('Barrels a time', '10');
    await sum(sumOf(([, , , barrels]) => Number(barrels) >= 10));
    await at.click('button', 'Clear Barrels a time');
    await sum(everything);
    const totals = QUAYS.map((name) => [name, sumOf(([, own]) => own === name)] as const);
    const most = Math.max(...totals.map(([, total]) => Number(total.replace(',', ''))));
    await from('Barrels in all', String(most));
    const left = totals.filter(([, total]) => Number(total.replace(',', '')) >= most);
    await at.find(
      'img',
      new RegExp(`^Bar chart, By quay: ${left.map(([name, total]) => `${name} ${total}`).join('; ')}\\.`),
    );
    await sum(everything);
    expect(await at.consoleErrors()).toEqual([]);
  });
});
