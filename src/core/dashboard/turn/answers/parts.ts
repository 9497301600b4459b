/** What answers of controls and visuals share. */
import type { BrokenAnswer, ElsewhereAnswer } from '../controlAnswer';
import { dimensionName, type Dimension } from '../../../model/dimension';
import type { Model } from '../../../model/model';

export const ELSEWHERE: ElsewhereAnswer = { kind: 'elsewhere' };
export const broken = (message: string): BrokenAnswer => ({ kind: 'broken', message });

export const missingDataset = (dataset: string) =>
  `There is no dataset “${dataset}” here. Bring it in, or choose another in the settings.`;
/** Says why nothing can be grouped by a dimension. */
export const missingDimension = (model: Model, dimension: Dimension) =>
  missingCategory(dimensionName(model, dimension));
const missingCategory = (column: string) =>
  `“${column}” is not a category of its dataset. Mark it as one on the dataset’s page.`;
