/**
 * The crosspoint board at 40 controls × 60 visuals in headless Chromium on the production build: from the key that opens
 * Wire to the painted board, from a click to the painted switch, and how evenly it scrolls. Run: node bench/run.mjs board
 */
import path from 'node:path';
import { openBrowser } from '../e2e/support/browser';
import { eventually, Page } from '../e2e/support/page';
import { emptyDocument, type Control, type Visual } from '../src/core/dashboard/document/document';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { p50p95, report } from './report';
import { benchTimeline, importBookings, withBenchDatabase, withBenchServer, writeBookings } from './support';

const CONTROLS = 40;
const VISUALS = 60;
const OPENINGS = 7;
const CLICKS = 20;

/** Runs a script in the page and gives the time until the frame after which `done` holds is painted. */
const TIMED = `
  const [act, done, end] = [new Function(arguments[0]), new Function('return ' + arguments[1]), arguments[2]];
  const begun = performance.now();
  act();
  const look = () => {
    if (!done()) return requestAnimationFrame(look);
    const channel = new MessageChannel();
    channel.port1.onmessage = () => end(performance.now() - begun);
    requestAnimationFrame(() => channel.port2.postMessage(0));
  };
  look();`;

const SCROLL = `
  const end = arguments[0];
  const grid = document.querySelector('[role=grid][aria-label="Crosspoint board"]');
  const frames = [];
  let last = performance.now();
  let step = 0;
  const frame = (now) => {
    frames.push(now - last);
    last = now;
    grid.scrollLeft = (step * 23) % (grid.scrollWidth - grid.clientWidth);
    grid.scrollTop = (step * 11) % (grid.scrollHeight - grid.clientHeight);
    if (++step < 240) requestAnimationFrame(frame);
    else end(frames.slice(2));
  };
  requestAnimationFrame(frame);`;

await withBenchDatabase(async (folder, database) => {
  const file = path.join(folder, 'bookings.csv');
  await writeBookings(file, 20_000);
  const dataset = await importBookings('Bookings', file);
  const { createDashboard } = await import('../src/server/dashboards/repository');
  const visuals = Array.from({ length: VISUALS }, (_, i): Visual => ({
    ...MEASURED_DEFAULTS,
    id: `v${i}`,
    kind: 'figure',
    title: `Figure ${i}`,
    measures: [shownMeasure(dataset, 'seats')],
  }));
  const controls = Array.from({ length: CONTROLS }, (_, i): Control => ({
    ...benchTimeline,
    id: `c${i}`,
    title: `Control ${i}`,
  }));
  const wires = controls.flatMap((control, c) =>
    visuals
      .filter((_, v) => (c + v) % 2 === 0)
      .map((visual) => ({ control: control.id, target: visual.id, on: true, roles: {} })),
  );
  const { id } = await createDashboard({ ...emptyDocument('Board'), visuals, controls, wires });
  await withBenchServer(folder, database, async (url) => {
    const browser = await openBrowser();
    try {
      const page = new Page(browser.driver, url);
      await page.open(`/dashboards/${id}?mode=arrange`);
      await page.reads('On this dashboard');
      const timed = (act: string, done: string) =>
        browser.driver.executeAsyncScript<number>(TIMED, act, done);
      const key = (name: string) =>
        `document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '${name}', bubbles: true }))`;
      const board = `document.querySelectorAll('[data-cell]').length > 20`;
      const opened: number[] = [];
      for (let i = 0; i < OPENINGS; i++) {
        opened.push(await timed(key('2'), board));
        await timed(key('3'), `!(${board})`);
      }
      await timed(key('2'), board);
      const switched: number[] = [];
      for (let i = 0; i < CLICKS; i++) {
        const cell = `document.querySelector('[data-cell="${i % 6}:${i % 5}"]')`;
        const before = await browser.driver.executeScript<string>(
          `return ${cell}.getAttribute('aria-pressed')`,
        );
        switched.push(await timed(`${cell}.click()`, `${cell}.getAttribute('aria-pressed') !== '${before}'`));
      }
      await eventually('the board', async () => (await page.all('grid', 'Crosspoint board')).length === 1);
      const frames = await browser.driver.executeAsyncScript<number[]>(SCROLL);
      const what = `the board at ${CONTROLS} controls × ${VISUALS} visuals`;
      report({ what: `${what}: opened`, figure: p50p95(opened) });
      report({ what: `${what}: a crosspoint switched`, figure: p50p95(switched) });
      report({ what: `${what}: a frame while scrolling`, figure: p50p95(frames) });
    } finally {
      await browser.quit();
    }
  });
});
process.exit();
