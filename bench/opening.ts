/**
 * Time from asking for a demo dashboard until all its visuals in sight are drawn, in headless Chromium on the production
 * build: with an empty profile (cold), and again in the same browser (warm). Over demo data of its own, or over those at an
 * address. Run: node bench/run.mjs opening [times] [address]
 */
import path from 'node:path';
import { openBrowser } from '../e2e/support/browser';
import { eventually } from '../e2e/support/page';
import { p50p95, report } from './report';
import { withBenchDatabase, withBenchServer } from './support';

const times = Number(process.argv[2] ?? 5);
const given = process.argv[3];

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

async function opening(
  driver: Awaited<ReturnType<typeof openBrowser>>['driver'],
  address: string,
): Promise<Opening> {
  await driver.get(address);
  const time = await eventually('all visuals', () =>
    driver.executeScript<number | false>('return window.opened ?? false'),
  );
  const script = await driver.executeScript<number>(
    `return performance.getEntriesByType('resource').filter((entry) => /[.]js/.test(entry.name)).reduce((sum, entry) => sum + entry.decodedBodySize, 0) / 1024`,
  );
  return { time, script };
}

async function measure(address: string): Promise<void> {
  const dashboards = (await (await fetch(`${address}/api/dashboards`)).json()) as {
    id: number;
    title: string;
  }[];
  for (const { id, title } of dashboards) {
    const cold: Opening[] = [];
    const warm: Opening[] = [];
    for (let i = 0; i < times; i++) {
      const browser = await openBrowser();
      try {
        await browser.driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: PROBE });
        cold.push(await opening(browser.driver, `${address}/dashboards/${id}`));
        warm.push(await opening(browser.driver, `${address}/dashboards/${id}`));
      } finally {
        await browser.quit();
      }
    }
    const told = (found: readonly Opening[]) => p50p95(found.map(({ time }) => time));
    report({
      what: `“${title}” opened with an empty profile (aim: p95 1.5 s), ${Math.round(cold[0]!.script)} KB of script before packing`,
      figure: told(cold),
    });
    report({ what: `“${title}” opened again (aim: p95 0.5 s)`, figure: told(warm) });
  }
}

if (given) await measure(given);
else
  await withBenchDatabase(async (folder, database) => {
    const { ensureDemo } = await import('../demo/ensure');
    await ensureDemo({ folder: path.join(folder, 'demo'), today: undefined, scale: 1, say: () => undefined });
    await withBenchServer(folder, database, measure);
  });
process.exit();
