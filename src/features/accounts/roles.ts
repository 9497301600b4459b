/** What the roles are called, and what they may do. */
import type { Role } from '../../contract/people';

export const ROLE_NAMES: { readonly [R in Role]: string } = {
  reader: 'Reader',
  designer: 'Designer',
  keeper: 'Data keeper',
  owner: 'Owner',
};

export const ROLE_SAYS: { readonly [R in Role]: string } = {
  reader: 'reads the dashboards that are shared',
  designer: 'makes dashboards, and shares them',
  keeper: 'loads data, and keeps almanac and model; sees all rows',
  owner: 'invites people, and says what they may do',
};
