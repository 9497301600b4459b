'use client';
/** A slicer's values as a tree of several dimensions, each limited by the one above; by pointer and by keys. */
import { useRef, useState, type KeyboardEvent, type MouseEvent, type ReactNode } from 'react';
import { BLANK } from '../../../core/model/blank';
import { pathText } from '../../../core/dashboard/reader/treePath';
import type { Slicer } from '../../../core/dashboard/document/document';
import { role } from '../../../theme/roles';
import { TREE_LIST, treeKey, TreeItem } from '../TreeItem';
import { isRowsKey, onRowsAsked, ROWS_WORDS } from './askRows';
import { checkedness, childrenOf, chosenPaths, toggled, type Nodes, type Path } from './valueTree';
import { numberWords } from '../../../core/locale';

/** The texts of all paths from the top down to one, with its own. */
const textsDownTo = (path: Path) => path.map((_, i) => pathText(path.slice(0, i + 1)));

/** Nodes with a text in their names, and those above them. */
const foundIn = (nodes: Nodes, wanted: string): ReadonlySet<string> =>
  new Set(
    nodes
      .filter(({ path }) => (path.at(-1) ?? BLANK).toLowerCase().includes(wanted))
      .flatMap(({ path }) => textsDownTo(path)),
  );

interface TreeProps {
  readonly slicer: Slicer;
  readonly title: string;
  readonly nodes: Nodes;
  readonly choice: readonly (string | null)[];
  /** What is searched for, in small letters; nodes that do not match are left away, those above stay. */
  readonly wanted: string;
  readonly onChoose: (values: readonly string[]) => void;
}

export function SlicerTree({ slicer, title, nodes, choice, wanted, onChoose }: TreeProps) {
  // What is chosen inside a node is in view from the start.
  const [open, setOpen] = useState<ReadonlySet<string>>(
    () => new Set(chosenPaths(choice).flatMap((path) => textsDownTo(path).slice(0, -1))),
  );
  const list = useRef<HTMLUListElement>(null);
  const depth = slicer.below.length + 1;
  const chosen = chosenPaths(choice);
  const found = wanted === '' ? null : foundIn(nodes, wanted);
  const isShown = (node: Nodes[number]) =>
    (slicer.unavailable === 'struck' || node.rows > 0 || checkedness(node.path, chosen) !== 'none') &&
    (found === null || found.has(pathText(node.path)));
  const unfold = (path: Path, isOpen: boolean) =>
    setOpen(
      (old) =>
        new Set([...old].filter((key) => key !== pathText(path)).concat(isOpen ? [pathText(path)] : [])),
    );
  const toggle = (path: Path) => onChoose(toggled(nodes, chosen, path, slicer.several));
  const onKey = (event: KeyboardEvent, path: Path, isOpen: boolean) => {
    if (isRowsKey(event, slicer, title, path)) return;
    treeKey(event, list.current, {
      isOpen,
      canOpen: path.length < depth,
      unfold: (wantsOpen) => unfold(path, wantsOpen),
      toggle: () => toggle(path),
    });
  };
  const branch = (parent: Path): ReactNode =>
    childrenOf(nodes, parent)
      .filter(isShown)
      .map((node, i) => {
        const isOpen = found !== null || open.has(pathText(node.path));
        const checked = checkedness(node.path, chosen);
        const name = node.path.at(-1) ?? BLANK;
        return (
          <TreeItem
            key={pathText(node.path)}
            level={node.path.length}
            checked={checked}
            canOpen={node.path.length < depth}
            isOpen={isOpen}
            isFirst={parent.length === 0 && i === 0}
            label={`${name}, ${node.rows === 0 ? 'no data' : `${numberWords(node.rows)} rows`}`}
            colour={role.choice}
            name={
              <NodeName
                name={name}
                isEmpty={node.rows === 0}
                isStruck={node.rows === 0 || (slicer.exclude && checked === 'all')}
                onRows={onRowsAsked(slicer, title, node.path)}
              />
            }
            figure={node.rows === 0 ? '–' : numberWords(node.rows)}
            onToggle={() => toggle(node.path)}
            onUnfold={(wantsOpen) => unfold(node.path, wantsOpen)}
            onKey={(event) => onKey(event, node.path, isOpen)}
          >
            {isOpen && node.path.length < depth ? branch(node.path) : null}
          </TreeItem>
        );
      });
  return (
    <ul
      ref={list}
      role="tree"
      aria-multiselectable={slicer.several}
      aria-label={`Values of ${title}`}
      style={TREE_LIST}
    >
      {branch([])}
    </ul>
  );
}

function NodeName({
  name,
  isEmpty,
  isStruck,
  onRows,
}: {
  name: string;
  isEmpty: boolean;
  isStruck: boolean;
  onRows: (event: MouseEvent) => void;
}) {
  return (
    <span
      title={`${name}. ${ROWS_WORDS}`}
      onContextMenu={onRows}
      style={{
        flex: 1,
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        whiteSpace: 'nowrap',
        color: isEmpty ? role.quiet : undefined,
        textDecoration: isStruck ? 'line-through' : 'none',
      }}
    >
      {name}
    </span>
  );
}
