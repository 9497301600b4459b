/** The almanac: its rule and what a change would move, holidays from files, the table of days, its exports. */
import type { Connection } from 'mysql2/promise';
import { eventually } from './support/page';
import {
  api,
  asStory,
  browserPage,
  load,
  numberFrom,
  openDatabase,
  writeTestFile,
} from './support/application';

const page = browserPage();
const step = asStory(page);
let database: Connection;
beforeAll(async () => {
  database = await openDatabase();
  const lines = ['day,kind,things'];
  for (let i = 0; i < 900; i++)
    lines.push(
      `${new Date(Date.UTC(2024, 0, 1 + i)).toISOString().slice(0, 10)},${i % 2 ? 'a' : 'b'},${i % 11}`,
    );
  await load(`${lines.join('\n')}\n`, {
    name: 'Things',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'kind', type: 'text', category: true },
      { name: 'things', type: 'whole' },
    ],
  });
  const measures = [{ dataset: 'things', measure: 'things' }];
  await api('POST', '/dashboards', {
    version: 2,
    title: 'Fiscal things',
    timeZone: 'UTC',
    visuals: [
      { id: 'months', kind: 'line', title: 'By fiscal month', measures, grain: 'fiscal month' },
      {
        id: 'days',
        kind: 'bar',
        title: 'By weekday',
        measures,
        across: { attribute: 'weekday' },
        order: 'natural',
      },
    ],
    controls: [
      {
        id: 'span',
        kind: 'timeline',
        title: 'Fiscal span',
        default: 'last fiscal month',
        level: 'fiscal month',
        levelFixed: false,
        size: 'words',
      },
    ],
    wires: [{ control: 'span', target: 'months', on: true, roles: {} }],
    layout: [{ item: 'days', x: 0, y: 0, w: 24, h: 12 }],
  });
});
afterAll(() => database.end());

const sql = (text: string) => numberFrom(database, text);

describe('the almanac', () => {
  step('shows what another rule would move before it is saved', async () => {
    const at = page();
    await at.open('/almanac');
    await at.choose('Weeks begin on', 'Sunday');
    await at.choose('Fiscal year begins with', 'fiscal April');
    await at.type('Fiscal months begin on day', '21');
    // The list follows each change of the rule; the last one is waited for.
    const text = await at.reads(/21 Apr – 20 May 2026 \(30 days\)/);
    expect(text).toMatch(/\d+ windows? moves? and \d+ visuals? (is|are) cut anew/);
    expect(text).toContain('Fiscal span, “last fiscal month”');
    expect(text).toMatch(/1–31 May 2026 \(31 days\)/);
    expect(text).toContain('start 10 days earlier, end 11 days earlier');
    expect(text).toContain('its weekdays come in another order');
    // Nothing is kept yet.
    expect(
      await sql(
        'SELECT COUNT(*) FROM almanac_day WHERE fiscal_month = 1 AND day_of_month = 25 AND month = 3',
      ),
    ).toBe(0);
  });

  step('saves the rule, and the table of days follows it in one go', async () => {
    const at = page();
    await at.click('button', 'Save the rule');
    await at.reads('The rule is saved');
    const name = async (day: string) => {
      const [[row]] = (await database.query(
        'SELECT fiscal_month_name AS name, week_start AS week, weekday_order AS place FROM almanac_day WHERE day = ?',
        [day],
      )) as unknown as [{ name: string; week: string; place: number }[]];
      return row;
    };
    expect(await name('2026-03-20')).toMatchObject({ name: 'FY2026-M12' });
    expect(await name('2026-03-21')).toMatchObject({ name: 'FY2027-M01', week: '2026-03-15', place: 7 });
    const { body } = await api<{ rule: { weekStart: number } }>('GET', '/model');
    expect(body.rule.weekStart).toBe(7);
    expect(await at.consoleErrors()).toEqual([]);
  });

  step('weekdays come in the order of the week, never by name', async () => {
    const { body: list } = await api<{ id: number; title: string }[]>('GET', '/dashboards');
    const { id } = list.find((entry) => entry.title === 'Fiscal things')!;
    const { body } = await api<{
      visuals: Record<string, { data: { category: string; values: [number] }[] }>;
    }>('POST', `/dashboards/${id}/answers`, {});
    const { data } = body.visuals.days!;
    expect(data.map((entry) => entry.category)).toEqual([
      'Sunday',
      'Monday',
      'Tuesday',
      'Wednesday',
      'Thursday',
      'Friday',
      'Saturday',
    ]);
    const fact = (await database.query(
      'SELECT id, rows_load FROM dataset WHERE `key` = "things"',
    )) as unknown as [{ id: number; rows_load: number }[]];
    const table = `fact_${fact[0][0]!.id}_${fact[0][0]!.rows_load}`;
    for (const { category, values } of data) {
      expect(values[0]).toBe(
        await sql(
          `SELECT SUM(c3) FROM ${table} JOIN almanac_day ON day = c1 WHERE weekday_name = '${category}'`,
        ),
      );
    }
  });

  step('takes holidays from an iCalendar file, and refuses a bad one with its line', async () => {
    const at = page();
    const put = async (name: string, lines: string[]) => {
      const file = writeTestFile(name, lines.join('\r\n'));
      await eventually('the file field', async () => {
        await at.driver.findElement({ css: 'input[type=file]' }).sendKeys(file);
        return true;
      });
    };
    const event = [
      'BEGIN:VEVENT',
      'UID:1',
      'DTSTART;VALUE=DATE:20200612',
      'RRULE:FREQ=YEARLY',
      'SUMMARY:Harbour Day',
      'END:VEVENT',
    ];
    await put('bad.ics', [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      ...event.slice(0, 3),
      'SUMMARY Harbour Day',
      'END:VEVENT',
      'END:VCALENDAR',
    ]);
    await at.reads(/is not taken: line 6: “SUMMARY Harbour Day” is not a line/);
    await put('island.ics', ['BEGIN:VCALENDAR', 'VERSION:2.0', ...event, 'END:VCALENDAR']);
    await at.reads(/12 Jun Harbour Day/);
    expect(
      await sql("SELECT COUNT(*) FROM almanac_day WHERE holiday AND holiday_name = 'Harbour Day'"),
    ).toBeGreaterThan(1);
    await at.click('checkbox', /^Use /);
    await eventually(
      'the days to lose their holiday',
      async () => (await sql('SELECT COUNT(*) FROM almanac_day WHERE holiday')) === 0,
    );
    await at.click('checkbox', /^Use /);
    await eventually(
      'the holidays to be back',
      async () => (await sql('SELECT COUNT(*) FROM almanac_day WHERE holiday')) > 0,
    );
    expect(await at.consoleErrors()).toEqual([]);
  });

  step('is exported as CSV and as Parquet, row by row the table', async () => {
    const base = process.env.DATHEN_URL!;
    const csv = await (await fetch(`${base}/api/almanac/export?format=csv`)).text();
    const [head, ...rows] = csv.trim().split('\n');
    const [[{ days }]] = (await database.query('SELECT COUNT(*) AS days FROM almanac_day')) as unknown as [
      [{ days: number }],
    ];
    expect(rows).toHaveLength(days);
    const [columns] = (await database.query('SHOW COLUMNS FROM almanac_day')) as unknown as [
      { Field: string }[],
    ];
    expect(head!.split(',').sort()).toEqual(columns.map((column) => column.Field).sort());
    const parquet = new Uint8Array(
      await (await fetch(`${base}/api/almanac/export?format=parquet`)).arrayBuffer(),
    );
    const { parquetReadObjects } = await import('hyparquet');
    const read = await parquetReadObjects({ file: parquet.buffer });
    expect(read).toHaveLength(days);
    const harbour = read.find((row) => row.holiday_name === 'Harbour Day') as
      { day: Date; holiday: boolean } | undefined;
    expect(harbour?.holiday).toBe(true);
    expect(harbour?.day.toISOString().slice(5, 10)).toBe('06-12');
  });

  step('goes back to the first rule', async () => {
    const at = page();
    await at.choose('Weeks begin on', 'Monday');
    await at.choose('Fiscal year begins with', 'fiscal January');
    await at.type('Fiscal months begin on day', '1');
    await at.click('button', 'Save the rule');
    await at.reads('The rule is saved');
    expect(await sql('SELECT MAX(day_of_month) FROM almanac_day WHERE fiscal_month = 1')).toBe(31);
  });
});
