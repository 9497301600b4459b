/** Marks that stay solid while the rest is pale: the part of a visual's figures that chosen marks elsewhere keep. */
import type { CalendarMapAnswer, ChartAnswer, CrosstabAnswer, ShownAnswer, VisualAnswer } from './answer';
import { pickKey } from '../reader/pick';
import { designOf } from '../wiring/design';
import type { ReachContext } from './reach';
import type { Visual } from '../document/visuals';
import { isPaling } from '../wiring/routes';

/** Whether chosen marks elsewhere make those of this visual pale. */
export function isPaled({ design, settings }: ReachContext, visual: Visual): boolean {
  return design.document.wires.some(
    (wire) =>
      wire.target === visual.id && wire.on && isPaling(wire, visual) && settings.has(pickKey(wire.control)),
  );
}

/** The context in which chosen marks keep rows of this visual, as if its wires filtered. */
export function asFiltered(context: ReachContext, visual: Visual): ReachContext {
  const { document, model } = context.design;
  const wires = document.wires.map((wire) =>
    wire.target === visual.id ? { ...wire, effect: 'filter' as const } : wire,
  );
  return { ...context, design: designOf({ ...document, wires }, model) };
}

/** The visual whose figures are asked for again, in the same buckets. */
export function inSameForm<V extends Visual>(visual: V, answer: ShownAnswer): V {
  const unit = 'buckets' in answer && answer.buckets ? answer.buckets.unit : undefined;
  return unit ? { ...visual, grain: unit } : visual;
}

type Values = readonly (number | null)[];

/** Values over buckets, put in the places of other buckets of the same unit. */
function placed(values: Values, from: readonly number[], to: readonly number[]): (number | null)[] {
  const at = new Map(from.map((start, i) => [start, values[i] ?? null]));
  return to.map((start) => at.get(start) ?? null);
}

type Lights = {
  readonly [K in ShownAnswer['kind']]:
    | ((
        answer: Extract<ShownAnswer, { kind: K }>,
        kept: Extract<ShownAnswer, { kind: K }> | undefined,
      ) => ShownAnswer)
    | null;
};

/** How each kind of answer takes over the solid part of its figures; null where it has no marks to pale. */
const LIGHTS: Lights = {
  chart: (answer, kept) => ({ ...answer, lit: litSeries(answer, kept) }),
  crosstab: (answer, kept) => ({ ...answer, lit: litCells(answer, kept) ?? [] }),
  calendarmap: (answer, kept) => ({ ...answer, lit: litDays(answer, kept) }),
  figure: null,
  table: null,
  text: null,
};

/** An answer with the solid part of its figures; null where there is none. */
export function withLit(answer: ShownAnswer, kept: VisualAnswer): ShownAnswer {
  const light = LIGHTS[answer.kind] as
    ((answer: ShownAnswer, kept: VisualAnswer | undefined) => ShownAnswer) | null;
  return light ? light(answer, kept.kind === answer.kind ? kept : undefined) : answer;
}

function litSeries(answer: ChartAnswer, kept: ChartAnswer | undefined): Values[] {
  return answer.series.map((series) => {
    const same = kept?.series.find(
      (entry) =>
        entry.measure === series.measure && entry.value === series.value && entry.others === series.others,
    );
    if (!kept || !same) return series.values.map(() => null);
    // Categories are those of the answer itself; buckets may be fewer.
    return answer.buckets
      ? placed(same.values, kept.buckets?.starts ?? [], answer.buckets.starts)
      : same.values;
  });
}

function litCells(answer: CrosstabAnswer, kept: CrosstabAnswer | undefined): CrosstabAnswer['lit'] {
  const rows = new Map((kept?.table ?? []).map((row) => [JSON.stringify(row.key), row]));
  return answer.table.map((row) => {
    const same = rows.get(JSON.stringify(row.key));
    return row.cells.map((cell, m) => {
      const own = same?.cells[m];
      return {
        values: own
          ? placed(own.values, kept?.buckets?.starts ?? [], answer.buckets?.starts ?? [])
          : cell.values.map(() => null),
        whole: own?.whole ?? null,
      };
    });
  });
}

function litDays(answer: CalendarMapAnswer, kept: CalendarMapAnswer | undefined): Values {
  return answer.values.map((_, i) => (kept ? (kept.values[answer.first + i - kept.first] ?? null) : null));
}
