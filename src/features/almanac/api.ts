/** What the almanac page asks of the server. */
import type { SpecialDay } from '../../core/calendar/almanac';
import type { Day } from '../../core/calendar/day';
import type { CalendarRule } from '../../core/calendar/rule';
import type { RuleChanges } from '../../core/model/ruleChanges';
import { requestJson } from '../ui/request';

export interface SpecialSet {
  readonly id: number;
  readonly name: string;
  readonly kind: 'holiday' | 'event';
  readonly enabled: boolean;
  readonly source: string;
  readonly events: number;
  /** Why the set names no days although it is switched on; null when it can be used. */
  readonly problem: string | null;
}

export interface Almanac {
  readonly rule: CalendarRule;
  readonly span: { readonly first: Day; readonly last: Day };
  readonly special: readonly SpecialDay[];
  readonly sets: readonly SpecialSet[];
}

export const readAlmanac = () => requestJson<Almanac>('/api/almanac');
/** Stores a rule in the place of the one that is known. */
export const saveRule = ({ rule, known }: { rule: CalendarRule; known: CalendarRule }) =>
  requestJson<Almanac>('/api/almanac', { method: 'PUT', body: rule, basis: known });
export const changesUnder = (rule: CalendarRule) =>
  requestJson<RuleChanges>('/api/almanac/preview', { body: rule });
export const addSet = (set: { name: string; kind: SpecialSet['kind']; source: string; text: string }) =>
  requestJson<SpecialSet[]>('/api/almanac/sets', { body: set });
export const changeSet = (id: number, change: Partial<Pick<SpecialSet, 'name' | 'kind' | 'enabled'>>) =>
  requestJson<SpecialSet[]>(`/api/almanac/sets/${id}`, { method: 'PATCH', body: change });
export const removeSet = (id: number) =>
  requestJson<SpecialSet[]>(`/api/almanac/sets/${id}`, { method: 'DELETE' });
