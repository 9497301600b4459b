/** Repairs: opened on a day, closed on another, those still open without one. */
import { isoDay } from '../../src/core/calendar/day';
import type { Company } from '../company';
import { Random } from '../random';
import type { DemoDataset } from './demoDataset';

const SYSTEMS = [
  ['engine', 30],
  ['hull', 12],
  ['doors and ramps', 18],
  ['electrics', 20],
  ['galley', 8],
  ['navigation', 12],
] as const;
const SEVERITIES = [
  ['minor', 60],
  ['major', 31],
  ['stops sailing', 9],
] as const;
/** Days until a repair is closed, roughly. */
const DURATION: Record<string, number> = { minor: 4, major: 11, 'stops sailing': 3 };
const HOURS: Record<string, number> = { minor: 3, major: 14, 'stops sailing': 26 };

export const repairs: DemoDataset = {
  name: 'Repairs',
  dateColumns: ['opened', 'closed'],
  header: ['opened', 'closed', 'vessel', 'system', 'severity', 'hours'],
  *rows(company: Company) {
    const random = new Random(907);
    for (let day = company.firstDay; day < company.today; day++) {
      for (const [v, vessel] of company.vessels.entries()) {
        const inDock = vessel === 'Plover' && day >= company.dock.start && day <= company.dock.end;
        const chance = inDock ? 0.9 : 0.22 + 0.05 * v;
        if (!random.chance(chance)) continue;
        const severity = random.weighted(SEVERITIES);
        const closed = day + Math.floor(-Math.log(1 - random.next()) * DURATION[severity]!);
        yield [
          isoDay(day),
          closed <= company.today - 1 ? isoDay(closed) : '',
          vessel,
          random.weighted(SYSTEMS),
          severity,
          (HOURS[severity]! * (0.4 + 1.2 * random.next())).toFixed(1),
        ];
      }
    }
  },
};
