/** Nodes of a slicer's tree, as a choice holds them: JSON lists of names from the top. */

/** The path of a chosen node of a tree; undefined for anything else. */
export function pathOf(value: string | null): (string | null)[] | undefined {
  if (value === null) return undefined;
  try {
    const path: unknown = JSON.parse(value);
    const isPath =
      Array.isArray(path) &&
      path.length > 0 &&
      path.every((part) => part === null || typeof part === 'string');
    return isPath ? (path as (string | null)[]) : undefined;
  } catch {
    return undefined;
  }
}

export const pathText = (path: readonly (string | null)[]) => JSON.stringify(path);
