/** Canonical texts: reading one gives the same tree. */
import type { DayRuns } from '../calendar/runs';
import { isoDay, type Day } from '../calendar/day';
import type { Unit } from '../calendar/units';
import { printDuration, printFixedPeriod } from './fixedPeriod';
import {
  isLongPeriod,
  type Baseline,
  type ClosedPhrase,
  type Phrase,
  type Point,
  type PointBase,
  type RangeEnd,
  type RefUnit,
  type Step,
} from './phrase';

const counted = (count: number, unit: Unit) => `${count} ${unit}${count === 1 ? '' : 's'}`;

function printRefUnit(of: RefUnit): string {
  switch (of.kind) {
    case 'which':
      return `${of.which} ${of.unit}`;
    case 'nth':
      return `${of.unit} ${of.n > 0 ? '+' : ''}${of.n}`;
    case 'fixed':
      return printFixedPeriod(of.period);
  }
}

function printBase(base: PointBase): string {
  switch (base.kind) {
    case 'day':
      return isoDay(base.day);
    case 'start':
    case 'end':
      return `${base.kind} of ${printRefUnit(base.of)}`;
    case 'day of':
      return `day ${base.dayOfMonth} of ${printRefUnit(base.of)}`;
    default:
      return base.kind;
  }
}

const printStep = (step: Step) => `${step.n > 0 ? 'plus' : 'minus'} ${counted(Math.abs(step.n), step.unit)}`;

/** The canonical text of a point. */
export function printPoint(point: Point): string {
  return [printBase(point.base), ...point.steps.map(printStep)].join(' ');
}

const printEnd = (end: RangeEnd) => (isLongPeriod(end) ? printFixedPeriod(end) : printPoint(end));

function printClosed(phrase: ClosedPhrase): string {
  switch (phrase.kind) {
    case 'period':
      return printFixedPeriod(phrase.period);
    case 'interval':
      return `${printFixedPeriod(phrase.from)}/${printFixedPeriod(phrase.to)}`;
    case 'starting':
      return `${printFixedPeriod(phrase.from)}/${printDuration(phrase.duration)}`;
    case 'ending':
      return `${printDuration(phrase.duration)}/${printFixedPeriod(phrase.to)}`;
  }
}

const printList = (parts: readonly ClosedPhrase[]) => parts.map(printClosed).join(', ');

/** The canonical text of a phrase. */
export function printPhrase(phrase: Phrase): string {
  switch (phrase.kind) {
    case 'all':
      return 'all';
    case 'open end':
      return `${printFixedPeriod(phrase.from)}/..`;
    case 'open start':
      return `../${printFixedPeriod(phrase.to)}`;
    case 'list':
      return printList(phrase.parts);
    case 'last':
    case 'next':
      return phrase.full
        ? `${phrase.kind} ${counted(phrase.count, phrase.unit).replace(' ', ' full ')}`
        : `${phrase.kind} ${counted(phrase.count, phrase.unit)}`;
    case 'unit':
      return `${phrase.which} ${phrase.unit}`;
    case 'to date':
      return `this ${phrase.unit} to date${phrase.before > 0 ? ` and ${phrase.before} before` : ''}`;
    case 'around':
      return `this ${phrase.unit} and ${phrase.count} ${phrase.side}`;
    case 'days of data':
      return `last ${counted(phrase.count, 'day')} of data`;
    case 'range':
      if (!phrase.from) return `up to ${printEnd(phrase.to!)}`;
      return `from ${printEnd(phrase.from)}${phrase.to ? ` to ${printEnd(phrase.to)}` : ''}`;
    case 'point':
      return printPoint(phrase.point);
    case 'counted':
      return `${printPhrase(phrase.phrase)} counted from ${printPoint(phrase.from)}`;
    case 'except':
      return `${printPhrase(phrase.phrase)} but not ${printList(phrase.without)}`;
    default:
      return printClosed(phrase);
  }
}

/** The canonical text of a baseline. */
export function printBaseline(baseline: Baseline): string {
  switch (baseline.kind) {
    case 'previous span':
      return baseline.times === 1 ? 'previous span' : `previous span times ${baseline.times}`;
    case 'same span':
      return `same span ${counted(baseline.count, baseline.unit)} earlier`;
    case 'same weekdays':
      return `same weekdays ${counted(baseline.years, 'year')} earlier`;
    case 'phrase':
      return printPhrase(baseline.phrase);
  }
}

/** The phrase text of the days from `start` to `end` (inclusive; infinite ends are open). */
export function intervalText(start: Day, end: Day): string {
  if (start === -Infinity && end === Infinity) return 'all';
  if (start === end) return isoDay(start);
  return `${start === -Infinity ? '..' : isoDay(start)}/${end === Infinity ? '..' : isoDay(end)}`;
}

/** Several stretches of days as a fixed phrase: "2025-03-03/2025-03-09, 2025-04-01". */
export const runsText = (runs: DayRuns): string =>
  runs.map((run) => intervalText(run.start, run.end)).join(', ');
