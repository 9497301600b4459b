/** Changes to a loaded dataset that need no new load: names, roles, categories, measures. */
import type { DatasetEdit } from '../../contract/datasets';
import { aggregationOf, takesColumn } from '../../core/model/aggregations';
import { parseIsoDay } from '../../core/calendar/day';
import { valuesWanted, type RowCondition } from '../../core/cube/rowCondition';
import type { Measure } from '../../core/model/model';
import { ensureAlmanac } from '../almanac/almanac';
import { Problem } from '../problem';
import type { Definition } from './definition';
import { isNumber, startingMeasures } from './plan';
import { loadedDatasets, saveDataset, type StoredDataset } from './repository';

/** Applies a change. Throws a `Problem` that says what does not fit; nothing is stored then. */
export async function editDataset(stored: StoredDataset, edit: DatasetEdit): Promise<StoredDataset> {
  const { definition } = stored;
  const columns = definition.columns.map((column) =>
    edit.categories
      ? { ...column, category: column.type === 'text' && edit.categories.includes(column.key) }
      : column,
  );
  const roles = edit.roles ?? definition.roles;
  const started = definition.roles.length === 0 && roles.length > 0 && !edit.measures;
  const measures = edit.measures ?? (started ? startingMeasures(columns, roles) : definition.measures);
  const changed: StoredDataset = {
    ...stored,
    name: edit.name ?? stored.name,
    definition: {
      columns,
      roles,
      measures,
      rhythm: edit.rhythm === undefined ? (definition.rhythm ?? null) : edit.rhythm,
    },
  };
  checkDefinition(changed.definition);
  await checkRatios(changed);
  await saveDataset(changed);
  await ensureAlmanac();
  return changed;
}

/** The sides of ratios, here and in other datasets, have to be there and be no ratios themselves. */
async function checkRatios(changed: StoredDataset) {
  const others = (await loadedDatasets()).filter((entry) => entry.key !== changed.key);
  const all = [...others, changed];
  for (const owner of all) {
    for (const measure of owner.definition.measures) {
      if (aggregationOf(measure).of !== 'measures' || !measure.ratio) continue;
      for (const side of [measure.ratio.over, measure.ratio.under]) {
        if (owner !== changed && side.dataset !== changed.key) continue;
        const found = all
          .find((entry) => entry.key === side.dataset)
          ?.definition.measures.find((entry) => entry.key === side.measure);
        if (!found)
          throw new Problem(
            'no-such-measure',
            `The ratio “${measure.name}” of ${owner.name} needs the measure “${side.measure}”. Change the ratio first.`,
          );
        if (aggregationOf(found).of === 'measures')
          throw new Problem(
            'ratio-of-ratio',
            `“${found.name}” is a ratio itself; “${measure.name}” needs measures that come from rows.`,
          );
      }
    }
  }
}

function checkDefinition({ columns, roles, measures }: Definition) {
  const typeOf = (key: string) => columns.find((column) => column.key === key)?.type;
  const twice = (names: readonly string[]) => names.find((name, i) => names.indexOf(name) < i);
  for (const role of roles) {
    if (typeOf(role.key) !== 'day' && typeOf(role.key) !== 'timestamp') {
      throw new Problem(
        'not-a-date',
        `The date role “${role.name}” is on a column that does not hold dates.`,
      );
    }
  }
  const roleTwice = twice(roles.map((role) => role.name));
  if (roleTwice !== undefined)
    throw new Problem('role-twice', `Two date columns have the role name “${roleTwice}”. Give each its own.`);
  const keyTwice =
    twice(measures.map((measure) => measure.key)) ?? twice(measures.map((measure) => measure.name));
  if (keyTwice !== undefined)
    throw new Problem('measure-twice', `Two measures are called “${keyTwice}”. Give each its own name.`);
  for (const measure of measures) checkMeasure(measure, { columns, roles, measures });
}

/** Throws a `Problem` where a measure does not fit its dataset. Ratios over other datasets are checked by the caller. */
export function checkMeasure(measure: Measure, { columns, roles }: Definition) {
  const column = columns.find((entry) => entry.key === measure.column);
  const { name } = measure;
  const { of, addsUpOverDays } = aggregationOf(measure);
  if (of === 'measures') {
    if (!measure.ratio) throw new Problem('no-sides', `The ratio “${name}” needs two measures.`);
  } else if (measure.column === null ? of !== 'rows' : !column) {
    throw new Problem('no-such-column', `The measure “${name}” needs a column.`);
  } else if (column && !takesColumn(of, isNumber(column))) {
    throw new Problem('not-a-number', `The measure “${name}” needs a column of numbers.`);
  }
  if (measure.spread && !addsUpOverDays)
    throw new Problem('cannot-spread', `“${name}” is no sum, so it cannot be spread over days.`);
  if (measure.spread && measure.grain === 'day')
    throw new Problem('nothing-to-spread', `“${name}” is known day by day; there is nothing to spread.`);
  if (measure.condition) checkCondition(name, measure.condition, columns);
  if (!roles.some((role) => role.key === measure.role)) {
    throw new Problem(
      'no-such-role',
      `The measure “${name}” goes by a date role that is not there. Choose another role for it first.`,
    );
  }
}

function checkCondition(name: string, condition: RowCondition, columns: Definition['columns']) {
  const column = columns.find((entry) => entry.key === condition.column);
  if (!column) throw new Problem('no-such-column', `The condition of “${name}” needs a column.`);
  const wanted = valuesWanted(condition.operator);
  const given = condition.values.length;
  if (wanted === 'some' ? given === 0 : given !== wanted) {
    const words = wanted === 'some' ? 'at least one value' : wanted === 1 ? 'one value' : `${wanted} values`;
    throw new Problem('values-missing', `The condition of “${name}” (${condition.operator}) needs ${words}.`);
  }
  const isText = column.type === 'text';
  if (!isText && condition.operator === 'contains')
    throw new Problem('not-a-text', `“contains” needs a column of texts; “${column.name}” is none.`);
  if (isText && ['at least', 'more than', 'at most', 'less than', 'between'].includes(condition.operator))
    throw new Problem(
      'not-a-number',
      `“${condition.operator}” needs a column of numbers or dates; “${column.name}” is none.`,
    );
  const wrong = condition.values.find((value) => !isText && !fitsColumn(value, column));
  if (wrong !== undefined)
    throw new Problem(
      'wrong-value',
      `“${wrong}” is not ${isNumber(column) ? 'a number' : 'a day such as 2026-03-01'}.`,
    );
}

function fitsColumn(value: string, column: Definition['columns'][number]): boolean {
  return isNumber(column) ? /^-?\d{1,15}(\.\d{1,12})?$/.test(value) : parseIsoDay(value) !== undefined;
}
