'use client';
/** One node of a tree with a check box, and the keys by which a tree is walked: for dates and for values alike. */
import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { quietStyle, role } from '../../theme/roles';

export const TREE_LIST = {
  flex: 1,
  overflowY: 'auto',
  minHeight: 0,
  margin: 0,
  padding: 0,
  listStyle: 'none',
} as const;

/** What keys do at a node: arrows walk and unfold, Space and Enter check. `tree` is the list that holds all nodes. */
export function treeKey(
  event: KeyboardEvent,
  tree: HTMLElement | null,
  node: { isOpen: boolean; canOpen: boolean; unfold: (isOpen: boolean) => void; toggle: () => void },
) {
  const items = [...(tree?.querySelectorAll<HTMLElement>('[data-node]') ?? [])];
  const at = items.indexOf(event.currentTarget as HTMLElement);
  const go = (to: number) => items[Math.max(0, Math.min(items.length - 1, to))]?.focus();
  const actions: Record<string, () => void> = {
    ArrowDown: () => go(at + 1),
    ArrowUp: () => go(at - 1),
    Home: () => go(0),
    End: () => go(items.length - 1),
    ArrowRight: () => (node.isOpen || !node.canOpen ? go(at + 1) : node.unfold(true)),
    ArrowLeft: () => (node.isOpen ? node.unfold(false) : go(at - 1)),
    ' ': node.toggle,
    Enter: node.toggle,
  };
  const action = actions[event.key];
  if (!action) return;
  event.preventDefault();
  event.stopPropagation();
  action();
}

/** How much of what is below a node is checked. */
type Checked = 'all' | 'some' | 'none';

function Check({ checked, colour, onToggle }: { checked: Checked; colour: string; onToggle: () => void }) {
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (box.current) box.current.indeterminate = checked === 'some';
  }, [checked]);
  return (
    <input
      ref={box}
      type="checkbox"
      tabIndex={-1}
      checked={checked === 'all'}
      onChange={onToggle}
      style={{ accentColor: colour, margin: 0 }}
    />
  );
}

export function TreeItem({
  level,
  checked,
  canOpen,
  isOpen,
  isFirst,
  label,
  colour,
  figure,
  name,
  onToggle,
  onUnfold,
  onKey,
  children,
}: {
  /** 1 for nodes at the top. */
  level: number;
  checked: Checked;
  canOpen: boolean;
  isOpen: boolean;
  isFirst: boolean;
  label: string;
  colour: string;
  /** What stands at the right: days, or rows. */
  figure: string;
  name: ReactNode;
  onToggle: () => void;
  onUnfold: (isOpen: boolean) => void;
  onKey: (event: KeyboardEvent) => void;
  children: ReactNode;
}) {
  return (
    <li role="none">
      <div
        role="treeitem"
        data-node=""
        tabIndex={isFirst ? 0 : -1}
        aria-level={level}
        aria-checked={{ all: true, some: 'mixed', none: false }[checked] as boolean | 'mixed'}
        aria-selected={checked === 'all'}
        {...(canOpen ? { 'aria-expanded': isOpen } : {})}
        aria-label={label}
        onKeyDown={onKey}
        style={{ display: 'flex', alignItems: 'center', gap: 6, height: 24, paddingLeft: (level - 1) * 16 }}
      >
        <button
          type="button"
          tabIndex={-1}
          aria-hidden="true"
          onClick={() => onUnfold(!isOpen)}
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
          <Check checked={checked} colour={colour} onToggle={onToggle} />
          {name}
          <span style={quietStyle}>{figure}</span>
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
