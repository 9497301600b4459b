/**
 * Time from asking for a demo dashboard until all its visuals in sight are drawn, in headless Chromium on the production
 * build: with an empty profile (cold), and again in the same browser (warm). Run while the demo runs:
 * npx tsx bench/opening.ts [address] [times]
 */
import { runningRecord } from '../cli/runFile';
import { openBrowser } from '../e2e/support/browser';
import { eventually } from '../e2e/support/page';
import { milliseconds, quantile } from './support';

const address = process.argv[2] ?? runningRecord()?.url ?? 'http://127.0.0.1:4400';
const times = Number(process.argv[3] ?? 5);

/** Notes the frame in which no visual of the page waits for its figures or its script any more. */
const PROBE = `
  const channel = new MessageChannel();
  channel.port1.onmessage = () => (window.opened ??= performance.now());
  const isDrawn = (item) => item.querySelector('[data-mark], table, canvas, [data-tone], p, span') && !/reading…/i.test(item.textContent);
  new MutationObserver(() => {
    const items = [...document.querySelectorAll('[data-item=visual]')];
    if (!window.opened && items.length > 0 && items.every(isDrawn))
      requestAnimationFrame(() => channel.port2.postMessage(0));
  }).observe(document, { subtree: true, childList: true, attributes: true });`;

interface Opening {
  readonly time: number;
  /** Script that was sent, in KB as it came. */
  readonly script: number;
}

const dashboards = (await (await fetch(`${address}/api/dashboards`)).json()) as {
  id: number;
  title: string;
}[];

async function opening(
  driver: Awaited<ReturnType<typeof openBrowser>>['driver'],
  id: number,
): Promise<Opening> {
  await driver.get(`${address}/dashboards/${id}`);
  const time = await eventually('all visuals', () =>
    driver.executeScript<number | false>('return window.opened ?? false'),
  );
  const script = await driver.executeScript<number>(
    `return performance.getEntriesByType('resource').filter((entry) => /[.]js/.test(entry.name)).reduce((sum, entry) => sum + entry.decodedBodySize, 0) / 1024`,
  );
  return { time, script };
}

for (const { id, title } of dashboards) {
  const cold: Opening[] = [];
  const warm: Opening[] = [];
  for (let i = 0; i < times; i++) {
    const browser = await openBrowser();
    try {
      await browser.driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: PROBE });
      cold.push(await opening(browser.driver, id));
      warm.push(await opening(browser.driver, id));
    } finally {
      await browser.quit();
    }
  }
  const words = (found: readonly Opening[]) => {
    const taken = found.map(({ time }) => time);
    return `p50 ${milliseconds(quantile(taken, 0.5))}, p95 ${milliseconds(quantile(taken, 0.95))}`;
  };
  console.log(
    `${title}: cold ${words(cold)}; warm ${words(warm)} (aims: p95 1.5 s and 0.5 s); script ${Math.round(cold[0]!.script)} KB before packing`,
  );
}
process.exit();
