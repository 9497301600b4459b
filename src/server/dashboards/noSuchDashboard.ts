import { Problem } from '../problem';

/** The answer for a dashboard that is not there, and for one that the caller may not know of. */
export const noSuchDashboard = (id: number | string): Problem =>
  new Problem('no-such-dashboard', `There is no dashboard ${id}. It may have been deleted.`, 404);
