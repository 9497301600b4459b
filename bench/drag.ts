/**
 * Time from a pointer event to the painted frame while a bracket is dragged over a dashboard of 8 visuals, in
 * headless Chromium on the production build. Run: node bench/run.mjs drag [rows]
 */
import path from 'node:path';
import type { Driver } from 'selenium-webdriver/chrome';
import { wiresForNewItem } from '../src/core/dashboard/wiring/wires';
import { compareWith } from '../src/core/dashboard/document/kinds/compare';
import { emptyDocument, type DashboardDocument, type Visual } from '../src/core/dashboard/document/document';
import { openBrowser } from '../e2e/support/browser';
import { eventually, Page } from '../e2e/support/page';
import { p50p95, report } from './report';
import {
  benchTimeline,
  eightVisuals,
  importBookings,
  milliseconds,
  quantile,
  withBenchDatabase,
  withBenchServer,
  writeBookings,
} from './support';

const rows = Number(process.argv[2] ?? 1_000_000);
/** Tiles that the bracket goes to and fro, and how often. */
const TILES = 24;
const TIMES = 6;
/** How often the dashboard without and the one with comparisons are measured. */
const ROUNDS = 3;

/**
 * Notes when a pointer moves, and when the frame is painted in which every visual shows the answer. A message
 * posted inside an animation frame is handled after that frame is painted.
 */
const PROBE = `
  window.probe = { moved: 0, painted: 0, frames: [], longest: 0 };
  const channel = new MessageChannel();
  channel.port1.onmessage = () => (probe.painted = performance.now());
  addEventListener('pointermove', (event) => (probe.moved = event.timeStamp), true);
  new MutationObserver((changes) => {
    if (!changes.some((change) => change.target.dataset.mark)) return;
    requestAnimationFrame(() => channel.port2.postMessage(0));
  }).observe(document.body, {
    subtree: true, attributes: true, attributeFilter: ['d'],
  });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) probe.longest = Math.max(probe.longest, entry.duration);
  }).observe({ type: 'longtask' });
  let last = performance.now();
  const frame = (now) => { probe.frames.push(now - last); last = now; requestAnimationFrame(frame); };
  requestAnimationFrame(frame);`;

async function mouse(driver: Driver, type: string, x: number, y: number) {
  await driver.sendDevToolsCommand('Input.dispatchMouseEvent', {
    type,
    x,
    y,
    button: 'left',
    buttons: 1,
    clickCount: 1,
  });
}

/** One step after the other: each waits for its own painted frame. */
async function steps(page: Page, x: number, y: number, width: number): Promise<number[]> {
  const times: number[] = [];
  for (let time = 0; time < TIMES; time++) {
    for (let tile = 1; tile <= TILES; tile++) {
      const at = time % 2 === 0 ? tile : TILES - tile;
      await mouse(page.driver, 'mouseMoved', Math.round(x - at * width), y);
      const taken = await eventually(`the painted frame of step ${time}.${tile}`, () =>
        page.driver.executeScript<number | false>(
          'return probe.painted > probe.moved && performance.now() - probe.painted > 30 && probe.painted - probe.moved',
        ),
      );
      times.push(taken);
    }
  }
  return times;
}

/** Moves as fast as they can be sent, as a hand does: how evenly frames come. */
async function stream(page: Page, x: number, y: number, width: number): Promise<number[]> {
  await page.driver.executeScript('probe.frames = []; probe.longest = 0');
  for (let i = 0; i < 240; i++) {
    const swing = Math.abs(((i * 2) % (2 * TILES)) - TILES);
    await mouse(page.driver, 'mouseMoved', Math.round(x - swing * width), y);
  }
  return page.driver.executeScript<number[]>('return probe.frames');
}

interface Dragged {
  /** Of each step, from the pointer event to the painted frame. */
  readonly times: readonly number[];
  /** Between frames, where moves do not wait. */
  readonly frames: readonly number[];
  /** The longest task. */
  readonly longest: number;
}

/** Tells all rounds of a dashboard together, against those of another where there is one. */
function tell(what: string, rounds: readonly Dragged[], plain?: readonly Dragged[]): void {
  const steps = (all: readonly Dragged[]) => all.flatMap(({ times }) => times);
  const middle = (all: readonly Dragged[]) =>
    quantile(
      all.map(({ times }) => quantile(times, 0.95)),
      0.5,
    );
  const against = plain && {
    what: 'without, in turn with it (p95)',
    figure: p50p95(steps(plain)),
    ratio: middle(rounds) / middle(plain),
  };
  report({
    what: `a bracket dragged over ${what}, ${rows.toLocaleString('en')} rows, pointer event to painted frame`,
    figure: p50p95(steps(rounds)),
    ...(against ? { against } : {}),
  });
  report({
    what: `the same, moves sent without waiting: a frame every`,
    figure: `${p50p95(rounds.flatMap(({ frames }) => frames))}; longest task ${milliseconds(Math.max(...rounds.map(({ longest }) => longest)))}`,
  });
}

async function measure(url: string, id: number): Promise<Dragged> {
  const browser = await openBrowser();
  try {
    const page = new Page(browser.driver, url);
    await page.open(`/dashboards/${id}`);
    const handle = await page.find('slider', 'End of Span');
    await eventually(
      'eight visuals',
      async () =>
        (await page.driver.findElements({ css: 'main [data-mark=line], main [data-mark=bars]' })).length ===
        8,
    );
    const tile = await (
      await page.driver.findElement({ css: 'g[role=button][aria-pressed] rect' })
    ).getRect();
    const { x, y } = await page.middleOf(handle);
    await page.driver.executeScript(PROBE);
    await mouse(page.driver, 'mousePressed', x, y);
    const times = await steps(page, x, y, tile.width + 1.5);
    const frames = await stream(page, x, y, tile.width + 1.5);
    const longest = await page.driver.executeScript<number>('return probe.longest');
    await mouse(page.driver, 'mouseReleased', x, y);
    return { times, frames, longest };
  } finally {
    await browser.quit();
  }
}

await withBenchDatabase(async (folder, database) => {
  const file = path.join(folder, 'bookings.csv');
  await writeBookings(file, rows);
  const dataset = await importBookings('Bookings', file);
  const { readModel } = await import('../src/server/model/model');
  const { createDashboard } = await import('../src/server/dashboards/repository');
  const { warmCubes } = await import('../src/server/answers/warm');
  const { model } = await readModel();
  const visuals = eightVisuals(dataset);
  let document: DashboardDocument = { ...emptyDocument('Bench'), visuals, controls: [benchTimeline] };
  const layout = [
    { item: benchTimeline.id, x: 0, y: 0, w: 24, h: 4 },
    ...visuals.map((visual, i) => ({
      item: visual.id,
      x: (i % 4) * 6,
      y: 4 + Math.floor(i / 4) * 8,
      w: 6,
      h: 8,
    })),
  ];
  document = { ...document, layout, wires: wiresForNewItem(document, model, benchTimeline) };
  const { id } = await createDashboard(document);
  const comparing = await createDashboard({
    ...document,
    title: 'Bench, comparing',
    visuals: visuals.map((visual, i) =>
      i % 2 === 0 ? ({ ...visual, compare: compareWith(['b1', 'b2']) } as Visual) : visual,
    ),
  });
  await warmCubes();
  await withBenchServer(folder, database, async (url) => {
    // In turn, so that what else the machine does weighs on both.
    const plain: Dragged[] = [];
    const compared: Dragged[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      plain.push(await measure(url, id));
      compared.push(await measure(url, comparing.id));
    }
    tell('8 visuals (aim: p95 33 ms)', plain);
    tell('8 visuals, 4 of them with 2 baselines each (aim: 1.2 times)', compared, plain);
  });
});
process.exit();
