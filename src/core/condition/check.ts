/** Checks a condition against the columns of a dataset: that they are there, and that types fit together. */
import {
  ConditionProblem,
  type Condition,
  type ConditionResult,
  type Operand,
  type Placed,
} from './expression';
import { nearestWord } from '../period/nearestWord';
import { columnText } from './tokens';

export type ValueType = 'text' | 'number' | 'date';

/** A column as conditions see it. */
export interface ConditionColumn {
  readonly key: string;
  readonly name: string;
  readonly type: ValueType;
}

const TYPE_WORDS: Record<ValueType, string> = { text: 'a text', number: 'a number', date: 'a date' };

/** Types of host parameters by their names; one that is not known fits anywhere. */
export type ParameterTypes = ReadonlyMap<string, ValueType>;

/** What is checked against. */
interface Known {
  readonly columns: readonly ConditionColumn[];
  readonly parameters: ParameterTypes;
}

/** The same condition with the keys of columns in the place of the names that were typed; or what is wrong. */
export function checkCondition(
  condition: Condition,
  columns: readonly ConditionColumn[],
  parameters: ParameterTypes = new Map(),
): ConditionResult<Condition> {
  try {
    return { ok: true, value: checked(condition, { columns, parameters }) };
  } catch (thrown) {
    if (!(thrown instanceof ConditionProblem)) throw thrown;
    const { code, place, message } = thrown;
    return { ok: false, error: { code, from: place.from, to: place.to, message } };
  }
}

/** Checks what was read, if it could be. */
export function checkParsed(
  parsed: ConditionResult<Condition>,
  columns: readonly ConditionColumn[],
  parameters?: ParameterTypes,
): ConditionResult<Condition> {
  return parsed.ok ? checkCondition(parsed.value, columns, parameters) : parsed;
}

function checked(condition: Condition, known: Known): Condition {
  const operand = (entry: Operand) => typed(entry, known);
  switch (condition.kind) {
    case 'and':
    case 'or':
      return { ...condition, parts: condition.parts.map((part) => checked(part, known)) };
    case 'not':
      return { ...condition, condition: checked(condition.condition, known) };
    case 'comparison': {
      const [left, right] = [operand(condition.left), operand(condition.right)];
      alike(left, right);
      return { ...condition, left: left.operand, right: right.operand };
    }
    case 'between': {
      const [own, low, high] = [operand(condition.operand), operand(condition.low), operand(condition.high)];
      alike(own, low);
      alike(own, high);
      return { ...condition, operand: own.operand, low: low.operand, high: high.operand };
    }
    case 'in': {
      const own = operand(condition.operand);
      const list = condition.list.map(operand);
      list.forEach((entry) => alike(own, entry));
      return { ...condition, operand: own.operand, list: list.map((entry) => entry.operand) };
    }
    case 'like': {
      const own = operand(condition.operand);
      expect(own, 'text');
      if (condition.parameter !== null) {
        const { parameter: name, to } = condition;
        expect(operand({ kind: 'parameter', name, from: to, to }), 'text');
      }
      return { ...condition, operand: own.operand };
    }
    case 'null':
      return { ...condition, operand: operand(condition.operand).operand };
  }
}

interface Typed {
  readonly operand: Operand;
  readonly type: ValueType | 'any';
}

function typed(operand: Operand, known: Known): Typed {
  const inner = (entry: Operand, type: ValueType) => {
    const own = typed(entry, known);
    expect(own, type);
    return own.operand;
  };
  switch (operand.kind) {
    case 'column': {
      const column = columnOf(operand.name, known.columns, operand);
      return { operand: { ...operand, name: column.key }, type: column.type };
    }
    case 'parameter':
      return { operand, type: known.parameters.get(operand.name) ?? 'any' };
    case 'text':
      return { operand, type: 'text' };
    case 'number':
      return { operand, type: 'number' };
    case 'date':
    case 'today':
      return { operand, type: 'date' };
    case 'negative':
      return { operand: { ...operand, operand: inner(operand.operand, 'number') }, type: 'number' };
    case 'arithmetic': {
      const left = typed(operand.left, known);
      if (left.type === 'date')
        throw new ConditionProblem(
          'wrong-type',
          operand.right,
          "To a date only an interval can be added: CURRENT_DATE - INTERVAL '1' YEAR.",
        );
      expect(left, 'number');
      return {
        operand: { ...operand, left: left.operand, right: inner(operand.right, 'number') },
        type: 'number',
      };
    }
    case 'shift':
      return { operand: { ...operand, operand: inner(operand.operand, 'date') }, type: 'date' };
    case 'extract':
      return { operand: { ...operand, operand: inner(operand.operand, 'date') }, type: 'number' };
    case 'function':
    case 'substring':
      return { operand: { ...operand, operand: inner(operand.operand, 'text') }, type: 'text' };
  }
}

function columnOf(name: string, columns: readonly ConditionColumn[], place: Placed): ConditionColumn {
  const same = (text: string) => text.toLowerCase() === name.toLowerCase();
  const found = columns.find((column) => same(column.name)) ?? columns.find((column) => same(column.key));
  if (found) return found;
  const near = nearestWord(
    name.toLowerCase(),
    columns.map((column) => column.name.toLowerCase()),
  );
  const meant = columns.find((column) => column.name.toLowerCase() === near);
  const guess = meant ? ` Did you mean ${columnText(meant.name)}?` : '';
  throw new ConditionProblem('no-such-column', place, `There is no column “${name}” here.${guess}`);
}

function expect({ operand, type }: Typed, wanted: ValueType) {
  if (type === wanted || type === 'any') return;
  throw new ConditionProblem(
    'wrong-type',
    operand,
    `${TYPE_WORDS[wanted]} has to stand here, and this is ${TYPE_WORDS[type]}.`.replace(/^a/, 'A'),
  );
}

/** Both sides of a comparison are of one type. */
function alike(left: Typed, right: Typed) {
  if (left.type === right.type || left.type === 'any' || right.type === 'any') return;
  const isDay = right.operand.kind === 'text' && /^\d{4}-\d{2}-\d{2}$/.test(right.operand.value);
  const hint =
    left.type === 'date' && isDay
      ? ` Write DATE '${right.operand.value}'.`
      : left.type === 'text' && right.operand.kind === 'number'
        ? ` Texts stand in single quotes: '${right.operand.digits}'.`
        : left.type === 'text' && right.operand.kind === 'column'
          ? ' Texts stand in single quotes.'
          : '';
  throw new ConditionProblem(
    'wrong-type',
    right.operand,
    `${TYPE_WORDS[left.type]} is compared with ${TYPE_WORDS[right.type]}.${hint}`.replace(/^a/, 'A'),
  );
}
