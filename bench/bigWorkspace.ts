/**
 * A workspace as large as one may become, in headless Chromium on the production build: 300 datasets, 2,000 dashboards, a
 * dashboard of 200 visuals and 100 controls, a slicer of 100,000 values, an almanac of four centuries. Run:
 * node bench/run.mjs bigWorkspace [address of one that is there already, made by this]
 */
import { setTimeout as pause } from 'node:timers/promises';
import { openBrowser } from '../e2e/support/browser';
import { eventually, Page } from '../e2e/support/page';
import { makeBigWorkspace, SIZES } from './bigData';
import { p50p95, report } from './report';
import { milliseconds, withBenchDatabase, withBenchServer } from './support';
import { tabMemory } from './tabMemory';

const TIMES = 5;

/** Notes when the page changed last, and how long its thread was held at a time. */
const PROBE = `
  window.held = [];
  window.changed = 0;
  new PerformanceObserver((list) => list.getEntries().forEach(({ duration }) => window.held.push(duration)))
    .observe({ type: 'longtask', buffered: true });
  new MutationObserver(() => (window.changed = performance.now()))
    .observe(document, { subtree: true, childList: true, attributes: true, characterData: true });`;

/** Runs a script in the page and gives the time until the last change that follows, once nothing has changed for a while. */
const UNTIL_STILL = `
  const [act, end] = [new Function(arguments[0]), arguments[1]];
  const begun = performance.now();
  window.changed = begun;
  act();
  const look = () =>
    performance.now() - window.changed > 1500 ? end(window.changed - begun) : setTimeout(look, 50);
  look();`;

type Driver = Awaited<ReturnType<typeof openBrowser>>['driver'];

async function opened(
  driver: Driver,
  address: string,
): Promise<{ still: number; held: number; memory: number }> {
  await driver.get(address);
  const still = await eventually('a page that is still', async () => {
    await pause(200);
    const [changed, now] = await driver.executeScript<[number, number]>(
      'return [window.changed, performance.now()]',
    );
    return changed > 0 && now - changed > 2000 ? changed : false;
  });
  const held = await driver.executeScript<number>('return Math.max(0, ...window.held)');
  await driver.sendDevToolsCommand('HeapProfiler.collectGarbage', {});
  return { still, held, memory: tabMemory() };
}

async function open(driver: Driver, url: string, name: string, path: string) {
  const all = [];
  for (let i = 0; i < TIMES; i++) all.push(await opened(driver, `${url}${path}`));
  report({ what: `${name}: until it stands still`, figure: p50p95(all.map(({ still }) => still)) });
  report({ what: `${name}: the page’s thread held`, figure: p50p95(all.map(({ held }) => held)) });
  report({
    what: `${name}: memory of the tab’s process (aim: under 500 MB)`,
    figure: `${Math.round(Math.max(...all.map(({ memory }) => memory)))} MB`,
  });
}

async function act(driver: Driver, name: string, scripts: readonly string[]) {
  const times: number[] = [];
  await driver.executeScript('window.held = []');
  for (const script of scripts) times.push(await driver.executeAsyncScript<number>(UNTIL_STILL, script));
  const held = await driver.executeScript<number>('return Math.max(0, ...window.held)');
  report({ what: name, figure: `${p50p95(times)}; the page’s thread held at most ${milliseconds(held)}` });
}

async function ask(name: string, address: string, init: RequestInit = {}) {
  const times: number[] = [];
  for (let i = 0; i < TIMES; i++) {
    const begun = performance.now();
    const answer = await fetch(address, init);
    if (!answer.ok) throw new Error(`${name}: ${await answer.text()}`);
    await answer.arrayBuffer();
    times.push(performance.now() - begun);
  }
  report({ what: name, figure: `first ${milliseconds(times[0]!)}, then ${p50p95(times.slice(1))}` });
}

const click = (name: string) =>
  `[...document.querySelectorAll('button')].find((button) => (button.getAttribute('aria-label') ?? button.textContent) === '${name}').click()`;

const press = (key: string) =>
  `document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '${key}', bubbles: true }))`;

async function measure(url: string): Promise<void> {
  const listed = (await (await fetch(`${url}/api/dashboards`)).json()) as { id: number; title: string }[];
  const idOf = (title: string) => listed.find((entry) => entry.title === title)!.id;
  const limits = idOf('At every limit');
  await ask('list of dashboards, asked', `${url}/api/dashboards`);
  await ask('list of datasets, asked', `${url}/api/datasets`);
  await ask('model, asked', `${url}/api/model`);
  await ask('wiring check with the coming year at every limit', `${url}/api/dashboards/${limits}/check`);
  await ask('rehearsal of a year at every limit', `${url}/api/dashboards/${limits}/rehearsal`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: '{}',
  });
  const browser = await openBrowser();
  const { driver } = browser;
  try {
    await driver.manage().setTimeouts({ script: 120_000 });
    await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: PROBE });
    await open(driver, url, `${SIZES.dashboards} dashboards`, '/');
    await open(driver, url, `${SIZES.datasets} datasets`, '/datasets');
    await open(driver, url, 'model', '/model');
    await open(driver, url, 'almanac of four centuries', '/almanac');
    await open(driver, url, 'dashboard over four centuries', `/dashboards/${idOf('Four centuries')}`);
    await open(driver, url, `slicer of ${SIZES.values} values`, `/dashboards/${idOf('A long slicer')}`);
    const page = new Page(driver, url);
    await page.type(/Search/, '0999');
    await page.reads('Person 000999');
    await act(driver, 'a value of the slicer switched', [
      `document.querySelectorAll('[data-item=control] [type=checkbox]')[0].click()`,
      `document.querySelectorAll('[data-item=control] [type=checkbox]')[1].click()`,
    ]);
    await open(
      driver,
      url,
      `${SIZES.visuals} visuals, ${SIZES.controls} controls on ${SIZES.pages} pages`,
      `/dashboards/${idOf('At every limit, on pages')}`,
    );
    await open(driver, url, `${SIZES.visuals} visuals, ${SIZES.controls} controls`, `/dashboards/${limits}`);
    await act(
      driver,
      'a turn there',
      ['Clear Control 1', 'Clear Control 4', 'Clear Control 7', 'Undo', 'Undo'].map(click),
    );
    await act(driver, 'its board opened and closed', ['2', '3', '2', '3'].map(press));
    await act(driver, 'arranged and read', ['1', '3', '1', '3'].map(press));
  } finally {
    await browser.quit();
  }
}

const [address] = process.argv.slice(2);
if (address) await measure(address);
else
  await withBenchDatabase(async (folder, database) => {
    await makeBigWorkspace(folder, (told) => console.log(told));
    await withBenchServer(folder, database, measure);
  });
process.exit();
