import { parquetReadObjects } from 'hyparquet';
import { DEFAULT_RULE, type CalendarRule } from '../../core/calendar/rule';
import { d } from '../../core/calendar/testing';
import { emptyDocument } from '../../core/dashboard/document/document';
import { TIME_DEFAULTS } from '../../core/dashboard/document/kinds/time';
import { createDashboard } from '../dashboards/repository';
import { database, selectRows, sqlNow } from '../database/connection';
import { specialSet } from '../database/schema';
import { readRevision } from '../model/revision';
import { loadText, withDatabase } from '../testing';
import { ensureAlmanac, readAlmanac, readRule, saveRule } from './almanac';
import { almanacCsv, almanacParquet } from './exports';
import { changesUnder } from './ruleChange';
import { addSet, changeSet, listSets, removeSet } from './specialSets';

const at = withDatabase();

const ICS = (name: string, day: string, rule = '') =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    'UID:1',
    `DTSTART;VALUE=DATE:${day}`,
    ...(rule ? [`RRULE:${rule}`] : []),
    `SUMMARY:${name}`,
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');

const FISCAL: CalendarRule = {
  ...DEFAULT_RULE,
  weekStart: 7,
  fiscal: { ...DEFAULT_RULE.fiscal, yearStartMonth: 4, monthStartDay: 21 },
};

const dayRow = async (day: string) =>
  (await selectRows<Record<string, unknown>>('SELECT * FROM almanac_day WHERE day = ?', [day]))[0];

describe('the table of days', () => {
  test('spans whole years around all data, a row a day', async () => {
    await loadText(at.folder, 'Trips', 'day,seats\n2024-05-03,1\n2025-02-01,2\n');
    await ensureAlmanac();
    const { span } = await readAlmanac();
    expect([span.first, span.last]).toEqual([d('2024-01-01'), d('2025-12-31')]);
    const [counted] = await selectRows<{ days: number }>('SELECT COUNT(*) AS days FROM almanac_day');
    expect(Number(counted!.days)).toBe(731);
    expect(await dayRow('2024-02-29')).toMatchObject({ weekday_name: 'Thursday' });
  });

  test('follows another rule at once, and tells open pages', async () => {
    const before = await readRevision();
    await saveRule(FISCAL);
    expect(await readRule()).toEqual(FISCAL);
    expect((await readRevision()).revision).toBeGreaterThan(before.revision);
    const row = (await dayRow('2024-05-25'))!;
    expect(JSON.stringify(row)).toContain('FY');
    await saveRule(DEFAULT_RULE);
  });

  test('is not built again while nothing changed', async () => {
    await ensureAlmanac();
    await selectRows("UPDATE almanac_day SET weekday_name = 'Someday' WHERE day = '2024-05-03'");
    await ensureAlmanac();
    expect(await dayRow('2024-05-03')).toMatchObject({ weekday_name: 'Someday' });
    await saveRule({ ...DEFAULT_RULE, weekStart: 3 });
    expect(await dayRow('2024-05-03')).toMatchObject({ weekday_name: 'Friday' });
    await saveRule(DEFAULT_RULE);
  });

  test('can be taken away as CSV and as Parquet, with the same days', async () => {
    const csv = await almanacCsv();
    const lines = csv.trimEnd().split('\n');
    expect(lines).toHaveLength(732);
    expect(lines[0]).toMatch(/^day,/);
    const bytes = await almanacParquet();
    const file = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
    const rows = await parquetReadObjects({ file });
    expect(rows).toHaveLength(731);
    expect(Object.keys(rows[0]!)).toEqual(lines[0]!.split(','));
  });
});

describe('holidays and events', () => {
  test('a set names its days while it is used', async () => {
    await addSet({
      name: 'Quay days',
      kind: 'holiday',
      source: 'quay.ics',
      text: ICS('Quay day', '20240601', 'FREQ=YEARLY'),
    });
    await ensureAlmanac();
    const [set] = await listSets();
    expect(set).toMatchObject({ name: 'Quay days', kind: 'holiday', enabled: true, events: 1 });
    expect((await readAlmanac()).special.map((entry) => entry.day)).toEqual([
      d('2024-06-01'),
      d('2025-06-01'),
    ]);
    expect(await dayRow('2025-06-01')).toMatchObject({ holiday: 1, holiday_name: 'Quay day' });
    await changeSet(set!.id, { enabled: false });
    await ensureAlmanac();
    expect((await readAlmanac()).special).toEqual([]);
    expect(await dayRow('2025-06-01')).toMatchObject({ holiday: 0, holiday_name: null });
    await changeSet(set!.id, { enabled: true, kind: 'event' });
    await ensureAlmanac();
    expect(await dayRow('2025-06-01')).toMatchObject({ holiday: 0, event_names: 'Quay day' });
    await removeSet(set!.id);
    await expect(removeSet(set!.id)).rejects.toMatchObject({ code: 'no-such-set' });
    await expect(changeSet(set!.id, { enabled: true })).rejects.toMatchObject({ status: 404 });
  });

  test('a file that cannot be read is refused with its line', async () => {
    await expect(
      addSet({ name: 'Odd', kind: 'holiday', source: 'odd.ics', text: ICS('Odd', 'soon') }),
    ).rejects.toMatchObject({
      code: 'bad-calendar',
      message: expect.stringMatching(/odd\.ics.*line \d+/) as string,
    });
    expect(await listSets()).toEqual([]);
  });
});

test('what another rule would move is told before it is saved', async () => {
  await createDashboard({
    ...emptyDocument('Fiscal'),
    controls: [
      { ...TIME_DEFAULTS, id: 'span', kind: 'phrase', default: 'this fiscal year' },
      { ...TIME_DEFAULTS, id: 'plain', kind: 'phrase', default: 'this year' },
    ],
  });
  const changes = await changesUnder(FISCAL);
  expect(changes.dashboards).toBe(1);
  expect(changes.windows.map((window) => window.phrase)).toEqual(['this fiscal year']);
  expect(changes.windows[0]!.startMoves).not.toBe(0);
  expect(await readRule()).toEqual(DEFAULT_RULE);
});

describe('a stored set that this version would not take', () => {
  test('names no days, says why, and takes nothing else down', async () => {
    const [made] = await database()
      .insert(specialSet)
      .values({
        name: 'Ticks',
        kind: 'event',
        source: 'ticks.ics',
        text: ICS('Tick', '20240101', 'FREQ=SECONDLY'),
        enabled: true,
        createdAt: sqlNow(),
      });
    await ensureAlmanac();
    const { special } = await readAlmanac();
    expect(special.map((entry) => entry.name)).not.toContain('Tick');
    const set = (await listSets()).find((entry) => entry.id === made.insertId);
    expect(set?.problem).toMatch(/^Line 6: “Tick”: repeats by secondly rules/);
    await removeSet(made.insertId);
  });
});
