'use client';
/** The date tree: years down to days with check boxes; several separate branches may be chosen. */
import { useRef, useState, type KeyboardEvent } from 'react';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { DateTree } from '../../../core/dashboard/document/document';
import { role } from '../../../theme/roles';
import { HeldChanges, NarrowHead, PeriodProblem } from '../PeriodParts';
import { TREE_LIST, treeKey, TreeItem } from '../TreeItem';
import { childrenOf, toggledNode, treeText, type TreeNode } from './treeNodes';
import { usePeriod } from '../usePeriod';
import { numberWords } from '../../../core/locale';

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
  const onKey = (event: KeyboardEvent, node: TreeNode) =>
    treeKey(event, tree.current, {
      isOpen: open.has(keyOf(node)),
      canOpen: node.unit !== 'day',
      unfold: (isOpen) => unfold(node, isOpen),
      toggle: () => toggle(node),
    });
  const branch = (parent: TreeNode | null) =>
    childrenOf(control.levels, parent, answer.covered, chosen, rule).map((node, i) => (
      <TreeItem
        key={keyOf(node)}
        level={node.depth + 1}
        checked={node.checked}
        canOpen={node.unit !== 'day'}
        isOpen={open.has(keyOf(node))}
        isFirst={parent === null && i === 0}
        label={`${node.name}, ${node.days} ${node.days === 1 ? 'day' : 'days'} with data`}
        colour={role.time}
        name={<span style={{ flex: 1 }}>{node.name}</span>}
        figure={numberWords(node.days)}
        onToggle={() => toggle(node)}
        onUnfold={(isOpen) => unfold(node, isOpen)}
        onKey={(event) => onKey(event, node)}
      >
        {open.has(keyOf(node)) ? branch(node) : null}
      </TreeItem>
    ));
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <NarrowHead period={period} />
      <PeriodProblem period={period} />
      <ul
        ref={tree}
        role="tree"
        aria-multiselectable="true"
        aria-label={`${period.title}, by year and month`}
        style={TREE_LIST}
      >
        {branch(null)}
      </ul>
      <HeldChanges id={control.id} />
    </div>
  );
}
