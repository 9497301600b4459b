/** A short text that is the same for the same value: what a change is based on, told from what is there by now. */

/** JSON with the keys of every object in order; parts that are undefined are not there. */
function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`;
  if (typeof value !== 'object' || value === null)
    return value === undefined ? 'null' : JSON.stringify(value);
  const entries = Object.entries(value)
    .filter(([, entry]) => entry !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([key, entry]) => `${JSON.stringify(key)}:${canonicalJson(entry)}`).join(',')}}`;
}

/** FNV-1a, 32 bits, from a start of one's own (http://www.isthe.com/chongo/tech/comp/fnv). */
function hash(text: string, start: number): string {
  let value = start;
  for (let i = 0; i < text.length; i++) value = Math.imul(value ^ text.charCodeAt(i), 0x01000193);
  return (value >>> 0).toString(16).padStart(8, '0');
}

/** The fingerprint of a JSON value. */
export function fingerprint(value: unknown): string {
  const text = canonicalJson(value);
  return hash(text, 0x811c9dc5) + hash(text, 0x9747b28c);
}

/** What of a dataset its page changes. */
export const datasetBasis = (dataset: {
  readonly name: string;
  readonly roles: readonly unknown[];
  readonly measures: readonly unknown[];
  readonly columns: readonly { readonly key: string; readonly category: boolean }[];
}) => ({
  name: dataset.name,
  roles: dataset.roles,
  measures: dataset.measures,
  categories: dataset.columns.filter((column) => column.category).map((column) => column.key),
});

/** What of a shared dimension is changed. */
export const sharedBasis = ({
  name,
  members,
  spellings,
}: {
  readonly name: string;
  readonly members: unknown;
  readonly spellings: unknown;
}) => ({ name, members, spellings });

/** What of a named period is changed. */
export const namedPeriodBasis = ({ name, phrase }: { readonly name: string; readonly phrase: string }) => ({
  name,
  phrase,
});

/** What of a definition is changed. */
export const definitionBasis = ({
  name,
  dataset,
  sql,
}: {
  readonly name: string;
  readonly dataset: string;
  readonly sql: string;
}) => ({ name, dataset, sql });
