/** The model as every page asks for it, checked where it arrives. */
import { queryOptions } from '@tanstack/react-query';
import { modelSchema } from '../../core/model/model';
import { requestAs } from './request';

export const MODEL_QUERY = queryOptions({
  queryKey: ['model'],
  queryFn: () => requestAs(modelSchema, '/api/model'),
});
