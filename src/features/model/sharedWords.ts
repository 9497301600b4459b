/** Shared dimensions in words. */
import { listed } from '../../core/listed';
import { columnOf, datasetOf, type Model } from '../../core/model/model';
import type { Agreement } from '../../core/model/sharing';

const MOST_DIFFERING = 8;

/** "11 of 12 values agree; “Osk head” (Fuel) differs". */
export function agreementWords(model: Model, agreement: Agreement): string {
  const { agree, of, differ } = agreement;
  const all = `${agree} of ${of} ${of === 1 ? 'value agrees' : 'values agree'}`;
  if (differ.length === 0) return all;
  const named = differ.map(({ value, dataset, like }) => {
    const owner = datasetOf(model, dataset)?.name ?? dataset;
    return `“${value}” (${owner}${like === null ? '' : `, like “${like}”`})`;
  });
  return `${all}; ${listed(named, MOST_DIFFERING)} ${differ.length === 1 ? 'differs' : 'differ'}`;
}

/** "port of Fuel". */
export const memberWords = (model: Model, member: { dataset: string; column: string }) =>
  `${columnOf(model, member.dataset, member.column)?.name ?? member.column} of ${datasetOf(model, member.dataset)?.name ?? member.dataset}`;
