import type { Model } from '../../core/model/model';
import type { StoredDataset } from '../datasets/repository';

/** A model, and the stored datasets it was made from. */
export interface ReadModel {
  readonly model: Model;
  readonly stored: StoredDataset[];
}
