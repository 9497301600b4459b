/** What a visual's figures are compared with: by the designer, by choosers, and by the reader. */
import { parseBaseline } from '../../period/parse';
import type { Baseline, PhraseError } from '../../period/phrase';
import { printBaseline } from '../../period/print';
import type { DashboardDocument, Visual } from '../document/document';
import { compareWith, MOST_BASELINES, ownBaselines, type Compare } from '../document/kinds/compare';
import { kindOf } from '../document/visuals';
import { choosersOf } from './chosen';
import { heldBy } from './held';
import type { ReaderState } from './state';

/** A baseline as a visual compares with it. */
export interface ComparedBaseline {
  readonly id: string;
  readonly name: string;
  /** Canonical; as typed where it cannot be read. */
  readonly text: string;
  readonly read:
    { readonly ok: true; readonly baseline: Baseline } | { readonly ok: false; readonly error: PhraseError };
  /** Which of the baseline's windows it is, from 0: `times N` stands for N baselines. */
  readonly window: number;
}

/** What a visual compares with, and how. */
export interface Compared {
  readonly baselines: readonly ComparedBaseline[];
  readonly days: Compare['days'];
  readonly per: Compare['per'];
  readonly show: Compare['show'];
}

interface Wanted {
  readonly id: string;
  readonly name: string;
  readonly text: string;
}

/** A baseline as it was read, with its canonical text (as typed where it cannot be read). */
interface ReadBaseline {
  readonly text: string;
  readonly read: ComparedBaseline['read'];
}

const known = new Map<string, ReadBaseline>();
/** How many texts are kept as read. */
const MOST_KEPT = 200;

/** Reads a baseline. It is read at every turn, so that what was read once is kept. */
function readBaseline(typed: string): ReadBaseline {
  const found = known.get(typed);
  if (found) return found;
  const parsed = parseBaseline(typed);
  const made: ReadBaseline = parsed.ok
    ? { text: printBaseline(parsed.phrase), read: { ok: true, baseline: parsed.phrase } }
    : { text: typed, read: { ok: false, error: parsed.error } };
  if (known.size >= MOST_KEPT) known.clear();
  known.set(typed, made);
  return made;
}

/** A baseline phrase in its canonical form; a text that cannot be read stays as it is. */
export const canonicalBaseline = (text: string): string => readBaseline(text).text;

/** The baselines that a wanted one stands for: several for `times N`. */
function expanded({ id, name, text: typed }: Wanted): ComparedBaseline[] {
  const { text, read } = readBaseline(typed);
  const times = read.ok && read.baseline.kind === 'previous span' ? read.baseline.times : 1;
  if (times === 1) return [{ id, name, text, read, window: 0 }];
  // Beyond what any visual shows nothing has to be made.
  return Array.from({ length: Math.min(times, MOST_BASELINES) }, (_, k) => ({
    id: `${id}.${k + 1}`,
    name,
    text,
    read,
    window: k,
  }));
}

/** The designer's baselines that a visual compares with: those that choosers hold, else its own; and those typed there. */
function chosen(document: DashboardDocument, state: ReaderState, visual: Visual, compare: Compare | null) {
  const choosers = choosersOf(document, state, visual, 'baselines');
  const held = choosers.flatMap(({ control }) =>
    control.kind === 'baselines' ? heldBy(control, state) : [],
  );
  const ids = new Set(
    choosers.length > 0 ? held.filter((entry) => typeof entry === 'string') : (compare?.with ?? []),
  );
  return {
    isChosen: choosers.length > 0,
    named: document.baselines.filter((entry) => ids.has(entry.id)),
    typed: held.flatMap((entry) => (typeof entry === 'string' ? [] : [entry.text])),
  };
}

/** Baselines as a visual would compare with them, by totals of the days asked for. */
export const comparedWith = (wanted: readonly Wanted[]): Compared => ({
  baselines: wanted.flatMap(expanded),
  days: 'as asked',
  per: 'total',
  show: [],
});

/** What a visual compares with; null where nothing asks for a comparison. */
export function comparedBy(document: DashboardDocument, state: ReaderState, visual: Visual): Compared | null {
  if (!('compare' in visual) || !kindOf(visual).takes(visual).includes('baselines')) return null;
  const { compare } = visual;
  const { isChosen, named, typed } = chosen(document, state, visual, compare);
  const own = [...typed, ...(state.compare?.[visual.id] ?? []).map((entry) => entry.text)];
  if (!compare && !isChosen && own.length === 0) return null;
  const wanted: Wanted[] = [...named, ...ownBaselines(own)];
  const byText = new Map<string, Wanted>();
  for (const entry of wanted) {
    const text = canonicalBaseline(entry.text);
    if (!byText.has(text)) byText.set(text, entry);
  }
  const baselines = [...byText.values()].flatMap(expanded).slice(0, MOST_BASELINES);
  const { days, per, show } = compare ?? compareWith([]);
  return { baselines, days, per, show };
}
