/** What the parts of a random dashboard are, by SQL that is written here by itself. */
import { isoDay } from '../../../core/calendar/day';
import { COLUMN, MEASURES, TODAY, type Question, type Run } from './questions';

const between = (key: string, [first, last]: Run) =>
  `${COLUMN[key]} BETWEEN '${isoDay(first)}' AND '${isoDay(last)}'`;
const physical = (sql: string) => sql.replace(/\b(route|channel|seats|cents)\b/g, (key) => COLUMN[key]!);
const isOneOf = (key: string, values: readonly (string | null)[]) =>
  `(${COLUMN[key]} <=> NULL AND ${values.includes(null)}) OR COALESCE(${COLUMN[key]} IN (${values
    .map((value) => (value === null ? 'NULL' : `'${value}'`))
    .join(', ')}), FALSE)`;

/** The condition for the rows that a part of a visual sees. */
function whereOf(asked: Question, v: number, key: string): string {
  const spec = asked.visuals[v]!;
  const measure = MEASURES.find((entry) => entry.key === key);
  const own = spec.role ?? (spec.kind === 'table' ? 'day' : (measure?.role ?? 'day'));
  const today = asked.asOf?.day ?? TODAY;
  const conditions = [`${COLUMN[own]} IS NOT NULL`];
  if (spec.own) conditions.push(between(own, spec.own.run));
  for (const control of asked.controls) {
    if (!control.targets[v]) continue;
    if (control.kind === 'window' || control.kind === 'lately') {
      if (spec.own?.mode === 'replace') continue;
      const days: Run = control.kind === 'window' ? control.run : [today - control.days + 1, today];
      conditions.push(between(control.role ?? own, days));
    } else if (control.kind === 'choice') {
      const any = isOneOf(control.column, control.values);
      conditions.push(control.exclude ? `NOT (${any})` : any);
    } else if (control.kind === 'condition') {
      // A blank parameter switches off the condition that asks for it.
      if (control.sql.includes(':pier') && asked.pier === null) continue;
      const filled = control.sql.replace(':pier', `'${(asked.pier ?? '').replaceAll("'", "''")}'`);
      conditions.push(`COALESCE((${physical(filled)}), FALSE)`);
    } else {
      const { low, high, also } = control;
      const ends = [...(low === null ? [] : [`c5 >= ${low}`]), ...(high === null ? [] : [`c5 <= ${high}`])];
      // A range that is open at both ends lets every row be, whatever others there are.
      const first = ends.join(' AND ');
      const all =
        ends.length === 0 ? 'TRUE' : also ? `(${first}) OR c5 BETWEEN ${also[0]} AND ${also[1]}` : first;
      conditions.push(`COALESCE((${all}), FALSE)`);
    }
  }
  for (const later of asked.asOf?.later ?? [])
    conditions.push(`${COLUMN[later]} <= '${isoDay(asked.asOf!.day)}' OR ${COLUMN[later]} IS NULL`);
  if (measure?.key === 'busy') conditions.push('COALESCE(c5 >= 10, FALSE)');
  return conditions.map((condition) => `(${condition})`).join(' AND ');
}

export class Oracle {
  constructor(
    private readonly table: string,
    private readonly asked: Question,
    private readonly v: number,
    private readonly ask: (sql: string) => Promise<readonly (readonly (string | number | null)[])[]>,
  ) {}

  private async one(sql: string): Promise<string | number | null> {
    return (await this.ask(sql))[0]?.[0] ?? null;
  }

  async rows(key: string, more = 'TRUE'): Promise<number> {
    const where = whereOf(this.asked, this.v, key);
    return Number(await this.one(`SELECT COUNT(*) FROM ${this.table} WHERE ${where} AND (${more})`));
  }

  /** The value of a measure over the rows that keep a condition too; null where there is nothing to show. */
  async value(key: string, more = 'TRUE'): Promise<number | null> {
    const measure = MEASURES.find((entry) => entry.key === key)!;
    if (measure.aggregation === 'ratio') {
      const over = await this.value('busy', more);
      const under = await this.value('rows', more);
      return over === null || !under ? null : (over / under) * 100;
    }
    const where = `${whereOf(this.asked, this.v, key)} AND (${more})`;
    const name = measure.column === null ? '*' : COLUMN[measure.column]!;
    const own = COLUMN[this.asked.visuals[this.v]!.role ?? measure.role]!;
    const from = `FROM ${this.table} WHERE ${where}`;
    const filled = `${from} AND ${name} IS NOT NULL`;
    const sql = {
      sum: `SELECT SUM(${name}) ${from}`,
      average: `SELECT SUM(${name}) / COUNT(${name}) ${from}`,
      count: `SELECT NULLIF(COUNT(${name}), 0) ${from}`,
      'count distinct': `SELECT NULLIF(COUNT(DISTINCT ${name}), 0) ${from}`,
      minimum: `SELECT MIN(${name}) ${from}`,
      maximum: `SELECT MAX(${name}) ${from}`,
      closing: `SELECT SUM(${name}) ${filled} AND ${own} = (SELECT MAX(${own}) ${filled})`,
    }[measure.aggregation];
    const found = await this.one(sql);
    if (measure.aggregation !== 'average' || found === null) return found === null ? null : Number(found);
    // The database rounds its quotients.
    return (
      Number(await this.one(`SELECT SUM(${name}) ${from}`)) /
      Number(await this.one(`SELECT COUNT(${name}) ${from}`))
    );
  }

  async distinct(
    key: string,
    columns: readonly string[],
    more = 'TRUE',
  ): Promise<readonly (readonly (string | null)[])[]> {
    const where = whereOf(this.asked, this.v, key);
    const names = columns.map((one) => COLUMN[one]).join(', ');
    return this.ask(`SELECT DISTINCT ${names} FROM ${this.table} WHERE ${where} AND (${more})`) as Promise<
      readonly (readonly (string | null)[])[]
    >;
  }
}

export const isValue = (key: string, value: string | null) =>
  value === null ? `${COLUMN[key]} IS NULL` : `COALESCE(${COLUMN[key]} = '${value}', FALSE)`;
export const isNone = (key: string, values: readonly (string | null)[]) =>
  values.map((value) => `NOT (${isValue(key, value)})`).join(' AND ') || 'TRUE';
