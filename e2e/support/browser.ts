/** A headless Chromium with a viewport of 1280 × 800. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Builder, Capabilities, type WebDriver } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome';

export interface Browser {
  readonly driver: WebDriver;
  /** Ends the browser and removes its profile. */
  quit(): Promise<void>;
}

const VIEWPORT = { width: 1280, height: 800 };

/** Starts a browser with an empty profile. */
export async function openBrowser(): Promise<Browser> {
  const profile = mkdtempSync(path.join(tmpdir(), 'dathen-browser-'));
  const options = new Options();
  options.setBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-dev-shm-usage',
    `--user-data-dir=${profile}`,
    '--window-size=1300,950',
  );
  const capabilities = new Capabilities();
  capabilities.set('goog:loggingPrefs', { browser: 'ALL' });
  const driver = await new Builder()
    .forBrowser('chrome')
    .withCapabilities(capabilities)
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  await fitViewport(driver);
  return {
    driver,
    async quit() {
      await driver.quit();
      rmSync(profile, { recursive: true, force: true });
    },
  };
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
