/** Every route of the interface for programs, with what it takes and answers: the one place where that is said. */
import { DASHBOARD_OPERATIONS } from './dashboards';
import { DATA_OPERATIONS } from './data';
import type { Operations } from './operation';
import { PEOPLE_OPERATIONS } from './people';
import { READING_OPERATIONS } from './reading';

export const OPERATIONS: Operations = {
  ...DASHBOARD_OPERATIONS,
  ...READING_OPERATIONS,
  ...DATA_OPERATIONS,
  ...PEOPLE_OPERATIONS,
};
