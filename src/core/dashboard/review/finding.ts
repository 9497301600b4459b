/** What the wiring check finds. */
import type { Source } from '../../cube/query';
import type { Control, DashboardDocument, Visual } from '../document/document';
import type { Model } from '../../model/model';
import type { Settings } from '../reader/setting';
import type { Design } from '../wiring/design';
import { titleOf } from '../document/title';

export const FINDING_CODES = [
  'dead-control',
  'uncontrolled-visual',
  'never-meet',
  'empty-today',
  'empty-later',
  'grain-too-coarse',
  'half-wire',
  'grain-too-fine',
  'old-default',
  'never-revealed',
  'ratio-roles',
  'missing-value',
  'unused-value',
  'missing',
  'baseline-overlaps',
  'baseline-partly',
  'baseline-empty',
  'chooser-empty',
  'acts-elsewhere',
  'empty-page',
] as const;
export type FindingCode = (typeof FINDING_CODES)[number];

export interface Mend {
  readonly label: string;
  /** The document with it; made when it is wanted, since a large one has many findings. */
  readonly mended: () => DashboardDocument;
}

export interface Finding {
  readonly code: FindingCode;
  /** Items it is about, the one to jump to first. */
  readonly items: readonly string[];
  readonly words: string;
  readonly mend: Mend | null;
}

export interface CheckInput {
  readonly design: Design;
  readonly source: Source;
  readonly today: number;
  /** Whether the days of the coming year are looked at too, which takes longer. */
  readonly year: boolean;
}

/** What all findings are made from: the input, and what the controls say by their defaults. */
export interface CheckGround extends CheckInput {
  readonly settings: Settings;
}

/** An item by its title, in quotation marks. */
export const quoted = (model: Model, item: Visual | Control) => `“${titleOf(item, model)}”`;
