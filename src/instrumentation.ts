/** What a server begins with, once it has started. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { listenForStop } = await import('./server/stopping');
  listenForStop();
  const { startSchedules } = await import('./server/schedules/runner');
  startSchedules();
  const { startTakingUp } = await import('./server/jobs/jobs');
  startTakingUp();
}
