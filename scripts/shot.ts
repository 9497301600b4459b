/**
 * Takes a picture of a page at 1280 × 800 once it has read its data.
 * Run: npx tsx scripts/shot.ts ADDRESS FILE [SCRIPT run in the page before] [FILE put into the page's file field]
 */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { openBrowser } from '../e2e/support/browser';
import { eventually, Page } from '../e2e/support/page';

/** Time for the last frames to be drawn. */
const SETTLE_MS = 500;

const [address, file, script, upload] = process.argv.slice(2);
const browser = await openBrowser();
try {
  const page = new Page(browser.driver, '');
  await page.goTo(address!);
  await pause(SETTLE_MS);
  const read = () =>
    eventually('the page to be read', async () => {
      const busy = await browser.driver.findElements({ css: '[role=progressbar]' });
      return busy.length === 0 && !/reading…/i.test(await page.text());
    });
  await read();
  if (upload) {
    await browser.driver.findElement({ css: 'input[type=file]' }).sendKeys(path.resolve(upload));
    await page.reads(/rows, \d+ columns/);
  }
  await pause(SETTLE_MS);
  if (script) {
    await browser.driver.executeScript(script);
    await pause(SETTLE_MS);
    await read();
  }
  writeFileSync(file!, await browser.driver.takeScreenshot(), 'base64');
  for (const message of await page.consoleErrors()) process.stderr.write(`${message}\n`);
} finally {
  await browser.quit();
}
