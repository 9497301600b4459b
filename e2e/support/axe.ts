/** Pages against the rules of axe, light and dark, on a large and on small screens. */
import axe from 'axe-core';
import type { Page } from './page';

interface Violation {
  readonly rule: string;
  readonly places: readonly string[];
}

/** What breaks a rule on the page as it stands now, or in a part of it. */
export async function violations({ driver }: Page, within?: string): Promise<Violation[]> {
  await driver.executeScript(axe.source);
  return driver.executeAsyncScript<Violation[]>(`
    const done = arguments[arguments.length - 1];
    axe
      .run(${within ? JSON.stringify(within) : 'document'}, { resultTypes: ['violations'] })
      .then(({ violations }) =>
        done(violations.map(({ id, nodes }) => ({ rule: id, places: nodes.map((node) => node.html.slice(0, 200)) }))),
      );`);
}

/** Has the page drawn as on a screen so wide (pixels), in a colour scheme. */
export async function look(page: Page, width: number, scheme: 'light' | 'dark') {
  const { driver } = page;
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
  await driver.sendDevToolsCommand('Emulation.setEmulatedMedia', {
    features: [{ name: 'prefers-color-scheme', value: scheme }],
  });
}

const LOOKS = [
  [1280, 'light'],
  [1280, 'dark'],
  [768, 'light'],
  [390, 'light'],
] as const;

/** Looks at a page in every width and scheme. */
export async function checkEverywhere(page: Page) {
  for (const [width, scheme] of LOOKS) {
    await look(page, width, scheme);
    expect({ width, scheme, found: await violations(page) }).toEqual({ width, scheme, found: [] });
  }
  await look(page, 1280, 'light');
}

/** What breaks a rule at 1280 pixels, in both schemes. */
export async function checkBoth(page: Page, place: string, within?: string) {
  for (const scheme of ['light', 'dark'] as const) {
    await look(page, 1280, scheme);
    expect({ place, scheme, found: await violations(page, within) }).toEqual({ place, scheme, found: [] });
  }
  await look(page, 1280, 'light');
}
