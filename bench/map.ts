/**
 * Time from a zoom key to the painted frame of a map with areas of about 5 MB and 20,000 points, in headless Chromium on
 * the production build. Run: node bench/run.mjs map [areas] [points]
 */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { Random } from '../demo/random';
import { Key } from 'selenium-webdriver';
import { openBrowser } from '../e2e/support/browser';
import { eventually, Page } from '../e2e/support/page';
import { emptyDocument, type DashboardDocument } from '../src/core/dashboard/document/document';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { p50p95, report } from './report';
import { importBookings, milliseconds, withBenchDatabase, withBenchServer } from './support';

const areas = Number(process.argv[2] ?? 500);
const points = Number(process.argv[3] ?? 20_000);
const CORNERS = 500;
const STEPS = 60;

const random = new Random(11);

/** Areas on a grid, each with a ragged outline, and points among them, as one GeoJSON file. */
function geoJson(): string {
  const side = Math.ceil(Math.sqrt(areas));
  const outlines = Array.from({ length: areas }, (_, i) => {
    const [x, y] = [((i % side) / side) * 20, 40 + (Math.floor(i / side) / side) * 15];
    const ring = Array.from({ length: CORNERS }, (_, c) => {
      const turn = (c / CORNERS) * 2 * Math.PI;
      const far = 0.3 + 0.05 * random.next();
      return [
        Math.round((x + far * Math.cos(turn)) * 1e5) / 1e5,
        Math.round((y + far * Math.sin(turn)) * 1e5) / 1e5,
      ];
    });
    return {
      type: 'Feature',
      properties: { place: `Place ${i}` },
      geometry: { type: 'Polygon', coordinates: [[...ring, ring[0]]] },
    };
  });
  const spots = Array.from({ length: points }, (_, i) => ({
    type: 'Feature',
    properties: { place: `Place ${i}` },
    geometry: { type: 'Point', coordinates: [random.next() * 20, 40 + random.next() * 15] },
  }));
  return JSON.stringify({ type: 'FeatureCollection', features: [...outlines, ...spots] });
}

/** A row for each place. */
function rowsOf(): string {
  const lines = Array.from(
    { length: points },
    (_, i) => `2026-05-${String(1 + (i % 28)).padStart(2, '0')},Place ${i},${random.whole(1, 500)}`,
  );
  return `day,place,catch\n${lines.join('\n')}\n`;
}

/** Notes when a key is pressed, and when the frame after the next drawing is painted. */
const PROBE = `
  window.probe = { pressed: 0, painted: 0 };
  const channel = new MessageChannel();
  channel.port1.onmessage = () => (probe.painted = performance.now());
  addEventListener('keydown', (event) => (probe.pressed = event.timeStamp), true);
  const clear = CanvasRenderingContext2D.prototype.clearRect;
  CanvasRenderingContext2D.prototype.clearRect = function (...box) {
    requestAnimationFrame(() => channel.port2.postMessage(0));
    return clear.apply(this, box);
  };`;

await withBenchDatabase(async (folder, database) => {
  const file = path.join(folder, 'places.csv');
  writeFileSync(file, rowsOf());
  const dataset = await importBookings('Places', file);
  const { editDataset } = await import('../src/server/datasets/edit');
  const { findDataset } = await import('../src/server/datasets/repository');
  // So many values are not taken for a category by themselves.
  await editDataset(await findDataset(dataset), { categories: ['place'] });
  const { readModel } = await import('../src/server/model/model');
  const { createDashboard } = await import('../src/server/dashboards/repository');
  const { saveGeometry } = await import('../src/server/geometry/repository');
  const text = geoJson();
  const begun = performance.now();
  const { key: geometry } = await saveGeometry('Places', 'places.geojson', text);
  report({
    what: `${(text.length / 1e6).toFixed(1)} MB of GeoJSON read, checked and stored`,
    figure: milliseconds(performance.now() - begun),
  });
  const { model } = await readModel();
  const measure = model.datasets[0]!.measures.find((entry) => entry.column !== null)!.key;
  const place = { geometry, property: 'place' };
  const document: DashboardDocument = {
    ...emptyDocument('Bench'),
    visuals: [
      {
        ...MEASURED_DEFAULTS,
        id: 'map',
        kind: 'map',
        measures: [shownMeasure(dataset, measure)],
        across: { dataset, column: 'place' },
        layers: [
          { kind: 'areas', name: '', place, tint: 0 },
          { kind: 'points', name: '', place, size: 0, tint: 0 },
        ],
      },
    ],
    layout: [{ item: 'map', x: 0, y: 0, w: 24, h: 20 }],
  };
  const { id } = await createDashboard(document);
  await withBenchServer(folder, database, async (url) => {
    const browser = await openBrowser();
    try {
      const page = new Page(browser.driver, url);
      await page.open(`/dashboards/${id}`);
      const map = await page.find('img', /^Map, .*: [1-9]/);
      await browser.driver.executeScript('arguments[0].focus()', map);
      await browser.driver.executeScript(PROBE);
      const times: number[] = [];
      for (let step = 0; step < STEPS; step++) {
        // In, a look around, and out again.
        const round = step % 12;
        if (round === 4 || round === 5) await page.pressWith([Key.SHIFT], Key.ARROW_RIGHT);
        else await page.press(round < 6 ? '+' : '-');
        times.push(
          await eventually(`the painted frame of step ${step}`, () =>
            browser.driver.executeScript<number | false>(
              'return probe.painted > probe.pressed && performance.now() - probe.painted > 50 && probe.painted - probe.pressed',
            ),
          ),
        );
      }
      report({
        what: `a map of ${areas} areas with ${(areas * CORNERS).toLocaleString('en')} corners and ${points.toLocaleString('en')} points, a step of zoom or shift, key to painted frame (aim: p95 50 ms)`,
        figure: p50p95(times),
      });
    } finally {
      await browser.quit();
    }
  });
});
process.exit();
