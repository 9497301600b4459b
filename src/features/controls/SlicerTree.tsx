'use client';
/** A slicer's values as a tree of several dimensions, each limited by the one above; by pointer and by keys. */
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { BLANK } from '../../core/dashboard/blank';
import { pathText } from '../../core/dashboard/conditions';
import type { Slicer } from '../../core/dashboard/document';
import { quietStyle, role } from '../../theme/roles';
import {
  checkedness,
  childrenOf,
  chosenPaths,
  toggled,
  type Checked,
  type Nodes,
  type Path,
} from './valueTree';

export function SlicerTree({
  slicer,
  title,
  nodes,
  choice,
  wanted,
  onChoose,
}: {
  slicer: Slicer;
  title: string;
  nodes: Nodes;
  choice: readonly (string | null)[];
  /** What is searched for, in small letters; nodes that do not match are left away, those above stay. */
  wanted: string;
  onChoose: (slicer: string, values: readonly string[]) => void;
}) {
  // What is chosen inside a node is in view from the start.
  const [open, setOpen] = useState<ReadonlySet<string>>(
    () =>
      new Set(
        chosenPaths(choice).flatMap((path) => path.slice(1).map((_, i) => pathText(path.slice(0, i + 1)))),
      ),
  );
  const list = useRef<HTMLUListElement>(null);
  const depth = slicer.below.length + 1;
  const chosen = chosenPaths(choice);
  const found =
    wanted === ''
      ? null
      : new Set(
          nodes
            .filter((node) => (node.path[node.path.length - 1] ?? BLANK).toLowerCase().includes(wanted))
            .flatMap((node) => node.path.map((_, i) => pathText(node.path.slice(0, i + 1)))),
        );
  const isShown = (node: Nodes[number]) =>
    (slicer.unavailable === 'struck' || node.rows > 0 || checkedness(node.path, chosen) !== 'none') &&
    (found === null || found.has(pathText(node.path)));
  const unfold = (path: Path, isOpen: boolean) =>
    setOpen(
      (old) =>
        new Set([...old].filter((key) => key !== pathText(path)).concat(isOpen ? [pathText(path)] : [])),
    );
  const toggle = (path: Path) => onChoose(slicer.id, toggled(nodes, chosen, path, slicer.several));
  const onKey = (event: KeyboardEvent, path: Path, isOpen: boolean) => {
    const items = [...(list.current?.querySelectorAll<HTMLElement>('[data-node]') ?? [])];
    const at = items.indexOf(event.currentTarget as HTMLElement);
    const go = (to: number) => items[Math.max(0, Math.min(items.length - 1, to))]?.focus();
    const actions: Record<string, () => void> = {
      ArrowDown: () => go(at + 1),
      ArrowUp: () => go(at - 1),
      Home: () => go(0),
      End: () => go(items.length - 1),
      ArrowRight: () => (isOpen || path.length === depth ? go(at + 1) : unfold(path, true)),
      ArrowLeft: () => (isOpen ? unfold(path, false) : go(at - 1)),
      ' ': () => toggle(path),
      Enter: () => toggle(path),
    };
    const action = actions[event.key];
    if (!action) return;
    event.preventDefault();
    event.stopPropagation();
    action();
  };
  const branch = (parent: Path): ReactNode =>
    childrenOf(nodes, parent)
      .filter(isShown)
      .map((node, i) => {
        const isOpen = found !== null || open.has(pathText(node.path));
        return (
          <Node
            key={pathText(node.path)}
            node={node}
            checked={checkedness(node.path, chosen)}
            exclude={slicer.exclude}
            canOpen={node.path.length < depth}
            isOpen={isOpen}
            isFirst={parent.length === 0 && i === 0}
            onToggle={() => toggle(node.path)}
            onUnfold={() => unfold(node.path, !isOpen)}
            onKey={(event) => onKey(event, node.path, isOpen)}
          >
            {isOpen && node.path.length < depth ? branch(node.path) : null}
          </Node>
        );
      });
  return (
    <ul
      ref={list}
      role="tree"
      aria-multiselectable={slicer.several}
      aria-label={`Values of ${title}`}
      style={{ flex: 1, overflowY: 'auto', minHeight: 0, margin: 0, padding: 0, listStyle: 'none' }}
    >
      {branch([])}
    </ul>
  );
}

function Node({
  node,
  checked,
  exclude,
  canOpen,
  isOpen,
  isFirst,
  onToggle,
  onUnfold,
  onKey,
  children,
}: {
  node: Nodes[number];
  checked: Checked;
  exclude: boolean;
  canOpen: boolean;
  isOpen: boolean;
  isFirst: boolean;
  onToggle: () => void;
  onUnfold: () => void;
  onKey: (event: KeyboardEvent) => void;
  children: ReactNode;
}) {
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (box.current) box.current.indeterminate = checked === 'some';
  }, [checked]);
  const name = node.path[node.path.length - 1] ?? BLANK;
  const isStruck = node.rows === 0 || (exclude && checked === 'all');
  return (
    <li role="none">
      <div
        role="treeitem"
        data-node=""
        tabIndex={isFirst ? 0 : -1}
        aria-level={node.path.length}
        aria-checked={{ all: true, some: 'mixed', none: false }[checked] as boolean | 'mixed'}
        aria-selected={checked === 'all'}
        {...(canOpen ? { 'aria-expanded': isOpen } : {})}
        aria-label={`${name}, ${node.rows === 0 ? 'no data' : `${node.rows.toLocaleString('en')} rows`}`}
        onKeyDown={onKey}
        style={{
          display: 'flex',
          alignItems: 'center',
          gap: 6,
          height: 24,
          paddingLeft: (node.path.length - 1) * 16,
        }}
      >
        <button
          type="button"
          tabIndex={-1}
          aria-hidden="true"
          onClick={onUnfold}
          style={{
            width: 16,
            border: 0,
            background: 'none',
            padding: 0,
            color: role.quiet,
            cursor: 'pointer',
            visibility: canOpen ? 'visible' : 'hidden',
          }}
        >
          {isOpen ? '▾' : '▸'}
        </button>
        <label
          style={{ display: 'flex', alignItems: 'center', gap: 6, flex: 1, cursor: 'pointer', minWidth: 0 }}
        >
          <input
            ref={box}
            type="checkbox"
            tabIndex={-1}
            checked={checked === 'all'}
            onChange={onToggle}
            style={{ accentColor: role.choice, margin: 0 }}
          />
          <span
            title={name}
            style={{
              flex: 1,
              overflow: 'hidden',
              textOverflow: 'ellipsis',
              whiteSpace: 'nowrap',
              color: node.rows === 0 ? role.quiet : undefined,
              textDecoration: isStruck ? 'line-through' : 'none',
            }}
          >
            {name}
          </span>
          <span style={quietStyle}>{node.rows === 0 ? '–' : node.rows.toLocaleString('en')}</span>
        </label>
      </div>
      {children && (
        <ul role="group" style={{ margin: 0, padding: 0, listStyle: 'none' }}>
          {children}
        </ul>
      )}
    </li>
  );
}
