/** Pages of a dashboard: made, read, wired; where they lead, on walls and in frames, and what is made of them by itself. */
import { existsSync, readFileSync } from 'node:fs';
import { Key } from 'selenium-webdriver';
import { emptyDocument, type DashboardDocument } from '../src/core/dashboard/document/document';
import { newPart } from '../src/core/dashboard/document/parts';
import { withNewItem } from '../src/core/dashboard/wiring/wires';
import type { Model } from '../src/core/model/model';
import { api, asStory, BASE, browserPage, load } from './support/application';
import { eventually } from './support/page';

const page = browserPage();
const story = asStory(page);
let id = 0;
let other = 0;

beforeAll(async () => {
  const rows = Array.from({ length: 60 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 3, 1 + i)).toISOString().slice(0, 10);
    return `${day},${i % 2 === 0 ? 'Veldry' : 'Tamsel'},${i + 1}`;
  });
  await load(`day,quay,tickets\n${rows.join('\n')}\n`, {
    name: 'Ticketing',
    columns: [
      { name: 'day', type: 'day', role: 'sold' },
      { name: 'quay', type: 'text', category: true },
      { name: 'tickets', type: 'whole' },
    ],
  });
  const { body: model } = await api<Model>('GET', '/model');
  const own = { ...model, datasets: model.datasets.filter((dataset) => dataset.key === 'ticketing') };
  const made = async (title: string) => {
    let document: DashboardDocument = { ...emptyDocument(title), timeZone: 'UTC' };
    for (const kind of ['slicer', 'figure', 'bar'] as const)
      document = withNewItem(document, own, newPart(document, own, kind)!, null);
    return (await api<{ id: number }>('POST', '/dashboards', document)).body.id;
  };
  id = await made('Two pages');
  other = await made('Elsewhere');
});

const WHOLE = ((60 * 61) / 2).toLocaleString('en');
const VELDRY = (30 * 30).toLocaleString('en');
const stored = async () =>
  (await api<{ revision: number; document: DashboardDocument }>('GET', `/dashboards/${id}`)).body.document;
const tab = (name: string, isChosen: boolean) =>
  eventually(`${name} to be ${isChosen ? 'shown' : 'there'}`, async () => {
    const found = await page().find('tab', name);
    return (await found.getAttribute('aria-selected')) === String(isChosen);
  });
const isSeen = (name: RegExp, isThere: boolean) =>
  eventually(`${String(name)} to be ${isThere ? 'seen' : 'gone'}`, async () => {
    return (await page().all('region', name)).length > 0 === isThere;
  });

story('a designer adds a page, names it, and puts items on it and on every page', async () => {
  const at = page();
  await at.open(`/dashboards/${id}?mode=arrange`);
  await at.click('button', 'Add a page');
  await tab('Page 2', true);
  await at.type('Name of the page', 'By quay');
  await tab('By quay', true);
  await at.click('tab', 'Page 1');
  await at.click('button', 'Tickets by quay');
  await at.choose('Page', 'By quay');
  await tab('By quay', true);
  await isSeen(/^Tickets by quay$/, true);
  await at.click('button', 'quay');
  await at.choose('Page', 'Every page');
  await at.find('region', 'On every page');
  await eventually('all of it to be stored', async () => {
    const { pages, layout } = await stored();
    const of = (item: RegExp) => layout.find((place) => item.test(place.item))?.page;
    return pages?.[1]?.name === 'By quay' && of(/^bar/) === 'page2' && of(/^slicer/) === null;
  });
});

story(
  'a reader turns pages by name, by keys and by address; what stands on every page moves all of them',
  async () => {
    const at = page();
    await at.open(`/dashboards/${id}`);
    await at.reads(WHOLE);
    await isSeen(/^Tickets by quay$/, false);
    await at.click('checkbox', /^Veldry/);
    await at.reads(VELDRY);
    await at.click('tab', 'By quay');
    await isSeen(/^Tickets by quay$/, true);
    expect((await at.address()).searchParams.get('page')).toBe('page2');
    await at.find('checkbox', /^Veldry/);
    await eventually('the bars to follow', async () => {
      const [chart] = await at.all('img', /^Bar chart, Tickets by quay/);
      return chart !== undefined && /Veldry 900/.test(await chart.getAccessibleName());
    });
    await at.pressWith([Key.ALT], Key.PAGE_UP);
    await tab('Page 1', true);
    await at.driver.navigate().back();
    await tab('By quay', true);
    await at.open(`/dashboards/${id}?page=gone`);
    await tab('Page 1', true);
  },
);

story(
  'the board tells pages apart, and the check finds a control that acts on other pages only',
  async () => {
    const at = page();
    await at.open(`/dashboards/${id}?mode=wire`);
    await at.reads(/slicer · every page/);
    await at.choose('Page', 'By quay');
    await eventually('only its columns', async () => {
      const names = await Promise.all((await at.all('columnheader', /./)).map((head) => head.getText()));
      const text = names.join(' ');
      return text.includes('Tickets by quay') && !/Tickets(?! by quay)/.test(text);
    });
    await at.click('button', '1 Arrange');
    await at.click('tab', 'Page 1');
    await at.click('button', 'quay');
    await at.choose('Page', 'By quay');
    await at.click('tab', 'By quay');
    await at.click('button', 'Tickets by quay');
    await at.choose('Page', 'Page 1');
    await at.click('button', /^Wiring check: /);
    await at.reads(/Acts on other pages only · By quay/);
    await at.click('button', 'Put it on every page');
    await at.find('region', 'On every page');
    await at.press(Key.ESCAPE);
  },
);

story(
  'a visual leads to another page, and to another dashboard with the choices that act on it',
  async () => {
    const at = page();
    await at.open(`/dashboards/${id}?mode=arrange`);
    await at.click('button', 'Tickets');
    await at.choose('Leads to', 'Elsewhere');
    await at.find('link', /^Elsewhere →$/);
    await eventually('the link to be stored', async () =>
      (await stored()).visuals.some((visual) => visual.link?.dashboard === other),
    );
    await at.open(`/dashboards/${id}`);
    await at.click('checkbox', /^Veldry/);
    await at.reads(VELDRY);
    await at.click('link', /^Elsewhere →$/);
    await eventually(
      'the other dashboard',
      async () => (await at.address()).pathname === `/dashboards/${other}`,
    );
    await at.reads(VELDRY);
    await at.regionReads('In effect', 'Veldry');
  },
);

story('on a small screen items stand in the designer’s order', async () => {
  const at = page();
  const { visuals } = await stored();
  const figure = visuals.find((visual) => visual.kind === 'figure')!.id;
  const bar = visuals.find((visual) => visual.kind === 'bar')!.id;
  await at.open(`/dashboards/${id}?mode=arrange`);
  await at.click('button', 'Tickets: later');
  await eventually(
    'the order to be stored',
    async () => (await stored()).narrowOrder?.join() === `${bar},${figure}`,
  );
  const window = at.driver.manage().window();
  const before = await window.getRect();
  await window.setRect({ ...before, width: 420 });
  await at.open(`/dashboards/${id}`);
  await eventually('one under the other, the bars first', async () => {
    const places = await Promise.all(
      [bar, figure].map((item) =>
        at.driver.executeScript<number>(
          'return document.getElementById(arguments[0])?.getBoundingClientRect().top ?? 0',
          `item-${item}`,
        ),
      ),
    );
    return places[0]! > 0 && places[1]! > places[0]!;
  });
  await window.setRect(before);
});

story(
  'alone on a large screen pages come in turn, with the time, and nothing to press but its own',
  async () => {
    const at = page();
    await at.open(`/dashboards/${id}/wall?every=5`);
    await at.reads(/Two pages · Page 1/);
    await at.reads(/Wed 3 Jun 2026\s+\d\d:\d\d/);
    expect(await at.all('checkbox', /./)).toHaveLength(0);
    await at.reads(/Two pages · By quay/);
    await at.click('button', 'Stay here');
    await at.press(Key.TAB);
    await at.click('button', 'Next page');
    await at.reads(/Two pages · Page 1/);
  },
);

story('in a frame it is read only, on listed pages only', async () => {
  const at = page();
  const { headers } = await fetch(`${BASE}/embed/${id}`);
  expect(headers.get('content-security-policy')).toContain("frame-ancestors 'none'");
  expect(headers.get('x-frame-options')).toBe('DENY');
  const { visuals } = await stored();
  await at.open(`/embed/${id}?visual=${visuals.find((visual) => visual.kind === 'figure')!.id}`);
  await at.reads(WHOLE);
  await at.reads(/Showing everything · Ticketing to 30 May 2026/);
  expect(await at.all('button', /Arrange|Share/)).toHaveLength(0);
  await at.open(`/embed/${id}?visual=nobody`);
  await at.reads(/There is no such visual/);
});

story('a file is made by itself, and at once by hand, as the figures are', async () => {
  const at = page();
  await at.open(`/dashboards/${id}`);
  await at.click('button', 'Download');
  await at.click('menuitem', /made by itself/);
  await at.click('button', 'Add one');
  await at.type('Name', 'For the quay');
  await at.choose('What', 'JSON');
  await at.choose('When', 'At times of my own');
  await at.type('Times', 'now and then');
  await at.click('button', 'Save');
  await at.reads(/Five fields/);
  await at.type('Times', '30 6 * * *');
  await at.click('button', 'Save');
  await at.reads(/JSON of every page · 30 6 \* \* \*/);
  await at.click('button', 'Make it now');
  await at.reads(/: done/);
  const { body } = await api<{ schedules: { runs: { file: string }[] }[] }>(
    'GET',
    `/dashboards/${id}/schedules`,
  );
  const file = body.schedules[0]!.runs[0]!.file;
  expect(existsSync(file)).toBe(true);
  const { tables } = JSON.parse(readFileSync(file, 'utf8')) as {
    tables: { title: string; rows: unknown[][] }[];
  };
  expect(tables.find((table) => table.title === 'Tickets')!.rows[0]).toContain((60 * 61) / 2);
});
