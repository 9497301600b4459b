import { listed } from '../../core/listed';
import { BLANK } from '../../core/model/blank';
import { dimensionName, type Dimension } from '../../core/model/dimension';
import type { Model } from '../../core/model/model';
import { pickedDays, type Pick } from '../../core/dashboard/reader/pick';
import { runsWords } from '../../core/period/describe';

const MOST_NAMED = 3;

/** What is chosen, in a few words: "Route Veldry–Osk Head", "3 – 9 Mar 2025". */
export function shownPick(pick: Pick, model: Model, dimensions: readonly Dimension[]): string {
  const days = pickedDays(pick, model.rule);
  const parts: string[] = [];
  if (pick.keys.length > 0) {
    const [first] = dimensions;
    const name = dimensions.length === 1 && first ? `${dimensionName(model, first)} ` : '';
    parts.push(
      `${name}${listed(pick.keys, MOST_NAMED, (key) => key.map((value) => value ?? BLANK).join(' › '))}`,
    );
  }
  if (days) parts.push(runsWords(days, model.rule));
  return `${pick.exclude ? 'all but ' : ''}${parts.join(', ')}`;
}
