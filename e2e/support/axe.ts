/** Pages against the rules of axe, light and dark, on a large and on small screens. */
import axe from 'axe-core';
import { eventually, type Page } from './page';

/** Figures that are pale while others are read are left alone, but not for ever. */
const READING_MS = 10_000;

interface Violation {
  readonly rule: string;
  readonly places: readonly string[];
}

/** Rules that depend on the colour scheme; the others say the same in every scheme. */
const RULES_OF_COLOURS = ['color-contrast', 'link-in-text-block'];

/**
 * What breaks a rule on the page as it stands once what passes over (a list that opens, another scheme) has done so, or in
 * a part of it; with `rules`, one of those only.
 */
export async function violations(
  page: Page,
  { within, rules }: { within?: string; rules?: readonly string[] } = {},
): Promise<Violation[]> {
  const { driver } = page;
  const isRead = async () => !/reading…/i.test(await page.text());
  await eventually('everything to be read', isRead, READING_MS).catch(() => undefined);
  if (!(await driver.executeScript<boolean>('return window.axe !== undefined')))
    await driver.executeScript(axe.source);
  return driver.executeAsyncScript<Violation[]>(
    `const [within, rules, done] = arguments;
     const running = () => document.getAnimations().filter((one) => one instanceof CSSTransition);
     // One may lead to the next.
     const ended = async () => {
       for (let i = 0; i < 5 && running().length > 0; i++) await Promise.allSettled(running().map((one) => one.finished));
     };
     const frame = () => new Promise(requestAnimationFrame);
     const options = { resultTypes: ['violations'], ...(rules && { runOnly: { type: 'rule', values: rules } }) };
     frame()
       .then(frame)
       .then(ended)
       .then(() => axe.run(within ?? document, options))
       .then(({ violations }) =>
         done(violations.map(({ id, nodes }) => ({ rule: id, places: nodes.map((node) => node.html.slice(0, 200)) }))),
       );`,
    within ?? null,
    rules ?? null,
  );
}

/** Has the page drawn as on a screen so wide (pixels), in a colour scheme. */
async function look(page: Page, width: number, scheme: 'light' | 'dark') {
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

/** All rules in the light; in the dark those that can say something new. */
const rulesFor = (scheme: 'light' | 'dark') => (scheme === 'dark' ? { rules: RULES_OF_COLOURS } : {});

/** By how many pixels the page is wider than the screen, so that it would have to be pushed sideways. */
const tooWide = ({ driver }: Page) =>
  driver.executeScript<number>(
    'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
  );

/** Looks at a page in every width and scheme. */
export async function checkEverywhere(page: Page) {
  for (const [width, scheme] of LOOKS) {
    await look(page, width, scheme);
    const found = await violations(page, rulesFor(scheme));
    expect({ width, scheme, found, wide: await tooWide(page) }).toEqual({
      width,
      scheme,
      found: [],
      wide: 0,
    });
  }
  await look(page, 1280, 'light');
}

/** What breaks a rule at 1280 pixels, in both schemes. */
export async function checkBoth(page: Page, place: string, within?: string) {
  for (const scheme of ['light', 'dark'] as const) {
    await look(page, 1280, scheme);
    const found = await violations(page, { within, ...rulesFor(scheme) });
    expect({ place, scheme, found }).toEqual({ place, scheme, found: [] });
  }
  await look(page, 1280, 'light');
}
