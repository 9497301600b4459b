/** Pass holders: how many there are at the end of each day, by kind of pass. A stock, so days do not add up. */
import { civilFromDay, isoDay, weekdayOf } from '../../src/core/calendar/day';
import type { Company } from '../company';
import { Random } from '../random';
import type { DemoDataset } from './demoDataset';

const KINDS = [
  ['resident', 4100, 1.4],
  ['commuter', 1250, 0.9],
  ['season', 620, 0.5],
] as const;
/** Counted from then on only: days before the company's today. */
const DAYS_COUNTED = 560;

export const passHolders: DemoDataset = {
  name: 'Pass holders',
  dateColumns: ['counted'],
  header: ['counted', 'pass_kind', 'holders'],
  *rows(company: Company) {
    const random = new Random(88);
    const held: number[] = KINDS.map(([, count]) => count);
    for (let day = company.today - DAYS_COUNTED; day < company.today; day++) {
      // Nobody counts on Sundays.
      const counted = weekdayOf(day) !== 7;
      for (const [k, [kind, , growth]] of KINDS.entries()) {
        const { month } = civilFromDay(day);
        const summer = kind === 'season' ? (month >= 4 && month <= 8 ? 6 : -5) : 0;
        held[k] = Math.max(100, held[k]! + Math.round(growth + summer + (random.next() - 0.5) * 9));
        if (counted) yield [isoDay(day), kind, String(held[k])];
      }
    }
  },
};
