/** Whose a key is: that of a field or list which has the focus, or that of the page. */

/** Whether a key belongs to a field that is typed into. */
export function isTyping(event: KeyboardEvent): boolean {
  const { target } = event;
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName)) return true;
  return target instanceof HTMLInputElement && !['checkbox', 'radio'].includes(target.type);
}

/** Places in which letters look for an entry, so that they are not the page's. */
const OWN_LETTERS = ['listbox', 'menu', 'combobox', 'tree', 'dialog'].map((role) => `[role=${role}]`).join();

const SETTING = 'dathen-letter-keys';

/** Whether single letters and digits act on the page; kept in this browser. */
export const areLetterKeysOn = (): boolean => localStorage.getItem(SETTING) !== 'off';

export function switchLetterKeys(isOn: boolean): void {
  if (isOn) localStorage.removeItem(SETTING);
  else localStorage.setItem(SETTING, 'off');
}

/** Whether a single letter or digit is the page's: none is held with it, nothing that takes letters has the focus. */
export function isPageKey(event: KeyboardEvent): boolean {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || isTyping(event))
    return false;
  if (event.target instanceof Element && event.target.closest(OWN_LETTERS)) return false;
  return areLetterKeysOn();
}
