/** The holidays and events of the made-up islands, as an iCalendar file. */
import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { civilFromDay } from '../src/core/calendar/day';
import type { Company } from './company';

const pad = (value: number) => String(value).padStart(2, '0');

interface Entry {
  readonly summary: string;
  readonly month: number;
  readonly day: number;
  readonly rule?: string;
  readonly days?: number;
}

const HOLIDAYS: readonly Entry[] = [
  { summary: 'New Year', month: 1, day: 1, rule: 'FREQ=YEARLY' },
  { summary: 'Lamp Night', month: 2, day: 2, rule: 'FREQ=YEARLY' },
  { summary: 'Spring Monday', month: 4, day: 1, rule: 'FREQ=YEARLY;BYMONTH=4;BYDAY=2MO' },
  { summary: 'Harbour Day', month: 6, day: 12, rule: 'FREQ=YEARLY' },
  { summary: 'Net Blessing', month: 8, day: 1, rule: 'FREQ=YEARLY;BYMONTH=8;BYDAY=-1SU' },
  { summary: 'Founders’ Day', month: 10, day: 19, rule: 'FREQ=YEARLY' },
  { summary: 'Midwinter', month: 12, day: 24, rule: 'FREQ=YEARLY', days: 3 },
];
const EVENTS: readonly Entry[] = [
  { summary: 'Sollay Regatta', month: 7, day: 4, rule: 'FREQ=YEARLY;BYMONTH=7;BYDAY=1FR', days: 3 },
  { summary: 'Quern Sheep Fair', month: 9, day: 10, rule: 'FREQ=YEARLY', days: 2 },
];

/** The text of a file whose entries begin in the year before the company's first. */
function calendarText(company: Company, entries: readonly Entry[], name: string): string {
  const year = civilFromDay(company.firstDay).year - 1;
  const date = (month: number, day: number) => `${year}${pad(month)}${pad(day)}`;
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Skerrow Line//Demo//EN',
    `X-WR-CALNAME:${name}`,
  ];
  entries.forEach(({ summary, month, day, rule, days }, i) => {
    lines.push('BEGIN:VEVENT', `UID:${i + 1}@skerrow.example`, `DTSTAMP:${date(1, 1)}T000000Z`);
    lines.push(`DTSTART;VALUE=DATE:${date(month, day)}`);
    if (days !== undefined) lines.push(`DURATION:P${days}D`);
    if (rule !== undefined) lines.push(`RRULE:${rule}`);
    lines.push(`SUMMARY:${summary}`, 'END:VEVENT');
  });
  return `${[...lines, 'END:VCALENDAR'].join('\r\n')}\r\n`;
}

/** The sets of the demo, as they are added to the almanac. */
export const demoSets = (company: Company) => [
  {
    name: 'Island holidays',
    kind: 'holiday' as const,
    source: 'island-holidays.ics',
    text: calendarText(company, HOLIDAYS, 'Island holidays'),
  },
  {
    name: 'Island events',
    kind: 'event' as const,
    source: 'island-events.ics',
    text: calendarText(company, EVENTS, 'Island events'),
  },
];

/** Writes the files, to be looked at and tried on the almanac's page. */
export async function writeHolidays(company: Company, folder: string): Promise<void> {
  await mkdir(folder, { recursive: true });
  for (const { source, text } of demoSets(company)) await writeFile(path.join(folder, source), text);
}
