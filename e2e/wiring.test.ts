/** Wiring that can be seen, trusted and tested: the board at size, cables, traces, the check, the rehearsal, own periods. */
import { Key } from 'selenium-webdriver';
import { eventually } from './support/page';
import { api, asStory, browserPage, load } from './support/application';

const page = browserPage();
const step = asStory(page);

const lines = ['day,quay,crates'];
for (let i = 0; i < 900; i++) {
  const day = new Date(Date.UTC(2023, 11, 1 + i)).toISOString().slice(0, 10);
  lines.push(`${day},Quay ${i % 4},${(i * 7) % 23}`);
}
const last = lines.at(-1)!.slice(0, 10);
const time = { title: '', anchor: null, level: 'month', levelFixed: false, size: 'words' };
const measures = [{ dataset: 'crates', measure: 'crates' }];

interface Stored {
  readonly document: {
    readonly wires: readonly { control: string; target: string; on: boolean }[];
    readonly visuals: readonly { id: string; ownPeriod: object | null }[];
  };
}
let id = 0;
const stored = async () => (await api<Stored>('GET', `/dashboards/${id}`)).body.document;
const isWired = async (control: string, target: string) =>
  (await stored()).wires.some((wire) => wire.control === control && wire.target === target && wire.on);

beforeAll(async () => {
  await load(`${lines.join('\n')}\n`, {
    name: 'Crates',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'quay', type: 'text', category: true },
      { name: 'crates', type: 'whole' },
    ],
  });
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Crates',
    timeZone: 'UTC',
    visuals: [
      { id: 'sum', kind: 'figure', title: 'Crates landed', measures },
      { id: 'quays', kind: 'bar', title: 'By quay', measures, across: { dataset: 'crates', column: 'quay' } },
      { id: 'days', kind: 'line', title: 'Day by day', measures, grain: 'day' },
    ],
    controls: [
      { ...time, id: 'span', kind: 'timeline', title: 'Span', default: '2025-01/2025-06' },
      { ...time, id: 'recent', kind: 'timeline', title: 'Recent', default: 'last 14 days' },
      {
        id: 'quay',
        kind: 'slicer',
        title: 'Quay',
        dimension: { dataset: 'crates', column: 'quay' },
        default: [],
        several: true,
        unavailable: 'struck',
      },
    ],
    wires: [
      { control: 'span', target: 'sum', on: true, roles: {} },
      { control: 'span', target: 'quays', on: true, roles: {} },
      { control: 'quay', target: 'sum', on: true, roles: {} },
    ],
    layout: [
      { item: 'span', x: 0, y: 0, w: 24, h: 4 },
      { item: 'recent', x: 0, y: 4, w: 24, h: 4 },
      { item: 'quay', x: 0, y: 8, w: 6, h: 8 },
      { item: 'sum', x: 6, y: 8, w: 6, h: 8 },
      { item: 'quays', x: 12, y: 8, w: 12, h: 8 },
      { item: 'days', x: 0, y: 16, w: 24, h: 8 },
    ],
  });
  id = made.body.id;
});

describe('the wiring check', () => {
  step('counts what is wrong in the header, and lists it with its place', async () => {
    const at = page();
    await at.open(`/dashboards/${id}?mode=wire`);
    await at.click('button', /^Wiring check: [1-9]\d* found/);
    await at.reads('“Recent” is wired to nothing, so it has no effect.');
    await at.reads('“Day by day” is under no time control');
  });

  step('mends with one click, which can be undone', async () => {
    const at = page();
    await at.click('button', /^Wire “Span” to it$/);
    await eventually('the wire', () => isWired('span', 'days'));
    await at.click('button', 'Close');
    await at.click('button', 'Undo');
    await eventually('the wire to be gone', async () => !(await isWired('span', 'days')));
    const check = await api<{ code: string }[]>('GET', `/dashboards/${id}/check`);
    expect(check.body.map((finding) => finding.code)).toEqual(
      expect.arrayContaining(['dead-control', 'uncontrolled-visual']),
    );
  });
});

describe('the board and the cables', () => {
  step('tells what a switch would change before it is switched', async () => {
    const at = page();
    const cell = await at.find('button', /^Quay to By quay: not wired/);
    await at.driver.executeScript('arguments[0].focus()', cell);
    await at.reads('Quay → By quay');
    await at.reads(/181 rows, the same when switched on/);
  });

  step('switches a run of crosspoints by keys alone', async () => {
    const at = page();
    const first = await at.find('button', /^Recent to Crates landed: not wired/);
    await at.driver.executeScript('arguments[0].focus()', first);
    await at.pressWith([Key.SHIFT], Key.ARROW_RIGHT);
    await at.pressWith([Key.SHIFT], Key.ARROW_RIGHT);
    await at.press(Key.SPACE);
    for (const target of ['sum', 'quays', 'days']) await eventually(target, () => isWired('recent', target));
    await at.press(Key.SPACE);
    await eventually('all to be off', async () => !(await isWired('recent', 'quays')));
  });

  step('wires a control like another one', async () => {
    const at = page();
    await at.choose('Wire Recent like', 'Span');
    await eventually(
      'the same wires',
      async () =>
        (await isWired('recent', 'sum')) &&
        (await isWired('recent', 'quays')) &&
        !(await isWired('recent', 'days')),
    );
    await at.click('button', 'Undo');
    await eventually('none again', async () => !(await isWired('recent', 'sum')));
  });

  step('finds a control by its name', async () => {
    const at = page();
    await at.type('Find on the board', 'recent');
    await eventually(
      'one row',
      async () => (await at.all('button', /^Span: switch the whole row/)).length === 0,
    );
    await (
      await at.find('textbox', 'Find on the board')
    ).sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE);
    await at.find('button', /^Span: switch the whole row/);
  });

  step('draws cables along the gutters, and a drag from a control to a visual wires it', async () => {
    const at = page();
    await at.driver
      .actions()
      .move({ origin: await at.find('region', 'Recent') })
      .click()
      .perform();
    const plug = await at.find('button', /^Plug of Recent/);
    const from = await at.middleOf(plug);
    const to = await at.middleOf(await at.find('region', 'Day by day'));
    await at.driver
      .actions()
      .move(from)
      .press()
      .move({ ...to, duration: 80 })
      .release()
      .perform();
    await eventually('the wire', () => isWired('recent', 'days'));
    await eventually(
      'its cable',
      async () => (await at.driver.findElements({ css: '[data-cable="recent days"]' })).length === 1,
    );
    // The control that was wired stays in view, though the pointer lies on the visual.
    await at.find('button', /^Plug of Recent/);
    const end = await at.find('button', /^End of the cable from Recent to Day by day/);
    await at.driver.executeScript('arguments[0].focus()', end);
    await at.press(Key.ENTER);
    await at.click('menuitem', 'Unwire Day by day');
    await eventually('the wire to be off', async () => !(await isWired('recent', 'days')));
    await at.click('button', 'Undo');
    await eventually('the wire to be back', () => isWired('recent', 'days'));
    expect(await at.consoleErrors()).toEqual([]);
  });
});

describe('a slicer', () => {
  step('can be buttons that leave out, and ask for a choice first', async () => {
    const at = page();
    await at.press('1');
    await at.click('button', 'Quay');
    await at.choose('Shown as', 'Buttons');
    await at.choose('Chosen values are', 'left out');
    await at.click('button', /^Quay 2, /);
    await at.press('3');
    await at.reads(/Quay all but Quay 2/);
    const answer = await api<{ visuals: Record<string, { rows: number }> }>(
      'POST',
      `/dashboards/${id}/answers`,
      { choices: { quay: ['Quay 2'] } },
    );
    expect([135, 136]).toContain(answer.body.visuals.sum!.rows);
    await at.click('button', /^Quay 2, /);
    await at.press('1');
    await at.click('button', 'Quay');
    await at.choose('Shown as', 'List');
    await at.choose('Chosen values are', 'kept');
    await at.press('3');
  });
});

describe('the trace', () => {
  step('tells each wire with the rows left after it, by key T', async () => {
    const at = page();
    // A field that has the focus takes digits for itself.
    await at.click('button', '3 Read');
    await at.click('checkbox', /^Quay 1, /);
    const figure = await at.find('region', 'Crates landed');
    // A list that has the focus takes letters for itself: a click elsewhere ends that.
    await at.driver.actions().move({ origin: figure }).click().perform();
    await at.press('t');
    await at.reads('Why “Crates landed” shows what it shows');
    await at.reads('Span through “day”: 1 Jan – 30 Jun 2025');
    await at.regionReads('Trace', /900 rows[\s\S]*181 rows[\s\S]*Quay: Quay 1\.[\s\S]*4[56] rows/);
    await at.press(Key.ESCAPE);
    await eventually('the trace to close', async () => (await at.all('region', 'Trace')).length === 0);
  });
});

describe('an own period', () => {
  step('keeps a visual on days of its own, and says so', async () => {
    const at = page();
    await at.press('1');
    await at.click('button', 'By quay');
    await at.choose('Period', 'Its own, whatever they say');
    await at.reads(/own period “last 28 days”/);
    await eventually(
      'the design',
      async () => (await stored()).visuals.find((visual) => visual.id === 'quays')?.ownPeriod !== null,
    );
    const answer = await api<{
      visuals: Record<string, { window: { shown: [string, string][]; days: number } }>;
    }>('POST', `/dashboards/${id}/answers`, {});
    expect(answer.body.visuals.quays!.window.days).toBe(28);
    expect(answer.body.visuals.quays!.window.shown[0]![1]).toBe(last);
  });
});

describe('the rehearsal', () => {
  step('goes through a year: empty days first, and any day can be seen', async () => {
    const at = page();
    await at.press('2');
    await at.click('button', 'Rehearsal');
    await at.choose('Data to come', 'No new data arrives');
    await at.reads(/Day by day is empty: no data in/);
    const slider = await at.find('slider', 'Day of the rehearsal');
    await at.driver.executeScript('arguments[0].focus()', slider);
    await at.press(Key.PAGE_DOWN);
    await eventually('the as-of day', async () => (await at.address()).searchParams.get('as-of') !== null);
    await at.click('button', 'Back to today');
    await eventually('today again', async () => (await at.address()).searchParams.get('as-of') === null);
    expect(await at.consoleErrors()).toEqual([]);
  });

  test('is answered to scripts, with each day on which something goes wrong', async () => {
    const { body } = await api<{
      problems: { day: string; item: string; kind: string }[];
      lanes: { states: number[] }[];
    }>('POST', `/dashboards/${id}/rehearsal`, { days: 60, assumption: 'no new data' });
    expect(body.lanes.every((lane) => lane.states.length === 60)).toBe(true);
    expect(body.problems.some((problem) => problem.item === 'days' && problem.kind === 'no data')).toBe(true);
  });
});

test('a chart is drilled into by double click and by Enter, with a way back; the address keeps it', async () => {
  const at = page();
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Drilled',
    timeZone: 'UTC',
    visuals: [{ id: 'years', kind: 'bar', title: 'Crates by year', measures, grain: 'year' }],
    controls: [],
    wires: [],
    layout: [{ item: 'years', x: 0, y: 0, w: 24, h: 14 }],
  });
  await at.open(`/dashboards/${made.body.id}`);
  const chart = await at.find('img', /^Bar chart, Crates by year: 4 years/);
  const quarters = /^Bar chart, Crates by year: 4 quarters, from 2024 Q1 to 2024 Q4/;
  await eventually('the quarters', async () => {
    if ((await at.all('img', quarters)).length > 0) return true;
    // Two clicks that a busy machine puts far apart are no double click.
    await at.driver.actions().move({ origin: chart, x: -60 }).doubleClick().perform();
    return (await at.all('img', quarters)).length > 0;
  });
  expect((await at.address()).searchParams.get('d.years')).toBe('2024');
  await at.driver.executeScript('arguments[0].focus()', await at.find('img', /4 quarters/));
  await at.press(Key.HOME, Key.ENTER);
  await at.find('img', /3 months, from January 2024 to March 2024/);
  await at.click('button', '2024');
  await at.find('img', /4 quarters/);
  await at.click('button', 'All');
  await at.find('img', /4 years/);
  expect(await at.consoleErrors()).toEqual([]);
});

test('a board of 40 controls and 60 visuals draws what is in view, and is worked by keys to its far corner', async () => {
  const at = page();
  const visuals = Array.from({ length: 60 }, (_, i) => ({
    id: `v${i}`,
    kind: 'figure',
    title: `Figure ${i}`,
    measures,
  }));
  const controls = Array.from({ length: 40 }, (_, i) => ({
    ...time,
    id: `c${i}`,
    kind: 'timeline',
    title: `Control ${i}`,
    default: 'all',
  }));
  const wires = controls.flatMap((control, c) =>
    visuals
      .filter((_, v) => (c + v) % 3 === 0)
      .map((visual) => ({ control: control.id, target: visual.id, on: true, roles: {} })),
  );
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Large',
    timeZone: 'UTC',
    visuals,
    controls,
    wires,
    layout: [],
  });
  await at.open(`/dashboards/${made.body.id}?mode=wire`);
  await at.reads('40 controls × 60 visuals, 800 wires');
  const first = await at.find('button', /^Control 0 to Figure 0: wired/);
  expect((await at.driver.findElements({ css: '[data-cell]' })).length).toBeLessThan(700);
  await at.driver.executeScript('arguments[0].focus()', first);
  await at.press(Key.END);
  await at.find('button', /^Control 0 to Control 39/);
  await at.press(Key.HOME, ...Array.from({ length: 5 }, () => Key.PAGE_DOWN));
  await at.find('button', /^Control 39 to Figure 0: wired/);
  await at.press(Key.SPACE);
  await at.reads('40 controls × 60 visuals, 799 wires');
  expect(await at.consoleErrors()).toEqual([]);
});

test('of very many items on a page those out of sight are drawn when they come near, and are found by their names before', async () => {
  const at = page();
  const visuals = Array.from({ length: 60 }, (_, i) => ({
    ...{ id: `v${i}`, kind: 'line', title: `Line ${i}`, measures },
  }));
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Long',
    timeZone: 'UTC',
    visuals,
    controls: [],
    wires: [],
    layout: visuals.map(({ id }, i) => ({
      item: id,
      x: (i % 2) * 12,
      y: Math.floor(i / 2) * 8,
      w: 12,
      h: 8,
    })),
  });
  const marksIn = (name: string) =>
    at.driver.executeScript<number>(
      `return document.querySelector('[data-item][aria-label="${name}"]').querySelectorAll('path, circle').length`,
    );
  await at.open(`/dashboards/${made.body.id}`);
  await eventually('the first line', async () => (await marksIn('Line 0')) > 0);
  expect(await marksIn('Line 58')).toBe(0);
  const last = await at.find('region', 'Line 58');
  await at.driver.executeScript('arguments[0].scrollIntoView()', last);
  await eventually('the last line', async () => (await marksIn('Line 58')) > 0);
  expect(await at.consoleErrors()).toEqual([]);
});
