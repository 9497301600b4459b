/** Which columns of different datasets seem to mean the same: by name, and by the values they have in common. */

export interface ColumnValues {
  readonly dataset: string;
  readonly column: string;
  readonly name: string;
  readonly values: readonly string[];
}

/** A value that not every member has: a spelling of another (`like`), or one that is missing somewhere. */
interface DifferingValue {
  readonly value: string;
  readonly dataset: string;
  readonly like: string | null;
}

export interface Agreement {
  /** Different values over all members, spellings of one value counted once. */
  readonly of: number;
  /** Values that every member has, spelt the same. */
  readonly agree: number;
  readonly differ: readonly DifferingValue[];
}

export interface SharedSuggestion extends Agreement {
  readonly name: string;
  readonly members: readonly { readonly dataset: string; readonly column: string }[];
}

/** Share of the smaller column's values that another must hold, where the names differ. */
const ENOUGH_OVERLAP = 0.6;
/** With the same name, a little in common is enough. */
const SAME_NAME_OVERLAP = 0.2;

/** A text without case, accents, punctuation and space: spellings of one value come out the same. */
export function plainSpelling(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '');
}

function overlap(a: ColumnValues, b: ColumnValues): number {
  const left = new Set(a.values.map(plainSpelling));
  const right = new Set(b.values.map(plainSpelling));
  const common = [...right].filter((value) => left.has(value));
  return common.length / Math.max(1, Math.min(left.size, right.size));
}

/** Whether two columns seem to mean the same. */
export function seemAlike(a: ColumnValues, b: ColumnValues): boolean {
  if (a.dataset === b.dataset || a.values.length === 0 || b.values.length === 0) return false;
  const sameName = plainSpelling(a.name) === plainSpelling(b.name);
  const few = Math.min(a.values.length, b.values.length) < 2;
  return overlap(a, b) >= (sameName ? SAME_NAME_OVERLAP : few ? 1.1 : ENOUGH_OVERLAP);
}

/** The spellings of each value with how many members have them, the most frequent first (capitals before small letters). */
function formsOf(members: readonly ColumnValues[]): [form: string, count: number][][] {
  const forms = new Map<string, Map<string, number>>();
  for (const member of members) {
    for (const value of new Set(member.values)) {
      const counts = forms.get(plainSpelling(value)) ?? new Map<string, number>();
      counts.set(value, (counts.get(value) ?? 0) + 1);
      forms.set(plainSpelling(value), counts);
    }
  }
  return [...forms.values()].map((counts) =>
    [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)),
  );
}

/** How far the values of some columns agree under spellings that stand for others. */
export function agreementOf(
  members: readonly ColumnValues[],
  spellings: Readonly<Record<string, string>> = {},
): Agreement {
  const shown = members.map((member) => ({
    ...member,
    values: member.values.map((value) => spellings[value] ?? value),
  }));
  const ownerOf = (value: string) => shown.find((member) => member.values.includes(value))!.dataset;
  const values = formsOf(shown);
  const differ = values.flatMap(([main, ...others]): DifferingValue[] => {
    if (others.length > 0)
      return others.map(([value]) => ({ value, dataset: ownerOf(value), like: main![0] }));
    return main![1] === members.length ? [] : [{ value: main![0], dataset: ownerOf(main![0]), like: null }];
  });
  const agree = values.filter((forms) => forms.length === 1 && forms[0]![1] === members.length).length;
  return { of: values.length, agree, differ };
}

/** A text without space at its ends, and with single plain spaces inside. */
const foldedSpace = (text: string) => text.trim().replace(/\s+/gu, ' ');

/** A text in which space is seen that would not be: at the ends, in a row, or of another kind. */
export const visibleSpace = (text: string) =>
  text.replace(/^\s+|\s+$|\s{2,}|[^\S ]/gu, (space) => '␣'.repeat(space.length));

/** Spellings of one value. */
export interface SpellingGroup {
  /** As they stand in the data, the most frequent first; rows that have them where that is known. */
  readonly forms: readonly { readonly value: string; readonly rows: number | null }[];
  /** The one offered to stand for all: the most frequent, its space folded. */
  readonly leading: string;
}

/** The values that are spelt in several ways, or with space that is not seen, under spellings that are merged already. */
export function spellingGroups(
  members: readonly ColumnValues[],
  spellings: Readonly<Record<string, string>>,
  rows: Readonly<Record<string, number>> = {},
): SpellingGroup[] {
  const shown = members.map((member) => ({
    ...member,
    values: member.values.map((value) => spellings[value] ?? value),
  }));
  return formsOf(shown)
    .filter((forms) => forms.length > 1 || foldedSpace(forms[0]![0]) !== forms[0]![0])
    .map((forms) => {
      const counted = forms.map(([value]) => ({ value, rows: rows[value] ?? null }));
      // Equally many rows, or unknown ones, stay in the order of the members that have them.
      const sorted = [...counted].sort((a, b) => (b.rows ?? 0) - (a.rows ?? 0));
      return { forms: sorted, leading: foldedSpace(sorted[0]!.value) };
    });
}

/** Spellings with groups merged, each to its leading value; what led to a merged one leads on to the new one. */
export function withMerged(
  spellings: Readonly<Record<string, string>>,
  groups: readonly SpellingGroup[],
): Record<string, string> {
  const merged = Object.fromEntries(
    groups.flatMap(({ forms, leading }) =>
      forms.filter(({ value }) => value !== leading).map(({ value }) => [value, leading]),
    ),
  );
  const led = Object.entries(spellings).map(([from, to]) => [from, merged[to] ?? to] as const);
  const all = { ...Object.fromEntries(led), ...merged };
  // A value that leads now stands for itself.
  return Object.fromEntries(Object.entries(all).filter(([from, to]) => from !== to));
}

/** Groups of columns that seem to mean the same, one column a dataset, those with the most members first. */
export function suggestShared(columns: readonly ColumnValues[]): SharedSuggestion[] {
  const groups: ColumnValues[][] = [];
  for (const column of columns) {
    const group = groups.find(
      (members) =>
        members.every((member) => member.dataset !== column.dataset) &&
        members.some((member) => seemAlike(member, column)),
    );
    if (group) group.push(column);
    else groups.push([column]);
  }
  return groups
    .filter((members) => members.length > 1)
    .map((members) => ({
      name: nameFor(members),
      members: members.map(({ dataset, column }) => ({ dataset, column })),
      ...agreementOf(members),
    }))
    .sort((a, b) => b.members.length - a.members.length);
}

/** The name that most of the columns have, as a title. */
function nameFor(members: readonly ColumnValues[]): string {
  const counts = new Map<string, number>();
  for (const { name } of members) {
    const words = name.replace(/_/g, ' ').toLowerCase();
    counts.set(words, (counts.get(words) ?? 0) + 1);
  }
  const [best] = [...counts].sort((a, b) => b[1] - a[1]);
  return best![0].replace(/^./, (letter) => letter.toUpperCase());
}
