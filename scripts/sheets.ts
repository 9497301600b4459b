/**
 * Pictures of every page side by side, at three widths, light and dark: a sheet for each width and scheme.
 * Run while the demo runs: npx tsx scripts/sheets.ts ADDRESS FOLDER
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { openBrowser } from '../e2e/support/browser';
import { eventually, Page } from '../e2e/support/page';

const PAGES = [
  '/',
  '/datasets',
  '/datasets/bookings',
  '/almanac',
  '/model',
  '/dashboards/1',
  '/dashboards/2',
  '/dashboards/3',
  '/dashboards/4',
  '/dashboards/5',
  '/dashboards/2?mode=arrange',
  '/dashboards/2?mode=wire',
  '/dashboards/2/print',
  '/embed/3',
  '/no-such-page',
];
const WIDTHS = [1280, 768, 390];
const HEIGHT = 800;
/** Width in pixels of a picture on its sheet; small screens are shown as they are. */
const ON_SHEET: Readonly<Record<number, number>> = { 1280: 640, 768: 480, 390: 390 };

/** Time for the last frames to be drawn. */
const SETTLE_MS = 600;

const [address, folder] = process.argv.slice(2) as [string, string];
mkdirSync(folder, { recursive: true });
const browser = await openBrowser();
const { driver } = browser;
const page = new Page(driver, address);

async function screen(width: number, height: number, scheme: string) {
  const metrics = { width, height, deviceScaleFactor: 1, mobile: false };
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', metrics);
  const features = [{ name: 'prefers-color-scheme', value: scheme }];
  await driver.sendDevToolsCommand('Emulation.setEmulatedMedia', { features });
}

async function picture(place: string): Promise<string> {
  await page.open(place);
  await pause(SETTLE_MS);
  await eventually('the page to be read', async () => !/reading…/i.test(await page.text()), 20_000).catch(
    () => process.stderr.write(`${place} still reads\n`),
  );
  await pause(SETTLE_MS);
  const wide = await driver.executeScript<number>(
    'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
  );
  if (wide > 0) process.stderr.write(`${place} is ${wide} pixels wider than its screen\n`);
  return driver.takeScreenshot();
}

/** Three pictures a row under their addresses, as a picture. */
async function sheet(pictures: readonly (readonly [string, string])[], width: number): Promise<string> {
  const shown = ON_SHEET[width]!;
  const cells = pictures.map(
    ([place, data]) =>
      `<figure style="margin:4px;width:${shown}px"><figcaption style="font:12px sans-serif">${place}</figcaption>
       <img width="${shown}" src="data:image/png;base64,${data}"></figure>`,
  );
  const columns = width === 390 ? 5 : 3;
  const rows = Math.ceil(pictures.length / columns);
  const size = {
    width: columns * (shown + 8) + 16,
    height: Math.ceil(rows * ((HEIGHT * shown) / width + 28)) + 16,
  };
  await screen(size.width, size.height, 'light');
  await driver.get('data:text/html,<body></body>');
  await driver.executeScript(
    `document.body.style.cssText = 'display:flex;flex-wrap:wrap;margin:4px;background:#888';
     document.body.innerHTML = arguments[0];`,
    cells.join(''),
  );
  await eventually('the pictures to be there', () =>
    driver.executeScript<boolean>('return [...document.images].every((image) => image.complete)'),
  );
  return driver.takeScreenshot();
}

try {
  for (const width of WIDTHS)
    for (const scheme of ['light', 'dark']) {
      const pictures: [string, string][] = [];
      for (const place of PAGES) {
        await screen(width, HEIGHT, scheme);
        pictures.push([place, await picture(place)]);
      }
      for (let from = 0; from < pictures.length; from += 9) {
        const name = `${width}-${scheme}-${1 + from / 9}.png`;
        const data = await sheet(pictures.slice(from, from + 9), width);
        writeFileSync(path.join(folder, name), data, 'base64');
      }
    }
} finally {
  await browser.quit();
}
