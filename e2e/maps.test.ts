/** Maps: geometry is brought in, drawn, zoomed, read and chosen on by pointer and by keys. */
import { Key } from 'selenium-webdriver';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { api, asStory, browserPage, load, measureOf, writeTestFile } from './support/application';
import { eventually } from './support/page';

const page = browserPage();
const story = asStory(page);
let id = 0;

const PIERS = ['Quern', 'Sollay', 'Hallen'];
const square = (x: number, y: number) => [
  [x, y],
  [x + 1, y],
  [x + 1, y + 1],
  [x, y + 1],
  [x, y],
];
const ISLES = {
  type: 'FeatureCollection',
  features: [...PIERS, 'Nobody'].map((pier, i) => ({
    type: 'Feature',
    properties: { pier },
    geometry: { type: 'Polygon', coordinates: [square(i * 2, 50)] },
  })),
};

beforeAll(async () => {
  const rows = Array.from({ length: 90 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 3, 1 + (i % 60))).toISOString().slice(0, 10);
    const pier = i % 30 === 29 ? 'Offshore' : PIERS[i % 3]!;
    return `${day},${pier},${i + 1},${(i % 3) * 2 + 0.5},50.5`;
  });
  await load(`day,pier,fish,east,north\n${rows.join('\n')}\n`, {
    name: 'Moorings',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'pier', type: 'text', category: true },
      { name: 'fish', type: 'whole' },
      { name: 'east', type: 'decimal', scale: 2 },
      { name: 'north', type: 'decimal', scale: 2 },
    ],
  });
});

const total = (pier: string) =>
  Array.from({ length: 90 }, (_, i) => i)
    .filter((i) => (i % 30 === 29 ? 'Offshore' : PIERS[i % 3]) === pier)
    .reduce((sum, i) => sum + i + 1, 0)
    .toLocaleString('en');

const map = () => page().find('img', /^Map, /);
/** Colours of the map's canvas that are not its ground. */
const isDrawn = () =>
  eventually('the map to be drawn', async () => {
    const count = await page().driver.executeScript<number>(`
      const canvas = document.querySelector('canvas');
      if (!canvas) return 0;
      const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
      const colours = new Set();
      for (let i = 0; i < data.length; i += 4) if (data[i + 3] > 0) colours.add(data[i] * 65536 + data[i + 1] * 256 + data[i + 2]);
      return colours.size;`);
    return count > 3;
  });

story(
  'a file that does not fit is refused with its place; one that does is told with what it holds',
  async () => {
    const at = page();
    await at.open('/datasets');
    await at.find('heading', 'Geometry');
    const put = async (name: string, content: object) =>
      (await at.driver.findElement({ css: 'input[aria-label="GeoJSON file"]' })).sendKeys(
        writeTestFile(name, JSON.stringify(content)),
      );
    await put('bent.geojson', {
      type: 'FeatureCollection',
      features: [{ type: 'Feature', properties: {}, geometry: { type: 'Point', coordinates: [500, 1] } }],
    });
    await at.reads(/is not taken: features\[0\]\.geometry\.coordinates: A longitude lies from -180 to 180/);
    await put('isles.geojson', ISLES);
    await eventually('the geometry to be listed', async () => {
      const [table] = await at.all('table', 'Geometry');
      return table !== undefined && /isles[\s\S]*4 0 pier/.test((await table.getText()).replace(/\n/g, ' '));
    });
  },
);

story('a designer adds a map; its areas are those of the data', async () => {
  const at = page();
  const { body: model } = await api<{ geometries: { key: string }[] }>('GET', '/model');
  const geometry = model.geometries[0]!.key;
  const shown = await measureOf('moorings', 'fish');
  const across = { dataset: 'moorings', column: 'pier' };
  const visuals = [
    {
      ...MEASURED_DEFAULTS,
      id: 'map',
      kind: 'map',
      title: 'Fish by pier',
      measures: [shown],
      across,
      picks: true,
      layers: [{ kind: 'areas', place: { geometry, property: 'pier' }, tint: 0 }],
    },
    {
      ...MEASURED_DEFAULTS,
      id: 'all',
      kind: 'figure',
      title: 'Fish',
      measures: [shown],
    },
  ];
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'Where it lands',
    timeZone: 'UTC',
    visuals,
    controls: [],
    wires: [{ control: 'map', target: 'all', on: true, roles: {} }],
    layout: [
      { item: 'map', x: 0, y: 0, w: 14, h: 14 },
      { item: 'all', x: 14, y: 0, w: 6, h: 6 },
    ],
  });
  id = made.body.id;
  await at.open(`/dashboards/${id}`);
  await isDrawn();
  await at.find('img', /^Map, Fish by pier: 3 marks/);
  await at.reads(/1 without a place: Offshore/);
});

story('keys go from mark to mark and read them, zoom, and choose; the figure follows', async () => {
  const at = page();
  const all = PIERS.concat('Offshore').reduce((sum, pier) => sum + Number(total(pier).replace(/,/g, '')), 0);
  await at.reads(all.toLocaleString('en'));
  await at.driver.executeScript('arguments[0].focus()', await map());
  await at.press(Key.ARROW_RIGHT);
  await at.reads(new RegExp(`Quern\\s+${total('Quern')}`));
  await at.press(Key.ARROW_RIGHT);
  await at.reads(new RegExp(`Sollay\\s+${total('Sollay')}`));
  await at.press(Key.SPACE);
  await at.regionReads('In effect', 'Sollay');
  await eventually('the figure to follow', async () => (await at.region('Fish')).includes(total('Sollay')));
  await at.press('+');
  await eventually(
    'the whole map to be one step away',
    async () => (await (await at.find('button', 'Whole')).getAttribute('disabled')) === null,
  );
  await at.press(Key.HOME);
  await at.press(Key.ESCAPE);
  await eventually('nothing to be chosen', async () =>
    (await at.region('Fish')).includes(all.toLocaleString('en')),
  );
});

story('a click chooses an area, Ctrl one more, and a lasso all that it holds', async () => {
  const at = page();
  const canvas = await map();
  const { width } = await canvas.getRect();
  // The isles lie side by side: their middles are at 1, 5, 9 and 13 parts of 14.
  const xOf = (i: number) => Math.round(((i * 4 + 1) / 14 - 0.5) * (width - 24));
  const actions = () => at.driver.actions();
  await actions()
    .move({ origin: canvas, x: xOf(0), y: 0 })
    .click()
    .perform();
  await eventually('Quern to be chosen', async () => (await at.region('Fish')).includes(total('Quern')));
  await actions()
    .keyDown(Key.CONTROL)
    .move({ origin: canvas, x: xOf(2), y: 0 })
    .click()
    .keyUp(Key.CONTROL)
    .perform();
  const two = Number(total('Quern').replace(/,/g, '')) + Number(total('Hallen').replace(/,/g, ''));
  await eventually('Hallen too', async () => (await at.region('Fish')).includes(two.toLocaleString('en')));
  await at.click('button', 'Lasso');
  const high = Math.round(width / 14);
  await actions()
    .move({ origin: canvas, x: xOf(1) - 40, y: -high })
    .press()
    .move({ origin: canvas, x: xOf(2) + 40, y: -high })
    .move({ origin: canvas, x: xOf(2) + 40, y: high })
    .move({ origin: canvas, x: xOf(1) - 40, y: high })
    .release()
    .perform();
  const held = Number(total('Sollay').replace(/,/g, '')) + Number(total('Hallen').replace(/,/g, ''));
  await eventually('what the line holds', async () =>
    (await at.region('Fish')).includes(held.toLocaleString('en')),
  );
});

story(
  'the data of a map stands in a table, and the rows behind a mark are as many as there are',
  async () => {
    const at = page();
    await at.open(`/dashboards/${id}`);
    await isDrawn();
    await at.click('button', 'Data of Fish by pier in rows');
    await at.readsIn('complementary', /./, new RegExp(`Offshore\\s+${total('Offshore')}`));
    await at.press(Key.ESCAPE);
    await at.driver.executeScript('arguments[0].focus()', await map());
    await at.press(Key.ARROW_RIGHT);
    await at.pressWith([Key.SHIFT], Key.ENTER);
    const rows = Array.from({ length: 90 }, (_, i) => i).filter((i) => i % 3 === 0 && i % 30 !== 29).length;
    await at.reads(new RegExp(`Fish, Quern[\\s\\S]*${rows} rows of Moorings`));
    await at.press(Key.ESCAPE);
  },
);

story(
  'points lie where the data says: a designer takes longitude and latitude from measures, and adds a layer',
  async () => {
    const at = page();
    const { body: dataset } = await api<{
      measures: { key: string; column: string | null; aggregation: string }[];
    }>('GET', '/datasets/moorings');
    const averages = ['east', 'north'].map((column) => ({
      ...dataset.measures.find((measure) => measure.column === column)!,
      key: `mean_${column}`,
      name: `Mean ${column}`,
      aggregation: 'average',
    }));
    await api('PATCH', '/datasets/moorings', { measures: [...dataset.measures, ...averages] });
    const { body: stored } = await api<{ revision: number; document: { visuals: { id: string }[] } }>(
      'GET',
      `/dashboards/${id}`,
    );
    const { document } = stored;
    const visuals = document.visuals.map((visual) =>
      visual.id === 'map' && 'measures' in visual && 'layers' in visual
        ? {
            ...visual,
            measures: [
              ...(visual.measures as object[]),
              ...averages.map(({ key }) => shownMeasure('moorings', key)),
            ],
            layers: [
              ...(visual.layers as object[]),
              {
                kind: 'points',
                name: 'Landing places',
                place: { longitude: 1, latitude: 2 },
                size: 0,
                tint: null,
              },
            ],
          }
        : visual,
    );
    const saved = await api('PUT', `/dashboards/${id}`, {
      basedOn: stored.revision,
      document: { ...document, visuals },
    });
    expect(saved.status).toBe(200);
    await at.open(`/dashboards/${id}?mode=arrange`);
    await isDrawn();
    await at.find('img', /^Map, .*: 7 marks/);
    await at.find('checkbox', 'Landing places');
    await at.click('checkbox', 'Landing places');
    await at.click('button', 'Fish by pier');
    await at.find('combobox', 'Layer 2');
    await at.click('button', 'Remove layer 2');
    await eventually('one layer', async () => /: 3 marks/.test(await (await map()).getAccessibleName()));
  },
);

story('what a map draws cannot be removed unseen', async () => {
  const at = page();
  await at.open('/datasets');
  const remove = await at.find('button', /^Remove Dathen|^Remove .*isles/i);
  expect(await remove.getAttribute('disabled')).not.toBeNull();
  await at.find('link', 'Where it lands');
});
