/** Finds and uses what is on a page as a person does: by role and accessible name. */
import { setTimeout as pause } from 'node:timers/promises';
import { Key, type WebDriver, type WebElement } from 'selenium-webdriver';

/** Elements that can have a role without saying so. */
const IMPLIED: Record<string, string> = {
  button: 'button',
  link: 'a[href]',
  textbox: 'input:not([type=checkbox]):not([type=radio]):not([type=file]), textarea',
  checkbox: 'input[type=checkbox]',
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
  patience = 15_000,
): Promise<T> {
  let last: unknown;
  for (const end = Date.now() + patience; Date.now() < end; await pause(40)) {
    try {
      const found = await find();
      if (found !== undefined && found !== false) return found;
    } catch (error) {
      last = error;
    }
  }
  throw new Error(`Waited in vain for ${what}${last instanceof Error ? `: ${last.message}` : ''}`);
}

export class Page {
  constructor(
    readonly driver: WebDriver,
    readonly base: string,
  ) {}

  async open(path: string): Promise<void> {
    await this.driver.get(`${this.base}${path}`);
  }

  /** Every visible element of a role with this accessible name. */
  async all(role: string, name: Name): Promise<WebElement[]> {
    const css = [`[role="${role}"]`, IMPLIED[role]].filter(Boolean).join(', ');
    const hint = typeof name === 'string' ? name : '';
    const candidates = await this.driver.executeScript<WebElement[]>(
      `return [...document.querySelectorAll(arguments[0])].filter((element) => {
         const labels = [...(element.labels ?? [])].map((label) => label.textContent).join(' ');
         const text = (element.getAttribute('aria-label') ?? '') + element.textContent + (element.title ?? '') + labels;
         return (text.includes(arguments[1]) || element.hasAttribute('aria-labelledby')) && element.getClientRects().length > 0;
       })`,
      css,
      hint,
    );
    const found: WebElement[] = [];
    for (const candidate of candidates)
      if (matches(name, (await candidate.getAccessibleName()).trim())) found.push(candidate);
    return found;
  }

  /** The element of a role with this name, waited for. */
  find(role: string, name: Name): Promise<WebElement> {
    return eventually(`${role} ${String(name)}`, async () => (await this.all(role, name))[0]);
  }

  async click(role: string, name: Name): Promise<void> {
    await eventually(`a click on ${role} ${String(name)}`, async () => {
      const element = await this.find(role, name);
      await element.click();
      return true;
    });
  }

  /** Chooses an entry of a select field. */
  async choose(field: string, entry: Name): Promise<void> {
    await this.click('combobox', new RegExp(`^${field}`));
    await this.click('option', entry);
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

  /** Presses keys on the element that has the focus. */
  async press(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  /** Drags an element sideways by pixels, in steps as a hand does. */
  async drag(element: WebElement, byX: number, byY = 0, steps = 8): Promise<void> {
    const actions = this.driver.actions().move({ origin: element }).press();
    for (let i = 1; i <= steps; i++) {
      actions.move({
        origin: element,
        x: Math.round((byX * i) / steps),
        y: Math.round((byY * i) / steps),
        duration: 16,
      });
    }
    await actions.release().perform();
  }

  async text(): Promise<string> {
    return this.driver.findElement({ css: 'body' }).getText();
  }

  /** Waits until the page says something. */
  async reads(words: string | RegExp): Promise<string> {
    return eventually(`the page to read ${String(words)}`, async () => {
      const text = await this.text();
      return (typeof words === 'string' ? text.includes(words) : words.test(text)) ? text : undefined;
    });
  }

  /** The text of a named region, such as a visual. */
  async region(name: Name): Promise<string> {
    return (await this.find('region', name)).getText();
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
