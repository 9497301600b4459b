import { ALL_DAYS } from '../../core/calendar/runs';
import { d, runs } from '../../core/calendar/testing';
import type { StoredColumn } from '../datasets/definition';
import { factColumnsSql, factTable, keyFor } from '../datasets/definition';
import { rowConditionSql, selectionSql, shownSql } from './conditionSql';
import { numbersSql } from './sqlSource';

const column = (key: string, type: StoredColumn['type'], scale = 0): StoredColumn => ({
  key,
  name: key,
  type,
  scale,
  category: type === 'text',
  dateOrder: 'iso',
  decimalMark: 'point',
});
const COLUMNS = [
  column('day', 'day'),
  column('seen', 'timestamp'),
  column('route; DROP TABLE x', 'text'),
  column('fare', 'decimal', 2),
];
const TARGET = { columns: COLUMNS, spellings: {} };
const selection = { dataset: 'trips', day: 'day', filters: [], otherDays: [], conditions: [] };

describe('conditions in SQL', () => {
  test('a window of several stretches, its days as parameters', () => {
    const window = [...runs(['2025-01-01', '2025-01-31']), { start: d('2025-06-01'), end: Infinity }];
    expect(selectionSql(TARGET, selection, window)).toEqual({
      text: '(c1 IS NOT NULL) AND ((c1 >= ? AND c1 <= ?) OR (c1 >= ?))',
      values: ['2025-01-01', '2025-01-31', '2025-06-01'],
    });
    expect(selectionSql(TARGET, selection, []).text).toContain('FALSE');
    expect(selectionSql(TARGET, selection, ALL_DAYS)).toEqual({
      text: '(c1 IS NOT NULL) AND ((c1 IS NOT NULL))',
      values: [],
    });
  });

  test('values never become part of a statement, blank has a condition of its own, and a timestamp goes by its day', () => {
    const sql = selectionSql(TARGET, {
      ...selection,
      filters: [{ column: 'route; DROP TABLE x', values: ["O'Quern", null], exclude: true }],
      otherDays: [{ column: 'seen', runs: runs(['2025-01-01', '2025-01-02']) }],
    });
    expect(sql.text).toBe(
      '(c1 IS NOT NULL) AND (NOT (COALESCE(c3 IN (?), FALSE) OR c3 IS NULL)) AND ((c2_day >= ? AND c2_day <= ?))',
    );
    expect(sql.values).toEqual([["O'Quern"], '2025-01-01', '2025-01-02']);
  });

  test('single days are listed, and spellings stand for the form that is shown', () => {
    const days = runs(
      ['2025-01-01', '2025-01-01'],
      ['2025-01-05', '2025-01-05'],
      ['2025-02-01', '2025-02-03'],
    );
    expect(selectionSql(TARGET, selection, days)).toEqual({
      text: '(c1 IS NOT NULL) AND (c1 IN (?) OR (c1 >= ? AND c1 <= ?))',
      values: [['2025-01-01', '2025-01-05'], '2025-02-01', '2025-02-03'],
    });
    const key = 'route; DROP TABLE x';
    const target = { columns: COLUMNS, spellings: { [key]: { 'Osk head': 'Osk Head' } } };
    expect(shownSql(target, key)).toEqual({
      text: 'CASE c3 WHEN ? THEN ? ELSE c3 END',
      values: ['Osk head', 'Osk Head'],
    });
    expect(rowConditionSql(target, { column: key, operator: 'is none of', values: ['Quern'] })).toEqual({
      text: 'NOT COALESCE(CASE c3 WHEN ? THEN ? ELSE c3 END IN (?), FALSE)',
      values: ['Osk head', 'Osk Head', 'Quern'],
    });
  });

  test.each([
    ['at least', ['2'], 'COALESCE(c4 >= CAST(? AS DECIMAL(40, 12)), FALSE)'],
    [
      'between',
      ['2', '3'],
      'COALESCE(c4 BETWEEN CAST(? AS DECIMAL(40, 12)) AND CAST(? AS DECIMAL(40, 12)), FALSE)',
    ],
    ['is blank', [], 'c4 IS NULL'],
  ] as const)('a number that is %s %j', (operator, values, text) =>
    expect(rowConditionSql(TARGET, { column: 'fare', operator, values: [...values] })).toEqual({
      text,
      values,
    }),
  );

  test('figures are asked for as whole numbers, extremes only where they are wanted', () => {
    const [sum, count, ...rest] = numbersSql(COLUMNS, [{ column: 'fare', scale: 2, extremes: true }]);
    expect(sum).toBe('CAST(COALESCE(SUM(c4), 0) * 100 AS DECIMAL(40,0)) AS sum0');
    expect(count).toBe('COUNT(c4) AS count0');
    expect(rest).toHaveLength(2);
    expect(numbersSql(COLUMNS, [{ column: 'fare', scale: 2, extremes: false }])).toHaveLength(2);
  });
});

describe('names in SQL are generated', () => {
  test('tables and columns have numbers only', () => {
    expect(factTable(3, 14)).toBe('fact_3_14');
    expect(factColumnsSql(COLUMNS)).toBe(
      'c1 DATE, c2 DATETIME(3), c2_day DATE AS (CAST(c2 AS DATE)) PERSISTENT, c3 VARCHAR(500), c4 DECIMAL(20, 2)',
    );
  });

  test('keys are words, and unlike those already taken', () => {
    const taken = new Set(['delay_minutes', 'delay_minutes_2']);
    expect(keyFor('Delay (minutes)', taken, 'column')).toBe('delay_minutes_3');
    expect(keyFor('Überfahrt № 3', new Set(), 'column')).toBe('uberfahrt_no_3');
    expect(keyFor('☃', new Set(), 'column')).toBe('column');
  });
});
