/** Named periods of the model in a document: where they are used, and their phrases put in. */
import type { Model } from '../../model/model';
import { isTimeControl, type Control } from './controls';
import type { DashboardDocument } from './document';
import { titleOf } from './title';
import type { Visual } from './visuals';

type Phrases = ReadonlyMap<string, string>;

const mapSame = <T>(items: readonly T[], change: (item: T) => T): T[] => {
  const next = items.map(change);
  return next.every((item, i) => item === items[i]) ? (items as T[]) : next;
};

/** The phrase that a name stands for; the one that is there where the name is not known any more. */
const meant = (phrases: Phrases, named: string | null, phrase: string) =>
  (named === null ? undefined : phrases.get(named)) ?? phrase;

function controlWith(phrases: Phrases, control: Control): Control {
  if (!isTimeControl(control)) return control;
  const begins = meant(phrases, control.defaultNamed, control.default);
  const begun = begins === control.default ? control : { ...control, default: begins };
  if (begun.kind !== 'periods') return begun;
  const entries = mapSame(begun.entries, (entry) => {
    const phrase = meant(phrases, entry.named, entry.phrase);
    return phrase === entry.phrase ? entry : { ...entry, phrase };
  });
  return entries === begun.entries ? begun : { ...begun, entries };
}

function visualWith(phrases: Phrases, visual: Visual): Visual {
  const { ownPeriod } = visual;
  if (!ownPeriod) return visual;
  const phrase = meant(phrases, ownPeriod.named, ownPeriod.phrase);
  return phrase === ownPeriod.phrase ? visual : { ...visual, ownPeriod: { ...ownPeriod, phrase } };
}

/** The document with the phrases that its named periods stand for now; the very same one where nothing differs. */
export function withNamedPeriods(
  document: DashboardDocument,
  model: Pick<Model, 'periods'>,
): DashboardDocument {
  if (model.periods.length === 0) return document;
  const phrases = new Map(model.periods.map(({ key, phrase }) => [key, phrase]));
  const controls = mapSame(document.controls, (control) => controlWith(phrases, control));
  const visuals = mapSame(document.visuals, (visual) => visualWith(phrases, visual));
  return controls === document.controls && visuals === document.visuals
    ? document
    : { ...document, controls, visuals };
}

export interface PeriodPlace {
  /** The named period that stands there; null for a phrase of its own. */
  readonly named: string | null;
  readonly phrase: string;
  /** The control or visual, and the part of it, in words. */
  readonly words: string;
  /** The control or visual. */
  readonly item: string;
  /** Whether the item itself reads the phrase, and not one of its entries. */
  readonly isOwn: boolean;
}

/** Every place of a document that holds a phrase of the designer's. */
export function periodPlaces(document: DashboardDocument, model: Model): PeriodPlace[] {
  const ofControls = document.controls.filter(isTimeControl).flatMap((control) => {
    const words = titleOf(control, model);
    const { defaultNamed: named, default: phrase, id: item } = control;
    const entries = control.kind === 'periods' ? control.entries : [];
    return [
      { named, phrase, words, item, isOwn: true },
      ...entries.map((entry) => ({
        named: entry.named,
        phrase: entry.phrase,
        words: `${words}, “${entry.name}”`,
        item,
        isOwn: false,
      })),
    ];
  });
  const ofVisuals = document.visuals.flatMap((visual) =>
    visual.ownPeriod
      ? [
          {
            named: visual.ownPeriod.named,
            phrase: visual.ownPeriod.phrase,
            words: titleOf(visual, model),
            item: visual.id,
            isOwn: true,
          },
        ]
      : [],
  );
  return [...ofControls, ...ofVisuals];
}
