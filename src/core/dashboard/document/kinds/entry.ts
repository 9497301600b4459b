/** What a kind of control or visual says of itself: the forms of the entries of both registers. */
import { z } from 'zod';
import type { Dimension } from '../../../model/dimension';
import type { Unit } from '../../../calendar/units';
import { colourSchema } from '../colour';
import type { DashboardBaseline } from './compare';
import { id as ids } from '../../../model/ids';
import type { DatasetModel, MeasureRef, Model } from '../../../model/model';

type PartGroup = 'Visuals' | 'Time controls' | 'Slicers and choosers';

/** Width in columns of 24, height in rows of the grid. */
interface Size {
  readonly w: number;
  readonly h: number;
}

/** A kind as a part that can be placed. */
export interface Part {
  readonly name: string;
  readonly hint: string;
  /** What it is for, in one sentence, and an example. */
  readonly says: string;
  readonly example: string;
  readonly group: PartGroup;
  /** Size of a new one, and the smallest there may be. */
  readonly size: Size;
  readonly least: Size;
}

/** What new parts are made from. */
export interface FreshGround {
  readonly model: Model;
  /** The dataset that this dashboard used last, else the one loaded last, that fits. */
  dataset: (fits: (dataset: DatasetModel) => boolean) => DatasetModel | undefined;
  /** Keys of the dimensions that slicers of the dashboard choose from already. */
  readonly taken: ReadonlySet<string>;
  /** The baselines of the dashboard. */
  readonly baselines: readonly DashboardBaseline[];
  /** Names of the parameters that the dashboard has already. */
  readonly names: ReadonlySet<string>;
}

/** The settings of a new part, which is given an id and a title. */
type Fresh<S extends z.ZodObject> = Omit<z.infer<S>, 'id' | 'title'>;

/** What choosers choose for visuals. */
export type Chooses = 'baselines' | 'measures' | 'grain';

/** By what a control acts on rows; its route to a dataset follows from this. */
export type Acts =
  /** The days of a date role. */
  | { readonly by: 'days' }
  /** Values of dimensions, the outer one first. */
  | { readonly by: 'dimensions'; readonly levels: readonly Dimension[] }
  /** A condition on the columns of one dataset. */
  | { readonly by: 'rows'; readonly dataset: string }
  /** A condition on a measure's totals. */
  | { readonly by: 'totals'; readonly measure: MeasureRef }
  /** Nothing by itself: it fills a parameter of conditions. */
  | { readonly by: 'value'; readonly name: string }
  /** No rows: it chooses what visuals show. */
  | { readonly by: 'chooser'; readonly chooses: Chooses }
  /** The day that stands for today, for the whole dashboard: it is never wired. */
  | { readonly by: 'clock' };

/** Where names of what reveal rules can name are found. */
interface RevealNames {
  readonly model: Model;
  readonly baselines: readonly DashboardBaseline[];
}

/** What reveal rules can name of a control. */
export type Reveals =
  /** Some of what it can hold; where that is all, a rule that names nothing of it never holds. */
  | { readonly by: 'choices'; readonly choices: readonly RevealChoice[]; readonly isAll: boolean }
  /** The values that it offers. */
  | { readonly by: 'values' }
  /** Nothing: what it holds decides about no other control. */
  | { readonly by: 'nothing' };

export interface RevealChoice {
  readonly value: string;
  readonly label: string;
}

/** The form of what a control holds. */
export type HeldForm =
  'period' | 'choice' | 'condition' | 'numbers' | 'day' | 'value' | 'baselines' | 'measures' | 'grain';

export interface ControlEntry<S extends z.ZodObject = z.ZodObject, F extends HeldForm = HeldForm> {
  readonly schema: S;
  readonly part: Part;
  readonly holds: F;
  acts: (control: z.infer<S>) => Acts;
  /** The title of one without a title. */
  title: (control: z.infer<S>, model: Model) => string;
  /** Undefined where no dataset can fill it. */
  fresh: (ground: FreshGround) => Fresh<S> | undefined;
  /** The unit by which readers move it, where it has one. */
  step?: (control: z.infer<S>) => Unit;
  /** Of a time control: which ends of its window readers can move to any day. */
  movable?: (control: z.infer<S>) => { readonly start: boolean; readonly end: boolean };
  /** The measure that it draws, or orders its values by. */
  measure?: (control: z.infer<S>) => MeasureRef | null;
  /** Columns of a dataset of whose numbers it offers the least and the greatest. */
  bounds?: (control: z.infer<S>) => { readonly dataset: string; readonly column: string } | null;
  /** What reveal rules of other controls can name of it. */
  reveals: (control: z.infer<S>, named: RevealNames) => Reveals;
  /** Texts of conditions on a dataset that it may put into effect. */
  conditions?: (
    control: z.infer<S>,
    model: Model,
  ) => { readonly dataset: string; readonly texts: readonly string[] };
}

/** By what the marks of a visual are chosen. */
export interface Marks {
  readonly days: boolean;
  /** The outer one first. */
  readonly dimensions: readonly Dimension[];
}

export interface VisualEntry<S extends z.ZodObject = z.ZodObject> {
  readonly schema: S;
  readonly part: Part;
  title: (visual: z.infer<S>, model: Model) => string;
  fresh: (ground: FreshGround) => Fresh<S> | undefined;
  /** The dataset that it shows first. */
  dataset: (visual: z.infer<S>) => string;
  /** The dimensions that it groups its rows by. */
  dimensions: (visual: z.infer<S>) => readonly Dimension[];
  /** Null where it has no marks that could be chosen. */
  marks: (visual: z.infer<S>) => Marks | null;
  /** Whether it has marks that can turn pale. */
  readonly pales: boolean;
  /** What choosers can choose for it. */
  takes: (visual: z.infer<S>) => readonly Chooses[];
  /** Whether its figures go along time. */
  overTime: (visual: z.infer<S>) => boolean;
}

/** The entry of a kind with this schema; both are kept in its type. */
export const controlKind =
  <S extends z.ZodObject>(schema: S) =>
  <const F extends HeldForm>(entry: Omit<ControlEntry<S, F>, 'schema'>): ControlEntry<S, F> => ({
    ...entry,
    schema,
  });
export const visualKind =
  <S extends z.ZodObject>(schema: S) =>
  (entry: Omit<VisualEntry<S>, 'schema'>): VisualEntry<S> => ({ ...entry, schema });

export const title = z.string().max(200).describe('Shown title; empty means a title made from the settings');

/** A value that a slicer can hold; null is a blank one. */
export const value = z.string().max(500).nullable();
export const phrase = z.string().min(1).max(500).describe('Period phrase');
export const namedPeriod = ids.key
  .nullable()
  .default(null)
  .describe('Named period of the model whose phrase stands here; null: a phrase of its own');
export const point = z.string().min(1).max(200).describe('Point of time, as period phrases have them');

/** What every control has. */
export const commonOfControls = {
  id: ids.item,
  title,
  hold: z.boolean().default(false).describe('Whether changes wait for Apply'),
  accent: colourSchema.nullable().default(null).describe('A colour of its own, by its role in the theme'),
  reveal: z
    .object({
      control: ids.item,
      values: z.array(value).min(1).max(100).describe('Values of a slicer, or phrases of a time control'),
    })
    .nullable()
    .default(null)
    .describe('Shown, and in effect, only while another control holds one of these'),
};

export const CONTROL_DEFAULTS = { hold: false, accent: null, reveal: null } as const;

export const categoryOf = (dataset: DatasetModel) => dataset.columns.find((column) => column.category);

/** A new part takes the first measure that adds up a number, else the count of rows. */
export const measureFor = (dataset: DatasetModel) =>
  dataset.measures.find((measure) => measure.column !== null) ?? dataset.measures[0];

/** Whether a dataset can be shown over days. */
export const canBeShown = (dataset: DatasetModel) => dataset.roles.length > 0 && dataset.measures.length > 0;

export const hasCategory = (dataset: DatasetModel) =>
  canBeShown(dataset) && categoryOf(dataset) !== undefined;

/** The measure that a new part shows first; undefined where there is none. */
export function freshMeasure(ground: FreshGround): MeasureRef | undefined {
  const dataset = ground.dataset(canBeShown);
  const measure = dataset && measureFor(dataset);
  return measure && { dataset: dataset.key, measure: measure.key };
}
