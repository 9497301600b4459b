/** The phrases that a reader typed last, kept in the browser. */
import { z } from 'zod';

const PLACE = 'dathen.phrases';
const MOST = 8;

export function rememberedPhrases(): readonly string[] {
  try {
    return z.array(z.string()).parse(JSON.parse(window.localStorage.getItem(PLACE) ?? '[]'));
  } catch {
    return [];
  }
}

/** Puts a phrase first and gives the new list. */
export function rememberPhrase(text: string): readonly string[] {
  const next = [text, ...rememberedPhrases().filter((entry) => entry !== text)].slice(0, MOST);
  try {
    window.localStorage.setItem(PLACE, JSON.stringify(next));
  } catch {
    // Without storage the list lasts as long as the page.
  }
  return next;
}
