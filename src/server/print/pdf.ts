/** Dashboards as PDF files, drawn by a headless Chromium from the page for paper. */
import { until, type WebDriver } from 'selenium-webdriver';
import { PASS_COOKIE, withPass } from '../accounts/passes';
import { Problem } from '../problem';
import { missingForChromium, openChromium } from './chromium';

/** What is printed: a dashboard, what is held (parts of the address), one page of it or (null) all. */
export interface Print {
  readonly dashboard: number;
  readonly parts: Readonly<Record<string, string>>;
  readonly page: string | null;
}

const PATIENCE_MS = 120_000;

/** The address of a print on a server. */
export function printAddress(server: string, { dashboard, parts, page }: Print): string {
  const address = new URL(`/dashboards/${dashboard}/print`, server);
  // Behind the #: values of slicers may be many.
  address.hash = new URLSearchParams(parts).toString();
  if (page !== null) address.searchParams.set('only', page);
  return address.href;
}

/** Waits until the page says that all is drawn; throws a `Problem` with what it says where it never does. */
async function untilDrawn(driver: WebDriver): Promise<void> {
  const state = () =>
    driver.executeScript<{ ready: boolean; alert: string | null; status: string | null }>(
      `return { ready: document.documentElement.dataset.print === 'ready',
        alert: document.querySelector('body > [role=alert], main > [role=alert]')?.textContent ?? null,
        status: document.querySelector('[role=status]')?.textContent ?? document.querySelector('[role=progressbar]')?.ariaLabel ?? null }`,
    );
  try {
    await driver.wait(async () => {
      const { ready, alert } = await state();
      return ready || alert !== null;
    }, PATIENCE_MS);
  } catch {
    const { status } = await state();
    throw new Problem(
      'not-drawn',
      `The dashboard was not drawn within two minutes, so nothing was printed.${status ? ` It says: ${status}` : ''}`,
      504,
    );
  }
  const { ready, alert } = await state();
  if (!ready) throw new Problem('not-drawn', alert ?? 'The dashboard could not be drawn.', 500);
}

/** The PDF file of a print. Throws a `Problem` where Chromium is missing, or the dashboard cannot be drawn. */
export async function pdfOf(server: string, print: Print): Promise<Buffer> {
  const missing = missingForChromium();
  if (missing.length > 0)
    throw new Problem(
      'no-chromium',
      `PDF files are drawn by Chromium, which is not here. Install it:  apt-get install -y ${missing.join(' ')}`,
      503,
    );
  return withPass((pass) => drawn(server, print, pass));
}

async function drawn(server: string, print: Print, pass: string | undefined): Promise<Buffer> {
  const browser = await openChromium();
  try {
    if (pass !== undefined)
      await browser.driver.sendDevToolsCommand('Network.setCookie', {
        url: server,
        name: PASS_COOKIE,
        value: pass,
        httpOnly: true,
      });
    await browser.driver.get(printAddress(server, print));
    await browser.driver.wait(until.elementLocated({ css: 'main' }), PATIENCE_MS);
    await untilDrawn(browser.driver);
    const answer = (await browser.driver.sendAndGetDevToolsCommand('Page.printToPDF', {
      printBackground: true,
      preferCSSPageSize: true,
    })) as unknown as { data: string };
    return Buffer.from(answer.data, 'base64');
  } finally {
    await browser.quit();
  }
}
