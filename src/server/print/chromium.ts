/** A headless Chromium of Debian's, driven by its own driver. */
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Builder, Capabilities } from 'selenium-webdriver';
import { Options, ServiceBuilder, type Driver } from 'selenium-webdriver/chrome';

const CHROMIUM = '/usr/bin/chromium';
const CHROMEDRIVER = '/usr/bin/chromedriver';

export interface Browser {
  readonly driver: Driver;
  /** Ends the browser and removes its profile. */
  quit: () => Promise<void>;
}

/** The Debian packages that are missing for it; none where it can be started. */
export const missingForChromium = (): string[] => [
  ...(existsSync(CHROMIUM) ? [] : ['chromium']),
  ...(existsSync(CHROMEDRIVER) ? [] : ['chromium-driver']),
];

/** Starts a browser with an empty profile. */
export async function openChromium(): Promise<Browser> {
  const profile = mkdtempSync(path.join(tmpdir(), 'dathen-browser-'));
  const options = new Options();
  options.setBinaryPath(CHROMIUM);
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
  const remove = () => rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 100 });
  try {
    const driver = (await new Builder()
      .forBrowser('chrome')
      .withCapabilities(capabilities)
      .setChromeOptions(options)
      .setChromeService(new ServiceBuilder(CHROMEDRIVER))
      .build()) as unknown as Driver;
    return {
      driver,
      async quit() {
        await driver.quit();
        remove();
      },
    };
  } catch (error) {
    remove();
    throw error;
  }
}
