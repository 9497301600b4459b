/** Earlier forms of the dashboard document, and how each becomes the next. */

type Json = Record<string, unknown>;
interface Migration {
  readonly name: string;
  readonly from: number;
  readonly migrate: (document: Json) => Json;
}

const list = (value: unknown): Json[] => (Array.isArray(value) ? (value as Json[]) : []);

/** Visuals show several measures; a bar goes along a dimension; a slicer chooses from a dimension. */
function severalMeasures(document: Json): Json {
  const visuals = list(document.visuals).map((visual) => {
    const { measure, category, order, ...rest } = visual;
    if (visual.kind === 'line') return { ...rest, measures: [measure] };
    if (visual.kind === 'bar') {
      const { dataset } = measure as { dataset: string };
      const natural = order === 'name' ? 'natural' : 'value';
      return { ...rest, measures: [measure], across: { dataset, column: category }, order: natural };
    }
    return visual;
  });
  const controls = list(document.controls).map((control) => {
    if (control.kind !== 'slicer') return control;
    const { dataset, column, ...rest } = control;
    return { ...rest, dimension: { dataset, column } };
  });
  return { ...document, visuals, controls };
}

/** The columns of a crosstab are buckets, a list of periods, or none. */
function periodColumns(document: Json): Json {
  const visuals = list(document.visuals).map((visual) => {
    if (visual.kind !== 'crosstab' || !('periods' in visual)) return visual;
    const { periods, ...rest } = visual;
    return { ...rest, columns: periods === false ? null : { kind: 'grain' } };
  });
  return { ...document, visuals };
}

const MIGRATIONS: readonly Migration[] = [
  { name: 'several measures', from: 1, migrate: severalMeasures },
  { name: 'period columns', from: 2, migrate: periodColumns },
];

export const NEWEST_VERSION = 3;

/** A document of any known version in the newest form; anything else as it is, for the schema to refuse. */
export function newestForm(input: unknown): unknown {
  let document = input;
  for (const { from, migrate } of MIGRATIONS) {
    if (typeof document !== 'object' || document === null || (document as Json).version !== from) continue;
    document = { ...migrate(document as Json), version: from + 1 };
  }
  return document;
}
