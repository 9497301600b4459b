/**
 * Random comparisons against SQL that is written here by itself: the value, each baseline's value and the partner of
 * each bucket, for every aggregation, form of baseline, grain and condition, from cubes and from the database.
 */
import fc from 'fast-check';
import { isoDay, parseIsoDay, type Day } from '../../core/calendar/day';
import type { TestRow } from '../../core/cube/testing';
import { documentSchema } from '../../core/dashboard/document/document';
import { DEFAULT_STATE } from '../../core/dashboard/reader/state';
import type { ChartAnswer, FigureAnswer } from '../../core/dashboard/turn/answer';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { designOf } from '../../core/dashboard/wiring/design';
import type { Model } from '../../core/model/model';
import { TEST_MODEL, testMeasure } from '../../core/model/testing';
import { factTable } from '../datasets/definition';
import { editDataset } from '../datasets/edit';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { askedOnce, loadText, tableOf, withDatabase } from '../testing';
import { sourceFor } from './answer';
import { sqlSource } from './sqlSource';

const at = withDatabase();
const ask = askedOnce<string | number | null>();
const QUESTIONS = Number(process.env.DATHEN_QUESTIONS ?? 150);
const FIRST = parseIsoDay('2024-01-01')!;
const TODAY = parseIsoDay('2026-03-18')!;

/** Rows over two years and some months, with gaps, blanks and repeats, the same in every run. */
const ROWS: readonly TestRow[] = Array.from({ length: 900 }, (_, i) => {
  const mixed = (i * 7919) % 10_007;
  const day = FIRST + (mixed % 800);
  return {
    day: day % 6 === 0 ? day + 1 : day,
    other: mixed % 7 === 0 ? null : day - (mixed % 40),
    route: ['Veldry', 'Osk Head', 'Tamsel', null][mixed % 4]!,
    channel: ['web', 'desk', null][(mixed >> 3) % 3]!,
    seats: mixed % 9 === 0 ? null : (mixed % 23) - 3,
    cents: mixed % 8 === 0 ? null : ((mixed * 31) % 30_000) - 4000,
  };
});

/** Each measure as an expression over the rows that are kept. */
const MEASURES: Readonly<Record<string, string>> = {
  rows: 'NULLIF(COUNT(*), 0)',
  seats: 'SUM(c5)',
  fare: 'AVG(1e0 * c6)',
  least: 'MIN(c6)',
  most: 'MAX(c6)',
  kinds: 'NULLIF(COUNT(DISTINCT c4), 0)',
  busy: 'NULLIF(SUM(COALESCE(c5 >= 10, FALSE)), 0)',
  share: '1e0 * NULLIF(SUM(COALESCE(c5 >= 10, FALSE)), 0) / NULLIF(COUNT(*), 0) * 100',
};
const CONDITIONS: Readonly<Record<string, string | null>> = {
  none: null,
  channel: "channel = 'web' OR route IS NULL",
  numbers: 'seats >= 5',
  // Moves with the baseline.
  today: 'other <= CURRENT_DATE',
};

interface Form {
  readonly text: string;
  /** The baseline's window for a window of days. */
  readonly moved: (start: string, end: string) => string;
  /** Today as conditions see it; null where it stays. */
  readonly today: ((today: string) => string) | null;
}
const back = (interval: string) => ({
  moved: (start: string, end: string) =>
    `SELECT DATE_SUB('${start}', ${interval}) AS first, DATE_SUB('${end}', ${interval}) AS last`,
  today: (today: string) => `DATE_SUB('${today}', ${interval})`,
});
const FORMS: readonly Form[] = [
  { text: 'same span 1 year earlier', ...back('INTERVAL 1 YEAR') },
  { text: 'same span 2 months earlier', ...back('INTERVAL 2 MONTH') },
  { text: 'same span 10 days earlier', ...back('INTERVAL 10 DAY') },
  { text: 'same weekdays 1 year earlier', ...back('INTERVAL 364 DAY') },
  {
    text: 'previous span',
    moved: (start, end) =>
      `SELECT DATE_SUB('${start}', INTERVAL DATEDIFF('${end}', '${start}') + 1 DAY) AS first, DATE_SUB('${start}', INTERVAL 1 DAY) AS last`,
    today: null,
  },
  {
    text: '2024-11-05/2024-12-20',
    moved: () => "SELECT DATE('2024-11-05') AS first, DATE('2024-12-20') AS last",
    today: (today) => `DATE('${today}')`,
  },
];

const question = fc.record({
  measure: fc.constantFrom(...Object.keys(MEASURES)),
  // Days in the middle of months, so that no window is one of whole months.
  start: fc
    .integer({ min: 400, max: 760 })
    .map((day) => FIRST + day)
    .filter((day) => isoDay(day).slice(8) !== '01'),
  days: fc.integer({ min: 1, max: 100 }),
  form: fc.integer({ min: 0, max: FORMS.length - 1 }),
  grain: fc.constantFrom('day' as const, 'week' as const, 'month' as const),
  condition: fc.constantFrom(...Object.keys(CONDITIONS)),
  perDay: fc.boolean(),
});
type Question = typeof question extends fc.Arbitrary<infer T> ? T : never;

function documentFor({ measure, start, days, form, grain, condition, perDay }: Question) {
  const visual = {
    title: '',
    measures: [{ dataset: 'trips', measure }],
    grain,
    compare: { with: ['b1'], per: perDay ? 'day' : 'total' },
  };
  const sql = CONDITIONS[condition];
  const controls = [
    { id: 'span', kind: 'phrase', title: '', default: `${isoDay(start)}/${isoDay(start + days - 1)}` },
    ...(sql
      ? [
          {
            id: 'where',
            kind: 'condition',
            title: '',
            dataset: 'trips',
            groups: [{ entries: [{ id: 'e', name: '', sql, on: true }] }],
          },
        ]
      : []),
  ];
  return documentSchema.parse({
    version: 3,
    title: 'Asked',
    timeZone: 'UTC',
    baselines: [{ id: 'b1', name: '', text: FORMS[form]!.text }],
    visuals: [
      { ...visual, id: 'fig', kind: 'figure' },
      { ...visual, id: 'sea', kind: 'line' },
    ],
    controls,
    wires: controls.flatMap(({ id }) =>
      ['fig', 'sea'].map((target) => ({ control: id, target, on: true, roles: {} })),
    ),
    layout: [],
  });
}

const physical = (sql: string, today: string) =>
  sql
    .replace('CURRENT_DATE', today)
    .replace(
      /\b(other|route|channel|seats|cents)\b/g,
      (key) => ({ other: 'c2', route: 'c3', channel: 'c4', seats: 'c5', cents: 'c6' })[key]!,
    );

describe('random comparisons', () => {
  let stored: StoredDataset;
  let model: Model;
  beforeAll(async () => {
    const { dataset } = await loadText(at.folder, 'trips', tableOf(ROWS));
    stored = await editDataset(await findDataset(dataset), { categories: ['route', 'channel'] });
    const measures = [...TEST_MODEL.datasets[0]!.measures, testMeasure('kinds', 'count distinct', 'channel')];
    model = {
      ...TEST_MODEL,
      datasets: TEST_MODEL.datasets.map((entry) =>
        entry.key === 'trips' ? { ...entry, load: stored.currentLoad!, measures } : entry,
      ),
    };
  }, 60_000);

  /** A measure over days, in so many pieces of days with data as there are between the first and the last of them. */
  async function valueOf(
    asked: Question,
    first: string,
    last: string,
    today: string,
  ): Promise<number | null> {
    const sql = CONDITIONS[asked.condition];
    const where = sql ? ` AND COALESCE((${physical(sql, today)}), FALSE)` : '';
    const [row] = await ask(
      `SELECT ${MEASURES[asked.measure]} FROM ${factTable(stored.id, stored.currentLoad!)}
       WHERE c1 BETWEEN '${first}' AND '${last}'${where}`,
    );
    const value = row![0]!;
    return value === null ? null : Number(value);
  }

  /** The days of all rows that count for the measure, from the first to the last. */
  async function dataSpan(asked: Question, today: string): Promise<{ first: Day; last: Day } | null> {
    const sql = CONDITIONS[asked.condition];
    const busy = asked.measure === 'busy' ? ' AND COALESCE(c5 >= 10, FALSE)' : '';
    const where = sql ? ` AND COALESCE((${physical(sql, today)}), FALSE)` : '';
    const [row] = await ask(
      `SELECT DATE_FORMAT(MIN(c1), '%Y-%m-%d'), DATE_FORMAT(MAX(c1), '%Y-%m-%d')
       FROM ${factTable(stored.id, stored.currentLoad!)} WHERE c1 IS NOT NULL${where}${busy}`,
    );
    const [first, last] = row as [string | null, string | null];
    return first === null || last === null ? null : { first: parseIsoDay(first)!, last: parseIsoDay(last)! };
  }

  const growsWithDays = (measure: string) => ['rows', 'seats', 'busy'].includes(measure);

  function near(found: number | null, expected: number | null, what: string) {
    if (expected === null || found === null) {
      if (expected !== found) throw new Error(`${what}: ${expected} expected, got ${found}`);
      return;
    }
    if (Math.abs(found - expected) > 1e-6 * (1 + Math.abs(expected)))
      throw new Error(`${what}: ${expected} expected, got ${found}`);
  }

  async function check(asked: Question, figure: FigureAnswer, chart: ChartAnswer) {
    const form = FORMS[asked.form]!;
    const [start, end] = [isoDay(asked.start), isoDay(asked.start + asked.days - 1)];
    const today = isoDay(TODAY);
    const [moved] = await ask(
      `SELECT DATE_FORMAT(first, '%Y-%m-%d'), DATE_FORMAT(last, '%Y-%m-%d') FROM (${form.moved(start, end)}) AS moved`,
    );
    const [first, last] = moved as [string, string];
    const step = form.today ?? ((day: string) => `DATE_SUB('${day}', INTERVAL ${asked.days} DAY)`);
    const perDay = async (value: number | null, from: Day, to: Day, on: string) => {
      if (!asked.perDay || !growsWithDays(asked.measure) || value === null) return value;
      const span = await dataSpan(asked, on);
      const days = span ? Math.min(to, span.last) - Math.max(from, span.first) + 1 : 0;
      return days > 0 ? value / days : value;
    };
    const [on, then] = [`DATE('${today}')`, step(today)];
    const days = (text: string) => parseIsoDay(text)!;
    near(
      figure.value,
      await perDay(await valueOf(asked, start, end, on), asked.start, asked.start + asked.days - 1, on),
      'value',
    );
    near(
      figure.against![0]!.value,
      await perDay(await valueOf(asked, first, last, then), days(first), days(last), then),
      'baseline',
    );
    const { series, partners } = chart.against![0]!;
    // A measure with nothing in the window has no series, so none to lay a baseline over.
    if (chart.series.length === 0) return;
    for (const [i, partner] of (partners ?? []).entries()) {
      const found = series[0]?.[i] ?? null;
      if (!partner) {
        near(found, null, `bucket ${i}`);
        continue;
      }
      expect(partner.start).toBeGreaterThanOrEqual(days(first));
      expect(partner.end).toBeLessThanOrEqual(days(last));
      const value = await valueOf(asked, isoDay(partner.start), isoDay(partner.end), then);
      near(found, await perDay(value, partner.start, partner.end, then), `bucket ${i}`);
    }
  }

  test(
    `equal what SQL says: ${QUESTIONS} questions`,
    async () => {
      let compared = 0;
      await fc.assert(
        fc.asyncProperty(question, async (asked) => {
          const design = designOf(documentFor(asked), model);
          const input = { design, state: DEFAULT_STATE, today: TODAY };
          for (const source of [await sourceFor(design, [stored]), sqlSource([stored], model)]) {
            const { fig, sea } = (await answerTurn(input, source)).visuals;
            if (fig!.kind === 'empty') continue;
            if (fig!.kind !== 'figure' || sea!.kind !== 'chart')
              throw new Error(`They are ${fig!.kind} and ${sea!.kind}`);
            await check(asked, fig as FigureAnswer, sea as ChartAnswer);
            compared++;
          }
        }),
        { numRuns: QUESTIONS },
      );
      // Most questions have to be about something.
      expect(compared).toBeGreaterThan(QUESTIONS);
    },
    30 * 60_000,
  );
});
