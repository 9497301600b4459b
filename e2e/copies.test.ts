/** Items duplicated beside themselves and carried to another dashboard, by buttons and by keys. */
import { Key } from 'selenium-webdriver';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { SLICER_DEFAULTS } from '../src/core/dashboard/document/kinds/slicer';
import { api, asStory, browserPage, load } from './support/application';
import { eventually } from './support/page';

interface Document {
  readonly visuals: readonly { readonly id: string }[];
  readonly controls: readonly { readonly id: string }[];
  readonly wires: readonly { readonly control: string; readonly target: string; readonly on: boolean }[];
}

const page = browserPage();
const step = asStory(page);
const ids: number[] = [];
const documentOf = async (id: number) =>
  (await api<{ document: Document }>('GET', `/dashboards/${id}`)).body.document;

beforeAll(async () => {
  await load('day,lock,barges\n2026-04-01,Quern,2\n2026-04-02,Sollay,3\n2026-04-03,Quern,4\n', {
    name: 'Locks',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'lock', type: 'text', category: true },
      { name: 'barges', type: 'whole' },
    ],
  });
  const line = { ...CHART_DEFAULTS, id: 'line', kind: 'line', measures: [shownMeasure('locks', 'barges')] };
  const slicer = {
    ...SLICER_DEFAULTS,
    id: 'lock',
    kind: 'slicer',
    dimension: { dataset: 'locks', column: 'lock' },
  };
  const base = { version: 2, timeZone: 'UTC' };
  for (const document of [
    {
      ...base,
      title: 'Locks',
      visuals: [{ ...line, title: 'Barges' }],
      controls: [{ ...slicer, title: 'Lock' }],
      wires: [{ control: 'lock', target: 'line', on: true, roles: {} }],
      layout: [
        { item: 'lock', x: 0, y: 0, w: 5, h: 9 },
        { item: 'line', x: 5, y: 0, w: 10, h: 9 },
      ],
    },
    { ...base, title: 'Elsewhere', visuals: [], controls: [], wires: [], layout: [] },
  ])
    ids.push((await api<{ id: number }>('POST', '/dashboards', document)).body.id);
});

step('a duplicate lies beside its original, wired like it, and is chosen', async () => {
  const at = page();
  await at.open(`/dashboards/${ids[0]}?mode=arrange`);
  await at.click('button', 'Barges');
  await at.click('button', 'Duplicate');
  await at.find('region', 'Barges (2)');
  await eventually('the duplicate to be saved', async () => {
    const { visuals, wires } = await documentOf(ids[0]!);
    return visuals.length === 2 && wires.some((wire) => wire.control === 'lock' && wire.target === 'line1');
  });
  await at.click('button', 'Undo');
  await eventually('the duplicate to go', async () => (await documentOf(ids[0]!)).visuals.length === 1);
});

step('items copied by keys are put into another dashboard with the wire between them', async () => {
  const at = page();
  await at.driver.executeScript('arguments[0].focus()', await at.find('group', /^Place of Lock:/));
  await at.press(Key.ENTER);
  await at.driver.executeScript('arguments[0].focus()', await at.find('group', /^Place of Barges:/));
  await at.pressWith([Key.SHIFT], Key.ENTER);
  await at.reads('2 items');
  await at.driver.executeScript('arguments[0].focus()', await at.find('group', /^Place of Barges:/));
  await at.pressWith([Key.CONTROL], 'c');
  await at.reads('2 items are copied.');
  await at.open(`/dashboards/${ids[1]}?mode=arrange`);
  await at.click('button', 'Put in the 2 copied items');
  await at.find('region', 'Barges');
  const { visuals, controls, wires } = await eventually('the copies to be saved', async () => {
    const document = await documentOf(ids[1]!);
    return document.visuals.length === 1 && document;
  });
  expect(wires).toContainEqual(
    expect.objectContaining({ control: controls[0]!.id, target: visuals[0]!.id, on: true }),
  );
});

step('along is offered only what the measure can go along, and measures are found by typing', async () => {
  const at = page();
  await at.click('button', 'Barges');
  const field = await at.find('combobox', 'Measure');
  await field.click();
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'rows · lo');
  await at.click('option', 'Rows · Locks');
  await eventually('the other measure to be saved', async () =>
    JSON.stringify((await documentOf(ids[1]!)).visuals).includes('"measure":"rows"'),
  );
  await at.click('combobox', /^Along/);
  await at.find('option', /^lock · Locks$/i);
  expect(await at.all('option', /· (?!Locks$|almanac$|shared$)/)).toEqual([]);
});
