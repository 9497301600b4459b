/** Takes a picture of a page: tsx scripts/shot.ts ADDRESS FILE [SCRIPT to run before]. */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { openBrowser } from '../e2e/support/browser';

const [address, file, script, upload] = process.argv.slice(2);
const browser = await openBrowser();
try {
  await browser.driver.get(address!);
  await pause(2500);
  if (upload) {
    await browser.driver.findElement({ css: 'input[type=file]' }).sendKeys(path.resolve(upload));
    await pause(3000);
  }
  if (script) {
    await browser.driver.executeScript(script);
    await pause(1000);
  }
  writeFileSync(file!, await browser.driver.takeScreenshot(), 'base64');
  const logs = await browser.driver.manage().logs().get('browser');
  for (const entry of logs) process.stderr.write(`${entry.level.name}: ${entry.message}\n`);
} finally {
  await browser.quit();
}
