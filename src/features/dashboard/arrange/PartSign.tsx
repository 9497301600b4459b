/** The small sign of a kind of part. */
import { partOf, type PartKind } from '../../../core/dashboard/document/parts';
import { CONTROL_KINDS } from '../../../core/dashboard/document/controls';
import { role } from '../../../theme/roles';
import { CONTROL_VIEWS } from '../../controls/kinds';
import { VISUAL_VIEWS } from '../../visuals/kinds';

const VIEWS: { readonly [K in PartKind]: { readonly sign: string; readonly filled?: boolean } } = {
  ...VISUAL_VIEWS,
  ...CONTROL_VIEWS,
};

/** Time for what holds days or stands for today, choice for what chooses rows; visuals are quiet. */
function colourOf(kind: PartKind): string {
  if (partOf(kind).group === 'Visuals') return role.quiet;
  const { holds } = CONTROL_KINDS[kind as keyof typeof CONTROL_KINDS];
  return holds === 'period' || holds === 'day' ? role.time : role.choice;
}

export function PartSign({ kind }: { kind: PartKind }) {
  const { sign, filled } = VIEWS[kind];
  const colour = colourOf(kind);
  return (
    <svg width="18" height="17" aria-hidden="true" style={{ flex: 'none' }}>
      <path d={sign} fill={filled ? colour : 'none'} stroke={colour} strokeWidth="1.5" />
    </svg>
  );
}
