/** The arithmetic of a date tree: its nodes, how far each is checked, and the phrase of what is checked. */
import type { Day } from '../../../core/calendar/day';
import { shortDayWords, unitText, unitWords, windowWords } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import {
  countDays,
  countDaysIn,
  intersectRuns,
  subtractRuns,
  unionRuns,
  type DayRun,
  type DayRuns,
} from '../../../core/calendar/runs';
import { end, start, type Unit } from '../../../core/calendar/units';
import { intervalText } from '../../../core/period/print';

export type TreeLevels = 'calendar' | 'fiscal';

const LEVELS: Record<TreeLevels, readonly Unit[]> = {
  calendar: ['year', 'quarter', 'month', 'day'],
  fiscal: ['fiscal year', 'fiscal quarter', 'fiscal month', 'day'],
};

type Checked = 'all' | 'some' | 'none';

export interface TreeNode {
  readonly unit: Unit;
  /** Place in the levels, 0 for years. */
  readonly depth: number;
  readonly start: Day;
  readonly end: Day;
  readonly name: string;
  /** Days with data in it. */
  readonly days: number;
  readonly checked: Checked;
}

/** The nodes one level down, those without data left out. `within` is the parent; absent for the years. */
export function childrenOf(
  levels: TreeLevels,
  parent: TreeNode | null,
  covered: DayRuns,
  chosen: DayRuns,
  rule: CalendarRule,
): TreeNode[] {
  const depth = parent ? parent.depth + 1 : 0;
  const unit = LEVELS[levels][depth];
  const first = parent?.start ?? covered[0]?.start;
  const last = parent?.end ?? covered[covered.length - 1]?.end;
  if (!unit || first === undefined || last === undefined) return [];
  const nodes: TreeNode[] = [];
  for (let day = start(unit, first, rule); day <= last;) {
    const finish = end(unit, day, rule);
    const days = countDaysIn(covered, day, finish);
    if (days > 0) {
      const name = nameOf(unit, day, rule);
      nodes.push({
        unit,
        depth,
        start: day,
        end: finish,
        name,
        days,
        checked: checkedOf(covered, chosen, day, finish),
      });
    }
    day = finish + 1;
  }
  return nodes;
}

function nameOf(unit: Unit, day: Day, rule: CalendarRule): string {
  if (unit === 'day') return shortDayWords(day, false);
  if (unit === 'month') return unitWords('month', day, rule).replace(/ \d+$/, '');
  const name = unitText(unit, day, rule).replace(/^(?:FY)?\d+-/, '');
  // Which days a fiscal unit has is not plain from its name.
  return unit.startsWith('fiscal')
    ? `${name}, ${windowWords(start(unit, day, rule), end(unit, day, rule))}`
    : name;
}

function checkedOf(covered: DayRuns, chosen: DayRuns, first: Day, last: Day): Checked {
  const data = intersectRuns(covered, [{ start: first, end: last }]);
  const there = countDays(intersectRuns(data, chosen));
  return there === 0 ? 'none' : there === countDays(data) ? 'all' : 'some';
}

/** The chosen days after a node was clicked: all of its days come in, or, if all were in, go out. */
export function toggledNode(chosen: DayRuns, node: TreeNode): DayRuns {
  const span: DayRun[] = [{ start: node.start, end: node.end }];
  return node.checked === 'all' ? subtractRuns(chosen, span) : unionRuns(chosen, span);
}

/** The phrase of chosen days: whole units by their names, longest first; nothing chosen is every day. */
export function treeText(levels: TreeLevels, chosen: DayRuns, rule: CalendarRule): string {
  if (chosen.length === 0) return 'all';
  const parts = chosen.flatMap((run) => namedParts(LEVELS[levels], run, rule));
  return parts.join(', ');
}

/** A run as one unit, or as two whole units with everything between, or as its days. */
function namedParts(units: readonly Unit[], run: DayRun, rule: CalendarRule): string[] {
  const unit = units.find(
    (candidate) =>
      start(candidate, run.start, rule) === run.start && end(candidate, run.end, rule) === run.end,
  );
  if (!unit || unit === 'day') return [intervalText(run.start, run.end)];
  const from = unitText(unit, run.start, rule);
  const to = unitText(unit, run.end, rule);
  return [from === to ? from : `${from}/${to}`];
}
