/** What the almanac page asks of the server. */
import {
  almanacSchema,
  ruleChangesSchema,
  ruleInUseSchema,
  specialSetsSchema,
  type NewSet,
  type SetChange,
} from '../../contract/almanac';
import type { CalendarRule } from '../../core/calendar/rule';
import { requestAs } from '../ui/request';

export const readAlmanac = () => requestAs(almanacSchema, '/api/almanac');
/** Stores a rule in the place of the one that is known. */
export const saveRule = ({ rule, known }: { rule: CalendarRule; known: CalendarRule }) =>
  requestAs(ruleInUseSchema, '/api/almanac', { method: 'PUT', body: rule, basis: known });
export const changesUnder = (rule: CalendarRule) =>
  requestAs(ruleChangesSchema, '/api/almanac/preview', { body: rule });
export const addSet = (set: NewSet) => requestAs(specialSetsSchema, '/api/almanac/sets', { body: set });
export const changeSet = (id: number, change: SetChange) =>
  requestAs(specialSetsSchema, `/api/almanac/sets/${id}`, { method: 'PATCH', body: change });
export const removeSet = (id: number) =>
  requestAs(specialSetsSchema, `/api/almanac/sets/${id}`, { method: 'DELETE' });
