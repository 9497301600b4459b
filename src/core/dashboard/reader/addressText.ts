/** Values as texts of the address. */

const NOTHING = '~';
const BLANK = '~blank';

const escape = (text: string) => text.replace(/[\\;~]/g, (character) => `\\${character}`);

/** Chosen values as one text: joined by semicolons; `~` alone is "nothing chosen". */
export function printChoice(values: readonly (string | null)[]): string {
  return values.length === 0
    ? NOTHING
    : values.map((value) => (value === null ? BLANK : escape(value))).join(';');
}

/** Reads what `printChoice` wrote. */
export function parseChoice(text: string): (string | null)[] {
  if (text === NOTHING) return [];
  const parts = text.match(/(?:\\.|[^;\\])+/g) ?? [];
  return parts.map((part) => (part === BLANK ? null : part.replace(/\\(.)/g, '$1')));
}

/** Reads JSON that fits a schema; null for anything else. */
export function parseJson<T>(
  schema: { safeParse: (value: unknown) => { success: boolean; data?: T | undefined } },
  text: string,
): T | null {
  try {
    return schema.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}
