/** Finds and uses what is on a page as a person does: by role and accessible name. */
import { setTimeout as pause } from 'node:timers/promises';
import { Key, type WebElement } from 'selenium-webdriver';
import type { Driver } from 'selenium-webdriver/chrome';

/** Elements that can have a role without saying so. */
const IMPLIED: Record<string, string> = {
  button: 'button',
  link: 'a[href]',
  textbox: 'input:not([type=checkbox]):not([type=radio]):not([type=file]), textarea',
  checkbox: 'input[type=checkbox]',
  radio: 'input[type=radio]',
  region: 'section[aria-label]',
  heading: 'h1, h2, h3',
  option: 'option',
  table: 'table',
};

export type Name = string | RegExp;

const matches = (name: Name, text: string) => (typeof name === 'string' ? text === name : name.test(text));

/** Waits until a function gives something other than undefined or false, without throwing. */
export async function eventually<T>(
  what: string,
  find: () => Promise<T | undefined | false>,
  patience = 30_000,
): Promise<T> {
  let last: unknown;
  // Looked for often at first, then seldom: looking takes from the page the time that it needs.
  let wait = 20;
  for (const end = Date.now() + patience; Date.now() < end; wait = Math.min(wait * 1.5, 250)) {
    try {
      const found = await find();
      if (found !== undefined && found !== false) return found;
    } catch (error) {
      last = error;
    }
    await pause(wait);
  }
  throw new Error(`Waited in vain for ${what}${last instanceof Error ? `: ${last.message}` : ''}`);
}

export class Page {
  constructor(
    readonly driver: Driver,
    readonly base: string,
  ) {}

  async open(path: string): Promise<void> {
    await this.goTo(`${this.base}${path}`);
  }

  /** Goes to an address and waits until the page takes input. */
  async goTo(address: string): Promise<void> {
    await this.driver.get(address);
    await eventually('the page to take input', async () =>
      this.driver.executeScript<boolean>('return document.documentElement.dataset.interactive === "true"'),
    );
  }

  /** Every visible element of a role with this accessible name; with `most`, no more than so many are looked for. */
  async all(role: string, name: Name, most = Infinity): Promise<WebElement[]> {
    const css = [`[role="${role}"]`, IMPLIED[role]].filter(Boolean).join(', ');
    const candidates = await this.driver.executeScript<[element: WebElement, isLikely: boolean][]>(
      `const [css, words, pattern, flags] = arguments;
       const looks = pattern === null ? (text) => text.includes(words) : ((name) => (text) => name.test(text.trim()))(new RegExp(pattern, flags));
       const candidates = [];
       for (const element of document.querySelectorAll(css)) {
         if (element.getClientRects().length === 0) continue;
         const labels = [...(element.labels ?? [])].map((label) => label.textContent);
         const texts = [element.getAttribute('aria-label') ?? '', element.textContent, element.title ?? '', ...labels];
         const isLikely = element.hasAttribute('aria-labelledby') || texts.some(looks) || looks(texts.join(''));
         if (isLikely || pattern !== null) candidates.push([element, isLikely]);
       }
       return candidates;`,
      css,
      typeof name === 'string' ? name : '',
      typeof name === 'string' ? null : name.source,
      typeof name === 'string' ? '' : name.flags,
    );
    // Asking for a name takes a way to the browser and back: where one is enough, those that look like it come first.
    if (most === 1) candidates.sort(([, a], [, b]) => Number(b) - Number(a));
    const found: WebElement[] = [];
    for (const [candidate] of candidates) {
      if (found.length >= most) break;
      if (matches(name, (await candidate.getAccessibleName()).trim())) found.push(candidate);
    }
    return found;
  }

  /** The element of a role with this name, waited for. */
  find(role: string, name: Name): Promise<WebElement> {
    return eventually(`${role} ${String(name)}`, async () => (await this.all(role, name, 1))[0]);
  }

  async click(role: string, name: Name): Promise<void> {
    await eventually(`a click on ${role} ${String(name)}`, async () => {
      const element = await this.find(role, name);
      await element.click();
      return true;
    });
  }

  /** An element that has stopped moving: lists unfold, and a click in between would hit a neighbour. */
  private async resting(role: string, name: Name): Promise<WebElement> {
    let before = '';
    return eventually(`${role} ${String(name)} to rest`, async () => {
      const [element] = await this.all(role, name);
      if (!element) return undefined;
      const now = JSON.stringify(await element.getRect());
      const isResting = now === before;
      before = now;
      return isResting && element;
    });
  }

  /** Chooses an entry of a select field. */
  async choose(field: string, entry: Name): Promise<void> {
    await this.click('combobox', new RegExp(`^${field}`));
    await (await this.resting('option', entry)).click();
    await eventually(
      'the list to close',
      async () => (await this.driver.findElements({ css: '[role=listbox]' })).length === 0,
    );
  }

  /** Replaces the text of a field and leaves it. */
  async type(field: Name, text: string): Promise<void> {
    const element = await this.find('textbox', field);
    await element.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.TAB);
  }

  /** Presses keys, one after the other, on the element that has the focus. */
  async press(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  /** Presses a key while others are held. */
  async pressWith(held: readonly string[], key: string): Promise<void> {
    const actions = this.driver.actions();
    for (const modifier of held) actions.keyDown(modifier);
    actions.sendKeys(key);
    for (const modifier of held) actions.keyUp(modifier);
    await actions.perform();
  }

  /** Middle of an element in the viewport, after scrolling it into view. */
  async middleOf(element: WebElement): Promise<{ x: number; y: number }> {
    return this.driver.executeScript<{ x: number; y: number }>(
      `arguments[0].scrollIntoView({ block: 'nearest' });
       const box = arguments[0].getBoundingClientRect();
       return { x: Math.round(box.x + box.width / 2), y: Math.round(box.y + box.height / 2) };`,
      element,
    );
  }

  /** Drags from the middle of an element by pixels, in steps as a hand does; `before` runs before letting go. */
  async drag(
    element: WebElement,
    byX: number,
    byY = 0,
    { steps = 8, before }: { steps?: number; before?: () => Promise<void> } = {},
  ): Promise<void> {
    const { x, y } = await this.middleOf(element);
    const actions = this.driver.actions().move({ x, y }).press();
    for (let i = 1; i <= steps; i++) {
      actions.move({
        x: x + Math.round((byX * i) / steps),
        y: y + Math.round((byY * i) / steps),
        duration: 16,
      });
    }
    if (before) {
      await actions.perform();
      await before();
      await this.driver.actions().release().perform();
    } else {
      await actions.release().perform();
    }
  }

  text(): Promise<string> {
    return this.textOf();
  }

  /**
   * What is read in an element, or (without one) on the page: the browser's own text of it, with cells of a line
   * parted by spaces. The driver's would be put together in the page, node by node, which takes hundreds of times longer.
   */
  async textOf(element?: WebElement): Promise<string> {
    const text = await this.driver.executeScript<string>(
      'return (arguments[0] ?? document.body).innerText',
      element ?? null,
    );
    return text
      .replace(/[\t\u00a0 ]+/g, ' ')
      .replace(/ ?\n[\n ]*/g, '\n')
      .trim();
  }

  /** Waits until the page says something. */
  reads(words: Name): Promise<string> {
    return this.untilRead('the page', words, () => this.text());
  }

  /** Waits until the element of a role with this name says something. */
  readsIn(role: string, name: Name, words: Name): Promise<string> {
    return this.untilRead(`${role} ${String(name)}`, words, async () => {
      const [element] = await this.all(role, name, 1);
      return element && this.textOf(element);
    });
  }

  /** Waits until a named region, such as a visual, says something. */
  regionReads(name: Name, words: Name): Promise<string> {
    return this.readsIn('region', name, words);
  }

  private async untilRead(
    place: string,
    words: Name,
    read: () => Promise<string | undefined>,
  ): Promise<string> {
    let text = '';
    try {
      return await eventually(`${place} to read ${String(words)}`, async () => {
        text = (await read()) ?? '';
        return (typeof words === 'string' ? text.includes(words) : words.test(text)) ? text : undefined;
      });
    } catch (error) {
      throw new Error(`${(error as Error).message}. It reads:\n${text.slice(0, 1500)}`, { cause: error });
    }
  }

  /** The text of a named region, such as a visual. */
  async region(name: Name): Promise<string> {
    return this.textOf(await this.find('region', name));
  }

  async address(): Promise<URL> {
    return new URL(await this.driver.getCurrentUrl());
  }

  /** Errors that the browser's console shows, the expected answers of the server left out. */
  async consoleErrors(): Promise<string[]> {
    const entries = await this.driver.manage().logs().get('browser');
    return entries
      .filter((entry) => entry.level.name === 'SEVERE' && !/status of 4\d\d/.test(entry.message))
      .map((entry) => entry.message);
  }
}
