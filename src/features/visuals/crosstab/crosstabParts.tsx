/** What a crosstab is made of: its cells and heads, the names of its rows, the buttons by which it is chosen on. */
import type { CSSProperties, ReactNode } from 'react';
import type { CrosstabRow } from '../../../core/dashboard/turn/answer';
import { BLANK } from '../../../core/model/blank';
import { role } from '../../../theme/roles';

export const ROW = 24;
const INDENT = 14;

export const cell: CSSProperties = {
  padding: '0 8px',
  height: ROW,
  textAlign: 'right',
  whiteSpace: 'nowrap',
  borderBottom: `1px solid ${role.hairline}`,
};
export const head: CSSProperties = {
  ...cell,
  position: 'sticky',
  top: 0,
  background: role.surface,
  color: role.quiet,
  fontWeight: 550,
  fontSize: 12,
  zIndex: 1,
};
export const CHANGE_HEAD: CSSProperties = { ...head, whiteSpace: 'normal', minWidth: 110, maxWidth: 140 };
export const name: CSSProperties = {
  ...cell,
  position: 'sticky',
  left: 0,
  background: role.surface,
  textAlign: 'left',
  maxWidth: 220,
  overflow: 'hidden',
  textOverflow: 'ellipsis',
};

export const weightOf = (entry: CrosstabRow, depth: number) => (entry.key.length < depth ? 650 : 450);

/** The name of a row or a period as a button that chooses it. */
export function ChoiceButton({
  words,
  pressed,
  onChoose,
  children,
}: {
  words: string;
  pressed: boolean;
  onChoose: (add: boolean) => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      aria-label={`Choose ${words}`}
      onClick={(event) => onChoose(event.ctrlKey || event.metaKey)}
      style={{
        border: 0,
        borderBottom: `2px solid ${pressed ? role.choice : 'transparent'}`,
        background: pressed ? role.choiceTint : 'none',
        font: 'inherit',
        color: 'inherit',
        padding: '0 2px',
        cursor: 'pointer',
      }}
    >
      {children}
    </button>
  );
}

export function RowName({
  entry,
  depth,
  pressed,
  onChoose,
}: {
  entry: CrosstabRow;
  depth: number;
  pressed: boolean;
  onChoose: ((add: boolean) => void) | undefined;
}) {
  const level = entry.key.length;
  const words = level === 0 ? 'All' : (entry.key[level - 1] ?? BLANK);
  return (
    <th
      scope="row"
      title={words}
      style={{
        ...name,
        fontWeight: weightOf(entry, depth),
        paddingLeft: 8 + Math.max(0, level - 1) * INDENT,
      }}
    >
      {onChoose ? (
        <ChoiceButton words={words} pressed={pressed} onChoose={onChoose}>
          {words}
        </ChoiceButton>
      ) : (
        words
      )}
    </th>
  );
}
