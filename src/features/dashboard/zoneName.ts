import { role } from '../../theme/roles';

/** The look of a zone's name on its frame. */
export const ZONE_NAME = {
  position: 'absolute',
  right: 8,
  top: -9,
  background: role.choice,
  color: role.surface,
  font: 'inherit',
  fontSize: 11,
  lineHeight: '16px',
  padding: '0 8px',
  borderRadius: 3,
} as const;
