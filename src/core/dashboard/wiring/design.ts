/** A dashboard's design made ready: document and model with what is looked up in them at every turn, worked out once. */
import type { Model } from '../../model/model';
import { withNamedPeriods } from '../document/namedPeriods';
import { isWirable } from '../document/controls';
import type { Control, DashboardDocument, Visual, Wire } from '../document/document';
import { titleOf, titlesIn } from '../document/title';
import { isPickSource } from '../reader/pick';
import { chosenDocument } from '../reader/chosen';
import type { ReaderState } from '../reader/state';
import { routeTo, type Actor, type Route } from './routes';
import { coverageUsesOf, usesOf, type CoverageUse, type DatasetUse } from './uses';

export interface Design {
  readonly document: DashboardDocument;
  readonly model: Model;
  /** Everything that has a row on the board: all controls that are wired, then visuals whose marks can be chosen. */
  readonly actors: readonly Actor[];
  /** What acts, or stands on the dashboard as a control, by its id. */
  actor: (id: string) => Actor | undefined;
  /** The title of an item of the document; those of one title are numbered. */
  titleOf: (item: Visual | Control) => string;
  /** The wire of a pair; of two wires of one pair the first counts. */
  wire: (control: string, target: string) => Wire | undefined;
  /** What is wired to an item by wires that are on, in the order of `actors`, each with its route to a dataset of it. */
  wired: (item: Visual | Control, use: DatasetUse) => readonly Wired[];
  /** The datasets an item shows, each with its date role. The item need not be in the document. */
  uses: (item: Visual | Control) => readonly DatasetUse[];
  /** What the days with data of a visual or a time control are those of. */
  coverageUses: (item: Visual | Control) => readonly CoverageUse[];
  /** The design as choosers make it for a reader: with the measures and the grain that are chosen. */
  chosen: (state: ReaderState) => Design;
}

/** Something that a wire joins to an item, and how it reaches a dataset of it. */
interface Wired {
  readonly actor: Actor;
  readonly wire: Wire;
  readonly route: Route;
}

/** How many designs as chosen are kept; the least recently used go first. */
const KEPT_CHOSEN = 20;

const pairKey = (control: string, target: string) => `${control} ${target}`;

function indexOf(wires: readonly Wire[]): Map<string, Wire> {
  const byPair = new Map<string, Wire>();
  for (const wire of wires) {
    const key = pairKey(wire.control, wire.target);
    if (!byPair.has(key)) byPair.set(key, wire);
  }
  return byPair;
}

/** The design of a document over a model, its named periods put in; neither may be changed in place afterwards. */
export function designOf(given: DashboardDocument, model: Model): Design {
  const document = withNamedPeriods(given, model);
  const sources = document.visuals.filter(isPickSource);
  const actors = [...document.controls.filter(isWirable), ...sources];
  const byId = new Map<string, Actor>([...sources, ...document.controls].map((actor) => [actor.id, actor]));
  let wires: Map<string, Wire> | undefined;
  const known = new Map<Visual | Control, readonly DatasetUse[]>();
  const uses = (item: Visual | Control): readonly DatasetUse[] => {
    const found = known.get(item) ?? usesOf(document, model, item, uses);
    known.set(item, found);
    return found;
  };
  const knownCoverage = new Map<Visual | Control, readonly CoverageUse[]>();
  const coverageUses = (item: Visual | Control): readonly CoverageUse[] => {
    const found = knownCoverage.get(item) ?? coverageUsesOf(document, model, item);
    knownCoverage.set(item, found);
    return found;
  };
  const wire = (control: string, target: string) =>
    (wires ??= indexOf(document.wires)).get(pairKey(control, target));
  const wiredBefore = new Map<Visual | Control, Map<string, readonly Wired[]>>();
  const wired = (item: Visual | Control, use: DatasetUse): readonly Wired[] => {
    const before = wiredBefore.get(item) ?? new Map<string, readonly Wired[]>();
    wiredBefore.set(item, before);
    const place = pairKey(use.dataset, use.role);
    const found =
      before.get(place) ??
      actors.flatMap((actor) => {
        const own = actor.id === item.id ? undefined : wire(actor.id, item.id);
        return own?.on ? [{ actor, wire: own, route: routeTo(model, actor, use, own) }] : [];
      });
    before.set(place, found);
    return found;
  };
  const chosen = new Map<string, Design>();
  let titles: ReadonlyMap<string, string> | undefined;
  const design: Design = {
    document,
    model,
    actors,
    titleOf: (item) => (titles ??= titlesIn(document, model)).get(item.id) ?? titleOf(item, model),
    actor: (id) => byId.get(id),
    wire,
    wired,
    uses,
    coverageUses,
    chosen(state) {
      const other = chosenDocument(document, state);
      if (other === document) return design;
      const key = JSON.stringify(other.visuals.filter((visual, i) => visual !== document.visuals[i]));
      const found = chosen.get(key) ?? designOf(other, model);
      chosen.delete(key);
      chosen.set(key, found);
      if (chosen.size > KEPT_CHOSEN) chosen.delete(chosen.keys().next().value!);
      return found;
    },
  };
  return design;
}
