'use client';
/** The date tree: years down to days with check boxes; several separate branches may be chosen. */
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { PeriodAnswer } from '../../core/dashboard/answers';
import type { DateTree } from '../../core/dashboard/document';
import { quietStyle, role } from '../../theme/roles';
import { HeldChanges, NarrowHead, PeriodProblem } from './PeriodParts';
import { childrenOf, toggledNode, treeText, type TreeNode } from './treeNodes';
import { usePeriod } from './usePeriod';

const keyOf = (node: TreeNode) => `${node.unit} ${node.start}`;

export function DateTreeControl({ control, answer }: { control: DateTree; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const tree = useRef<HTMLUListElement>(null);
  const { rule } = answer.context;
  const chosen = period.isEverything ? [] : period.asked;
  const toggle = (node: TreeNode) => period.set(treeText(control.levels, toggledNode(chosen, node), rule));
  const unfold = (node: TreeNode, isOpen: boolean) =>
    setOpen(
      (old) => new Set([...old].filter((key) => key !== keyOf(node)).concat(isOpen ? [keyOf(node)] : [])),
    );
  const onKey = (event: KeyboardEvent, node: TreeNode) => {
    const items = [...(tree.current?.querySelectorAll<HTMLElement>('[data-node]') ?? [])];
    const at = items.indexOf(event.currentTarget as HTMLElement);
    const go = (to: number) => items[Math.max(0, Math.min(items.length - 1, to))]?.focus();
    const isOpen = open.has(keyOf(node));
    const actions: Record<string, () => void> = {
      ArrowDown: () => go(at + 1),
      ArrowUp: () => go(at - 1),
      Home: () => go(0),
      End: () => go(items.length - 1),
      ArrowRight: () => (isOpen || node.unit === 'day' ? go(at + 1) : unfold(node, true)),
      ArrowLeft: () => (isOpen ? unfold(node, false) : go(at - 1)),
      ' ': () => toggle(node),
      Enter: () => toggle(node),
    };
    const action = actions[event.key];
    if (!action) return;
    event.preventDefault();
    event.stopPropagation();
    action();
  };
  const branch = (parent: TreeNode | null) =>
    childrenOf(control.levels, parent, answer.covered, chosen, rule).map((node, i) => (
      <Branch
        key={keyOf(node)}
        node={node}
        isOpen={open.has(keyOf(node))}
        isFirst={parent === null && i === 0}
        onToggle={() => toggle(node)}
        onUnfold={(isOpen) => unfold(node, isOpen)}
        onKey={(event) => onKey(event, node)}
      >
        {open.has(keyOf(node)) ? branch(node) : null}
      </Branch>
    ));
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <NarrowHead period={period} />
      <PeriodProblem period={period} />
      <ul
        ref={tree}
        role="tree"
        aria-multiselectable="true"
        aria-label={`Dates of ${period.title}`}
        style={{ flex: 1, overflowY: 'auto', minHeight: 0, margin: 0, padding: 0, listStyle: 'none' }}
      >
        {branch(null)}
      </ul>
      <HeldChanges id={control.id} />
    </div>
  );
}

function Branch(props: {
  node: TreeNode;
  isOpen: boolean;
  isFirst: boolean;
  onToggle: () => void;
  onUnfold: (isOpen: boolean) => void;
  onKey: (event: KeyboardEvent) => void;
  children: React.ReactNode;
}) {
  const { node, isOpen, isFirst, onToggle, onUnfold, onKey, children } = props;
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (box.current) box.current.indeterminate = node.checked === 'some';
  }, [node.checked]);
  const canOpen = node.unit !== 'day';
  return (
    <li role="none">
      <div
        role="treeitem"
        data-node=""
        tabIndex={isFirst ? 0 : -1}
        aria-level={node.depth + 1}
        aria-checked={{ all: true, some: 'mixed', none: false }[node.checked] as boolean | 'mixed'}
        aria-selected={node.checked === 'all'}
        {...(canOpen ? { 'aria-expanded': isOpen } : {})}
        aria-label={`${node.name}, ${node.days} ${node.days === 1 ? 'day' : 'days'} with data`}
        onKeyDown={onKey}
        style={{ display: 'flex', alignItems: 'center', gap: 6, height: 24, paddingLeft: node.depth * 16 }}
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
        <label style={{ display: 'flex', alignItems: 'center', gap: 6, flex: 1, cursor: 'pointer' }}>
          <input
            ref={box}
            type="checkbox"
            tabIndex={-1}
            checked={node.checked === 'all'}
            onChange={onToggle}
            style={{ accentColor: role.time, margin: 0 }}
          />
          <span style={{ flex: 1 }}>{node.name}</span>
          <span style={quietStyle}>{node.days.toLocaleString('en')}</span>
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
