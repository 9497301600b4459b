/** Tags: words by which a dashboard is found in the list. */

/** Tags of a dashboard at most, and letters of one. */
export const MOST_TAGS = 20;
export const MOST_TAG_LENGTH = 30;

/** The tags of a text with commas between; each once, in the order in which they are written. */
export function tagsFrom(text: string): string[] {
  const tags = text
    .split(',')
    .map((tag) => tag.trim().slice(0, MOST_TAG_LENGTH).trim())
    .filter(Boolean);
  return [...new Set(tags)].slice(0, MOST_TAGS);
}
