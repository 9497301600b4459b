/**
 * The rows behind a mark: as many as the mark counts, and what they add up to is what the mark shows, for random
 * visuals, states and marks, against SQL that is written here by itself.
 */
import fc from 'fast-check';
import type { RowDataPacket } from 'mysql2/promise';
import { isoDay, parseIsoDay } from '../../core/calendar/day';
import { bucketEnd } from '../../core/cube/aggregate';
import type { TestRow } from '../../core/cube/testing';
import { documentSchema } from '../../core/dashboard/document/document';
import { slicer } from '../../core/dashboard/document/testing';
import { isMeasured, type MeasuredVisual } from '../../core/dashboard/document/visuals';
import { DEFAULT_STATE, type ReaderState } from '../../core/dashboard/reader/state';
import { isOthers } from '../../core/dashboard/turn/answer';
import { rowsOfMark, rowsOfValue, WHOLE_MARK, type MarkAsked } from '../../core/dashboard/turn/behind';
import { settle } from '../../core/dashboard/turn/settle';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { designOf, type Design } from '../../core/dashboard/wiring/design';
import type { Model } from '../../core/model/model';
import { TEST_MODEL } from '../../core/model/testing';
import { pool } from '../database/connection';
import { factTable } from '../datasets/definition';
import { editDataset } from '../datasets/edit';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { loadText, tableOf, withDatabase } from '../testing';
import { sourceFor } from './answer';
import { readPage } from './rowPage';

const at = withDatabase();
const FIRST = parseIsoDay('2024-01-01')!;
const TODAY = parseIsoDay('2026-03-18')!;

const ROWS: readonly TestRow[] = Array.from({ length: 900 }, (_, i) => {
  const mixed = (i * 7919) % 10_007;
  const day = FIRST + (mixed % 800);
  return {
    day,
    other: mixed % 7 === 0 ? null : day - (mixed % 40),
    route: ['Veldry', 'Osk Head', 'Tamsel', 'Quern', null][mixed % 5]!,
    channel: ['web', 'desk', null][(mixed >> 3) % 3]!,
    seats: mixed % 9 === 0 ? null : (mixed % 23) - 3,
    cents: mixed % 8 === 0 ? null : ((mixed * 31) % 30_000) - 4000,
  };
});

/** What each measure counts, as a condition on rows, and what its rows add up to. */
const MEASURES: Readonly<Record<string, { readonly counts: string; readonly value: string }>> = {
  rows: { counts: 'TRUE', value: 'COUNT(*)' },
  seats: { counts: 'TRUE', value: 'SUM(c5)' },
  fare: { counts: 'TRUE', value: 'AVG(1e0 * c6)' },
  most: { counts: 'TRUE', value: 'MAX(c6)' },
  busy: { counts: 'COALESCE(c5 >= 10, FALSE)', value: 'COUNT(*)' },
};

let stored: StoredDataset;
let model: Model;
beforeAll(async () => {
  const { dataset } = await loadText(at.folder, 'trips', tableOf(ROWS));
  stored = await editDataset(await findDataset(dataset), { categories: ['route', 'channel'] });
  model = {
    ...TEST_MODEL,
    datasets: TEST_MODEL.datasets.map((entry) =>
      entry.key === 'trips' ? { ...entry, load: stored.currentLoad! } : entry,
    ),
  };
}, 60_000);

const routes = { dataset: 'trips', column: 'route' };

function designFor(visual: object, window: string, channel: readonly string[]) {
  const document = documentSchema.parse({
    version: 3,
    title: 'Asked',
    timeZone: 'UTC',
    baselines: [{ id: 'b1', name: '', text: 'previous span' }],
    visuals: [{ title: '', ...visual, id: 'it' }],
    controls: [
      { id: 'span', kind: 'phrase', title: '', default: window },
      { ...slicer('channel', 'channel'), title: '' },
    ],
    wires: ['span', 'channel'].map((control) => ({ control, target: 'it', on: true, roles: {} })),
    layout: [],
  });
  const state: ReaderState =
    channel.length === 0 ? DEFAULT_STATE : { ...DEFAULT_STATE, choices: { channel: [...channel] } };
  return { design: designOf(document, model), state };
}

/** The rows behind a mark of the visual, all of them. */
async function behind(design: Design, state: ReaderState, asked: Partial<MarkAsked>) {
  const source = await sourceFor(design, [stored]);
  const settings = await settle(design, state, TODAY, source);
  const visual = design.document.visuals[0]! as MeasuredVisual;
  const context = { design, state, settings, source, today: TODAY };
  const found = await rowsOfMark(context, visual, { ...WHOLE_MARK, ...asked });
  if (!found) return undefined;
  const wanted = { ...found, model, dataset: stored, columns: ['day', 'route', 'seats'] };
  return readPage(wanted, { offset: 0, limit: 1000, sort: null });
}

/** Rows and their value by SQL alone, under conditions written here. */
async function bySql(measure: string, conditions: readonly string[]) {
  const { counts, value } = MEASURES[measure]!;
  const [[row]] = await pool().query<RowDataPacket[]>(
    `SELECT COUNT(*) AS total, ${value} AS value FROM ${factTable(stored.id, stored.currentLoad!)}
     WHERE ${[counts, ...conditions].join(' AND ')}`,
  );
  return { total: Number(row!.total), value: row!.value === null ? null : Number(row!.value) };
}
const between = (first: number, last: number) => `c1 BETWEEN '${isoDay(first)}' AND '${isoDay(last)}'`;
const isRoute = (route: string | null) => (route === null ? 'c3 IS NULL' : `c3 = '${route}'`);
const channelsIn = (channel: readonly string[]) =>
  channel.length === 0 ? 'TRUE' : `c4 IN (${channel.map((value) => `'${value}'`).join()})`;

const question = fc.record({
  measure: fc.constantFrom(...Object.keys(MEASURES)),
  start: fc.integer({ min: 300, max: 700 }).map((day) => FIRST + day),
  length: fc.integer({ min: 2, max: 100 }),
  grain: fc.constantFrom('day', 'week', 'month'),
  channel: fc.subarray(['web', 'desk']),
  kind: fc.constantFrom('line', 'bar', 'crosstab'),
  mark: fc.nat({ max: 200 }),
});

test('as many rows as the mark counts, adding up to what it shows: bars, lines, cells of every measure', async () => {
  let seen = 0;
  await fc.assert(
    fc.asyncProperty(question, async ({ measure, start, length, grain, channel, kind, mark }) => {
      const [first, last] = [start, start + length - 1];
      const visual = {
        kind,
        grain,
        measures: [{ dataset: 'trips', measure }],
        ...(kind === 'bar' ? { across: routes, limit: 2, rest: 'others' } : {}),
        ...(kind === 'crosstab' ? { rows: [routes], columns: { kind: 'grain' } } : {}),
      };
      const { design, state } = designFor(visual, `${isoDay(first)}/${isoDay(last)}`, channel);
      const source = await sourceFor(design, [stored]);
      const turn = await answerTurn({ design, state, today: TODAY }, source);
      const answer = turn.visuals.it!;
      if (answer.kind === 'empty') return;
      const conditions = [between(first, last), channelsIn(channel)];
      let asked: Partial<MarkAsked> = {};
      let value: number | null = null;
      if (answer.kind === 'chart' && answer.categories) {
        const i = mark % answer.categories.length;
        const category = answer.categories[i]!;
        const shown = answer.categories.flatMap((entry) => (isOthers(entry) ? [] : [entry]));
        value = answer.series[0]?.values[i] ?? null;
        if (isOthers(category)) {
          asked = { beyond: [{ dimension: routes, values: shown }] };
          conditions.push(...shown.map((route) => `NOT COALESCE(${isRoute(route)}, FALSE)`));
        } else {
          asked = { within: [{ dimension: routes, value: category }] };
          conditions.push(isRoute(category));
        }
      } else if (answer.kind === 'chart' || answer.kind === 'crosstab') {
        const { buckets } = answer;
        const i = mark % buckets!.starts.length;
        const days = { start: buckets!.starts[i]!, end: bucketEnd(buckets!, i) };
        asked = { days };
        conditions.push(between(days.start, days.end));
        if (answer.kind === 'chart') value = answer.series[0]?.values[i] ?? null;
        else {
          const row = answer.table[mark % answer.table.length]!;
          value = row.cells[0]!.values[i] ?? null;
          if (row.key.length > 0) {
            asked = { ...asked, within: [{ dimension: routes, value: row.key[0]! }] };
            conditions.push(isRoute(row.key[0]!));
          }
        }
      }
      const [found, expected] = [await behind(design, state, asked), await bySql(measure, conditions)];
      expect(found!.total).toBe(expected.total);
      expect(found!.rows).toHaveLength(expected.total);
      if (expected.total === 0) return;
      seen++;
      if (value !== null) expect(value).toBeCloseTo(expected.value ?? NaN, 6);
      if (value !== null && (measure === 'rows' || measure === 'busy')) expect(found!.total).toBe(value);
    }),
    { numRuns: 60 },
  );
  expect(seen).toBeGreaterThan(25);
}, 120_000);

describe('sides', () => {
  const window = '2025-03-01/2025-03-31';
  const [first, last] = [parseIsoDay('2025-03-01')!, parseIsoDay('2025-03-31')!];

  test('the rows of a baseline are those of its own days', async () => {
    const visual = {
      kind: 'figure',
      measures: [{ dataset: 'trips', measure: 'rows' }],
      compare: { with: ['b1'] },
    };
    const { design, state } = designFor(visual, window, []);
    const february = between(parseIsoDay('2025-02-01')!, parseIsoDay('2025-02-28')!);
    const found = await behind(design, state, { baseline: 'b1' });
    expect(found!.total).toBe((await bySql('rows', [february])).total);
    expect(await behind(design, state, { baseline: 'b9' })).toBeUndefined();
  });

  test('a ratio has rows above and rows below', async () => {
    const visual = { kind: 'figure', measures: [{ dataset: 'trips', measure: 'share' }] };
    const { design, state } = designFor(visual, window, []);
    const over = await behind(design, state, { side: 'over' });
    const under = await behind(design, state, { side: 'under' });
    expect(over!.total).toBe((await bySql('busy', [between(first, last)])).total);
    expect(under!.total).toBe((await bySql('rows', [between(first, last)])).total);
    expect(over!.total).toBeLessThan(under!.total);
  });

  test('a closing has the rows of its last day with a value', async () => {
    const visual = { kind: 'figure', measures: [{ dataset: 'trips', measure: 'last' }] };
    const { design, state } = designFor(visual, window, []);
    const found = await behind(design, state, {});
    const days = new Set(found!.rows.map((row) => row.values[0]));
    expect(days.size).toBe(1);
    const later = `c1 > '${String([...days][0])}' AND c1 <= '2025-03-31' AND c5 IS NOT NULL`;
    expect((await bySql('rows', [later])).total).toBe(0);
  });

  test('of a crosstab with periods across each period has its own', async () => {
    const visual = {
      kind: 'crosstab',
      measures: [{ dataset: 'trips', measure: 'rows' }],
      rows: [routes],
      columns: {
        kind: 'periods',
        periods: [
          { id: 'p1', name: '', phrase: '2025-05' },
          { id: 'p2', name: '', phrase: '2025-07' },
        ],
      },
    };
    const { design, state } = designFor(visual, window, []);
    const july = between(parseIsoDay('2025-07-01')!, parseIsoDay('2025-07-31')!);
    const found = await behind(design, state, {
      period: 'p2',
      within: [{ dimension: routes, value: 'Quern' }],
    });
    expect(found!.total).toBe((await bySql('rows', [july, isRoute('Quern')])).total);
    expect(await behind(design, state, { period: 'p9' })).toBeUndefined();
  });

  test('pages and orders: every row once, whatever the size of the page', async () => {
    const visual = { kind: 'figure', measures: [{ dataset: 'trips', measure: 'rows' }] };
    const { design, state } = designFor(visual, '2024-06/2025-06', []);
    const source = await sourceFor(design, [stored]);
    const settings = await settle(design, state, TODAY, source);
    const shown = design.document.visuals[0]!;
    if (!isMeasured(shown)) throw new Error('The figure has measures');
    const found = (await rowsOfMark({ design, state, settings, source, today: TODAY }, shown, WHOLE_MARK))!;
    const wanted = { ...found, model, dataset: stored, columns: ['seats', 'no such column'] };
    const ids = new Set<number>();
    let before = Infinity;
    for (let offset = 0; ; offset += 37) {
      const page = await readPage(wanted, { offset, limit: 37, sort: { column: 'seats', descending: true } });
      expect(page.columns).toEqual(['seats']);
      if (page.rows.length === 0) {
        expect(ids.size).toBe(page.total);
        break;
      }
      for (const { id, values } of page.rows) {
        ids.add(id);
        const seats = values[0] === null ? -Infinity : Number(values[0]);
        expect(seats).toBeLessThanOrEqual(before);
        before = seats;
      }
    }
    await expect(
      readPage(wanted, { offset: 0, limit: 1, sort: { column: 'nothing', descending: false } }),
    ).rejects.toMatchObject({ code: 'no-such-column' });
  });
});

test('of a value of a slicer: as many rows as it counts, under what is wired into it', async () => {
  const { design, state } = designFor(
    { kind: 'figure', measures: [{ dataset: 'trips', measure: 'rows' }] },
    '2025-03-01/2025-03-31',
    [],
  );
  const wired = designOf(
    {
      ...design.document,
      wires: [...design.document.wires, { control: 'span', target: 'channel', on: true, roles: {} }],
    },
    model,
  );
  const source = await sourceFor(wired, [stored]);
  const settings = await settle(wired, state, TODAY, source);
  const turn = await answerTurn({ design: wired, state, today: TODAY }, source);
  const answer = turn.controls.channel!;
  if (answer.kind !== 'slicer') throw new Error(answer.kind);
  const control = wired.document.controls.find((entry) => entry.kind === 'slicer')!;
  expect(answer.values).toHaveLength(3);
  for (const { value, rows } of answer.values) {
    const found = rowsOfValue({ design: wired, settings }, control, { path: [value], use: 0 })!;
    expect(found.datasets).toEqual(['trips']);
    const wanted = { ...found, model, dataset: stored, columns: ['channel'] };
    const page = await readPage(wanted, { offset: 0, limit: 1000, sort: null });
    expect(page.total).toBe(rows);
    expect(page.rows.every((row) => row.values[0] === value)).toBe(true);
  }
  expect(rowsOfValue({ design: wired, settings }, control, { path: ['web'], use: 1 })).toBeUndefined();
});
