/** Where the map of the model has its boxes. */
import { compareNames } from '../../core/compareNames';
import type { DatasetModel } from '../../core/model/model';

/** Width of a dataset's box, at most and at least, in pixels, as all sizes here. */
const BOX = { most: 250, least: 160 };
/** Between a box and the trunk, where the names of date roles stand; with less than that the boxes give way. */
const ROLES = { most: 190, least: 90 };
const GAP = 18;
export const TRUNK = 120;
export const HEAD = 42;
export const LINE = 18;
export const TOP = 8;
/** Beside the boxes, for the lines of shared dimensions. */
const LANES = 32;
/** Where there is less room, the map scrolls. */
export const LEAST_WIDTH = TRUNK + 2 * (BOX.least + ROLES.least + LANES);

export interface Placed {
  readonly dataset: DatasetModel;
  readonly side: 'left' | 'right';
  readonly y: number;
  readonly height: number;
}

const heightOf = (dataset: DatasetModel) => HEAD + Math.max(1, dataset.roles.length) * LINE + 8;

/** Those with the most roles first. */
export const inOrder = (datasets: readonly DatasetModel[]) =>
  [...datasets].sort((a, b) => b.roles.length - a.roles.length || compareNames(a.name, b.name));

/** Datasets at both sides, each where there is more room. */
export function placed(datasets: readonly DatasetModel[]): Placed[] {
  const reached = { left: TOP, right: TOP };
  return datasets.map((dataset) => {
    const side = reached.left <= reached.right ? 'left' : 'right';
    const y = reached[side];
    const height = heightOf(dataset);
    reached[side] = y + height + GAP;
    return { dataset, side, y, height };
  });
}

/** Where boxes begin at both sides of the trunk, and how wide they are: as wide as the names of roles leave them. */
export function sidesIn(width: number) {
  const centre = width / 2;
  const half = centre - TRUNK / 2 - LANES;
  const boxWidth = Math.min(BOX.most, Math.max(BOX.least, half - ROLES.least));
  const left = Math.max(LANES, centre - TRUNK / 2 - ROLES.most - boxWidth);
  return { left, right: width - left - boxWidth, boxWidth, centre };
}
