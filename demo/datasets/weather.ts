/** Weather: three stations, observed at several hours of each day, with outages. Averages and maxima, never sums. */
import { isoDay } from '../../src/core/calendar/day';
import type { Company } from '../company';
import { Random } from '../random';
import type { DemoDataset } from './demoDataset';

const STATIONS = ['Veldry', 'Tamsel', 'Hallen'] as const;
const HOURS = [6, 14] as const;
/** Days into the company's life at which a station fell silent, and for how long. */
const OUTAGES: Record<string, readonly (readonly [number, number])[]> = {
  Veldry: [[410, 9]],
  Tamsel: [
    [150, 24],
    [900, 41],
  ],
  Hallen: [[1210, 16]],
};
const YEAR = 365.25;

const isSilent = (station: string, since: number) =>
  OUTAGES[station]!.some(([from, days]) => since >= from && since < from + days);

export const weather: DemoDataset = {
  name: 'Weather',
  dateColumns: ['observed'],
  header: ['observed', 'station', 'wind', 'wave_height'],
  *rows(company: Company) {
    const random = new Random(3301);
    for (let day = company.firstDay; day < company.today; day++) {
      const since = day - company.firstDay;
      const winter = 1 + 0.45 * Math.cos((2 * Math.PI * (day % YEAR)) / YEAR);
      const storm = company.storms.has(day) ? 2.1 : 1;
      for (const station of STATIONS) {
        if (isSilent(station, since)) continue;
        for (const hour of HOURS) {
          const wind = random.around(78 * winter * storm, 34) / 10;
          const wave = Math.max(0.1, wind * 0.16 * (0.7 + 0.6 * random.next()));
          yield [
            `${isoDay(day)} ${String(hour).padStart(2, '0')}:00`,
            station,
            wind.toFixed(1),
            wave.toFixed(2),
          ];
        }
      }
    }
  },
};
