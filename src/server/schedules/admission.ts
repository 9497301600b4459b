/** Who may change or run a schedule: whoever may change its dashboard. */
import { admitToDashboard } from '../accounts/admission';
import type { Caller } from '../caller';
import { scheduleRow } from './repository';

/** Throws a `Problem` where there is no such schedule, or the caller may not change its dashboard. */
export async function admitToSchedule(caller: Caller, id: number): Promise<void> {
  if (caller.kind === 'alone') return;
  const { dashboardId } = await scheduleRow(id);
  await admitToDashboard(caller, String(dashboardId), 'edit');
}
