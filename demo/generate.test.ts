import { createHash } from 'node:crypto';
import { civilFromDay, parseIsoDay } from '../src/core/calendar/day';
import { companyOn, demandOn, inService } from './company';
import { fileWithMistakes } from './datasets/mistakes';
import { csvText, DEMO_DATASETS } from './generate';

const TODAY = parseIsoDay('2026-06-03')!;
const company = companyOn(TODAY, 0.05);
const textOf = (name: string) =>
  [
    ...csvText(
      DEMO_DATASETS.find((dataset) => dataset.name === name)!,
      company,
    ),
  ].join('');
const rowsOf = (name: string) =>
  textOf(name)
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(','));

describe('the demo data', () => {
  test('is the same for the same day and scale', () => {
    const digest = (text: string) => createHash('sha256').update(text).digest('hex');
    expect(digest(textOf('Sailings'))).toBe(digest(textOf('Sailings')));
    expect(digest(textOf('Bookings'))).not.toBe(
      digest([...csvText(DEMO_DATASETS[1]!, companyOn(TODAY, 0.06))].join('')),
    );
  });

  test('sailings end two days ago, and nothing sails in a storm', () => {
    const days = rowsOf('Sailings').map((row) => parseIsoDay(row[0]!)!);
    expect(Math.max(...days)).toBe(TODAY - 2);
    expect(days.some((day) => company.storms.has(day))).toBe(false);
  });

  test('two routes close each winter and one opened halfway', () => {
    const closing = company.routes.filter((route) => route.closesInWinter);
    const january = parseIsoDay('2025-01-15')!;
    expect(closing).toHaveLength(2);
    expect(closing.some((route) => inService(company, route, january))).toBe(false);
    const late = company.routes.filter((route) => !inService(company, route, company.firstDay + 200));
    expect(late.map((route) => route.opened !== undefined || route.closesInWinter)).not.toContain(false);
  });

  test('bookings reach ahead, and some are cancelled', () => {
    const rows = rowsOf('Bookings');
    const travels = rows.map((row) => parseIsoDay(row[1]!)!);
    expect(Math.max(...travels)).toBeGreaterThan(TODAY + 30);
    expect(Math.max(...travels)).toBeLessThanOrEqual(TODAY + 90);
    const cancelled = rows.filter((row) => row[2] !== '').length / rows.length;
    expect(cancelled).toBeGreaterThan(0.02);
    expect(cancelled).toBeLessThan(0.12);
  });

  test('summer is about twice winter', () => {
    const year = civilFromDay(TODAY).year - 1;
    const mean = (month: string) => {
      const first = parseIsoDay(`${year}-${month}-01`)!;
      return (
        Array.from({ length: 28 }, (_, i) => demandOn(company, first + i)).reduce(
          (sum, value) => sum + value,
          0,
        ) / 28
      );
    };
    expect(mean('07') / mean('01')).toBeGreaterThan(1.7);
  });

  test('the file with mistakes has some of every kind', () => {
    const text = fileWithMistakes(company);
    for (const mistake of ['2025-02-30', 'many', '9025-01-01', 'yesterday', 'passengers,passengers'])
      expect(text).toContain(mistake);
  });
});
