/** How a cube's cells keep paths: values of several columns together. */
import { BLANK_DAY, daysOfCells, type Cube } from './cube';
import type { PathFilter, PathPart } from './query';

/** A depth of the paths: the values that go on, each to the next depth (null: the path ends here, all below is meant). */
type Branch = Map<string | null, Branch | null>;

function branchesOf(paths: PathFilter['paths']): Branch {
  const root: Branch = new Map();
  for (const path of paths) {
    let at = root;
    for (const [depth, value] of path.entries()) {
      const known = at.get(value);
      // A shorter path already stands for all below it.
      if (known === null) break;
      const next: Branch | null = depth === path.length - 1 ? null : (known ?? new Map());
      at.set(value, next);
      if (next) at = next;
    }
  }
  return root;
}

/** Reads the value of a cell at one depth; undefined where the cube lacks the column. */
function readerOf(cube: Cube, part: PathPart): ((cell: number) => string | null) | undefined {
  if (part.kind === 'column') {
    const category = cube.categories.find((held) => held.column === part.column);
    return category && ((cell) => category.values[category.codes[cell]!]!);
  }
  const { classes, column } = part;
  const other = cube.otherDays.find((held) => held.column === column);
  const days = column === cube.shape.day ? daysOfCells(cube) : other?.days;
  if (!days) return undefined;
  return (cell) => {
    const code = days[cell] === BLANK_DAY ? undefined : classes.codes[days[cell]! - classes.first];
    return code === undefined ? null : classes.values[code]!;
  };
}

/** Whether a cube has every column of some paths. */
export const holdsPaths = (cube: Cube, { parts }: PathFilter): boolean =>
  parts.every(({ kind, column }) =>
    kind === 'column'
      ? cube.categories.some((held) => held.column === column)
      : column === cube.shape.day || cube.otherDays.some((held) => held.column === column),
  );

/** For each cell 1 where a filter of paths keeps it, else 0; undefined where the cube lacks a column. */
export function cellsOnPaths(cube: Cube, { parts, paths, exclude }: PathFilter): Uint32Array | undefined {
  const readers = parts.flatMap((part) => readerOf(cube, part) ?? []);
  if (readers.length < parts.length) return undefined;
  const root = branchesOf(paths);
  const isOnPath = (cell: number): boolean => {
    let at: Branch | null | undefined = root;
    for (const reader of readers) {
      at = at.get(reader(cell));
      if (!at) return at === null;
    }
    return false;
  };
  const keeping = new Uint32Array(cube.rows.length);
  for (let cell = 0; cell < keeping.length; cell++) keeping[cell] = isOnPath(cell) !== exclude ? 1 : 0;
  return keeping;
}
