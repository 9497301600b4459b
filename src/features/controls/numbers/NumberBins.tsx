'use client';
/** Numbers as a tree of ordered bins, each with finer ones in it; by pointer and by keys. */
import { useRef, useState, type ReactNode } from 'react';
import type { NumberRange } from '../../../core/dashboard/document/document';
import type { NumbersAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { binsBelow, binsIn, binWidth, toggledBin, type NumberBin } from '../../../core/model/bins';
import type { NumberBounds } from '../../../core/model/numberBounds';
import { quietStyle, role } from '../../../theme/roles';
import { useWorkspace } from '../../workspace/workspace';
import { TREE_LIST, TreeItem, treeKey } from '../TreeItem';
import { numberWords } from '../../../core/locale';

const nameOf = ({ low, high }: NumberBin) => {
  const [from, to] = [numberWords(low), numberWords(high)];
  return from === to ? from : `${from} – ${to}`;
};
const keyOf = ({ low, width }: NumberBin) => `${low} ${width}`;

export function NumberBins({
  control,
  title,
  answer,
  held,
}: {
  control: NumberRange;
  title: string;
  answer: NumbersAnswer;
  held: NumberBounds;
}) {
  const { held: store } = useWorkspace();
  const list = useRef<HTMLUListElement>(null);
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const { least, greatest, scale } = answer;
  if (least === null || greatest === null) return <span style={quietStyle}>No numbers here.</span>;
  const top = binsIn(least, greatest, binWidth(least, greatest, scale), scale, held);
  const unfold = (bin: NumberBin, isOpen: boolean) =>
    setOpen(
      (old) => new Set([...old].filter((key) => key !== keyOf(bin)).concat(isOpen ? [keyOf(bin)] : [])),
    );
  const branch = (bins: readonly NumberBin[], level: number): ReactNode =>
    bins.map((bin, i) => {
      const below = binsBelow(bin, scale, held);
      const isOpen = below.length > 0 && open.has(keyOf(bin));
      const isOutside = bin.high < least || bin.low > greatest;
      const toggle = () => store.hold(control.id, toggledBin(held, bin, scale));
      return (
        <TreeItem
          key={keyOf(bin)}
          level={level}
          checked={bin.checked}
          canOpen={below.length > 0}
          isOpen={isOpen}
          isFirst={level === 1 && i === 0}
          label={`${nameOf(bin)}${isOutside ? ', no data' : ''}`}
          colour={role.choice}
          figure=""
          name={
            <span
              style={{ flex: 1, ...(isOutside ? { color: role.quiet, textDecoration: 'line-through' } : {}) }}
            >
              {nameOf(bin)}
            </span>
          }
          onToggle={toggle}
          onUnfold={(wantsOpen) => unfold(bin, wantsOpen)}
          onKey={(event) =>
            treeKey(event, list.current, {
              isOpen,
              canOpen: below.length > 0,
              unfold: (wantsOpen) => unfold(bin, wantsOpen),
              toggle,
            })
          }
        >
          {isOpen ? branch(below, level + 1) : null}
        </TreeItem>
      );
    });
  return (
    <ul ref={list} role="tree" aria-multiselectable aria-label={`${title}, bins`} style={TREE_LIST}>
      {branch(top, 1)}
    </ul>
  );
}
