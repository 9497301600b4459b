/** The arithmetic of a slicer's tree: which nodes a choice checks, and the choice after a node was switched. */
import type { SlicerAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { pathOf, pathText } from '../../../core/dashboard/reader/treePath';

export type Path = readonly (string | null)[];
export type Checked = 'all' | 'some' | 'none';
export type Nodes = NonNullable<SlicerAnswer['nodes']>;

const begins = (path: Path, start: Path) =>
  start.length <= path.length && start.every((part, i) => part === path[i]);

/** The chosen paths; what is no path is left away. */
export function chosenPaths(choice: readonly (string | null)[]): Path[] {
  return choice.flatMap((value) => {
    const path = pathOf(value);
    return path ? [path] : [];
  });
}

/** How far a node is checked: it or one above it is chosen, something inside it is, or nothing. */
export function checkedness(path: Path, chosen: readonly Path[]): Checked {
  if (chosen.some((entry) => begins(path, entry))) return 'all';
  return chosen.some((entry) => begins(entry, path)) ? 'some' : 'none';
}

/** The nodes directly below a path. */
export function childrenOf(nodes: Nodes, path: Path): Nodes {
  return nodes.filter((node) => node.path.length === path.length + 1 && begins(node.path, path));
}

/**
 * The choice after a node was switched. Switched off inside a chosen one, the others in there stay chosen; where all of
 * a node's children are chosen, the node itself is.
 */
export function toggled(nodes: Nodes, chosen: readonly Path[], path: Path, several: boolean): string[] {
  const isOn = checkedness(path, chosen) === 'all';
  if (!several)
    return isOn && chosen.length === 1 && chosen[0]!.length === path.length ? [] : [pathText(path)];
  const above = chosen.find((entry) => begins(path, entry));
  const rest = chosen.filter((entry) => entry !== above && !begins(entry, path));
  if (!isOn) return joined(nodes, [...rest, path]).map(pathText);
  const left: Path[] = [...rest];
  for (let depth = above!.length; depth < path.length; depth++) {
    const siblings = childrenOf(nodes, path.slice(0, depth));
    left.push(...siblings.map((node) => node.path).filter((sibling) => !begins(path, sibling)));
  }
  return left.map(pathText);
}

/** Chosen paths, those that are together all of their parent as the parent. */
function joined(nodes: Nodes, chosen: readonly Path[]): Path[] {
  const deepest = Math.max(0, ...chosen.map((path) => path.length));
  let paths = [...chosen];
  for (let depth = deepest; depth > 1; depth--) {
    const parents = new Map(
      paths
        .filter((path) => path.length === depth)
        .map((path) => [pathText(path.slice(0, -1)), path.slice(0, -1)]),
    );
    for (const parent of parents.values()) {
      const inside = childrenOf(nodes, parent).map((node) => node.path);
      const isAll = inside.every((child) => paths.some((path) => begins(child, path)));
      if (isAll) paths = [...paths.filter((path) => !begins(path, parent)), parent];
    }
  }
  return paths;
}
