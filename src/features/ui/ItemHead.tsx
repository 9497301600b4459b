/** The head of an item: its title, and buttons that go under it where the title would be left with a few letters. */
import type { CSSProperties, ReactNode } from 'react';
import { itemTitleStyle } from '../../theme/roles';

const ROW: CSSProperties = {
  display: 'flex',
  flexWrap: 'wrap',
  alignItems: 'baseline',
  gap: '0 8px',
  flex: 'none',
};
/** Pixels that a title has at least before its buttons give way. */
const TITLE: CSSProperties = { ...itemTitleStyle, flex: '1 1 96px', minWidth: 0 };
const BUTTONS: CSSProperties = { display: 'flex', alignItems: 'baseline', gap: 6, flex: 'none' };

export function ItemHead({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div style={ROW}>
      <h2 style={TITLE} title={title}>
        {title}
      </h2>
      <span data-part="corner" style={BUTTONS}>
        {children}
      </span>
    </div>
  );
}
