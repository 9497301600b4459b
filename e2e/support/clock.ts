/** The clock of a browser's pages. */
import type { Page } from './page';

export const DAY_MS = 86_400_000;

/** Has pages that a browser opens from now on believe that it is later by so many milliseconds. */
export async function setClock(page: Page, ahead: number) {
  const { driver } = page;
  await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: `const Real = Date;
      window.Date = class extends Real {
        constructor(...parts) { parts.length === 0 ? super(Real.now() + ${ahead}) : super(...parts); }
        static now() { return Real.now() + ${ahead}; }
      };`,
  });
}
