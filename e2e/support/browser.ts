/** A headless Chromium with a viewport of 1280 × 800. */
import type { WebDriver } from 'selenium-webdriver';
import { openChromium, type Browser } from '../../src/server/print/chromium';

export type { Browser };

const VIEWPORT = { width: 1280, height: 800 };

/** Starts a browser with an empty profile. */
export async function openBrowser(): Promise<Browser> {
  const browser = await openChromium();
  await fitViewport(browser.driver);
  return browser;
}

/** The window's size includes its frame; the viewport is what counts. */
async function fitViewport(driver: WebDriver) {
  const [innerWidth, innerHeight] = await driver.executeScript<[number, number]>(
    'return [innerWidth, innerHeight]',
  );
  const outer = await driver.manage().window().getRect();
  await driver
    .manage()
    .window()
    .setRect({
      ...outer,
      width: outer.width + VIEWPORT.width - innerWidth,
      height: outer.height + VIEWPORT.height - innerHeight,
    });
}
