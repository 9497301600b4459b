/** `check` and `rehearse`: the wiring check and the rehearsal of stored dashboards. */
import { CommandFailure } from './failure';
import { withDatabase } from './withDatabase';

/** The dashboards that are meant: one by its number or title, or all. */
export async function meantDashboards(dashboard: string | undefined) {
  const { listDashboards } = await import('../src/server/dashboards/list');
  const { readDashboard } = await import('../src/server/dashboards/read');
  const all = await listDashboards();
  const chosen =
    dashboard === undefined
      ? all
      : all.filter((entry) => String(entry.id) === dashboard || entry.title === dashboard);
  if (dashboard !== undefined && chosen.length === 0) {
    const names = all.map((entry) => `${entry.id} ${entry.title}`).join(', ');
    throw new CommandFailure(`There is no dashboard “${dashboard}”. There are: ${names || 'none'}.`, 2);
  }
  return Promise.all(chosen.sort((a, b) => a.id - b.id).map((entry) => readDashboard(entry.id)));
}

/** Prints the findings of the wiring check; the command fails when there are any. */
export async function check(dashboard: string | undefined): Promise<void> {
  await withDatabase(async () => {
    const { checkOf } = await import('../src/server/wiring/wiring');
    let found = 0;
    for (const { id, document } of await meantDashboards(dashboard)) {
      const findings = await checkOf(document, true);
      found += findings.length;
      console.log(
        `${id} ${document.title}: ${findings.length === 0 ? 'nothing found' : `${findings.length} found`}`,
      );
      for (const finding of findings)
        console.log(`  ${finding.code}: ${finding.words}${finding.mend ? ` (${finding.mend.label}?)` : ''}`);
    }
    if (found > 0) process.exitCode = 1;
  });
}

/** Prints the days of a span on which something turns empty or jumps. */
export async function rehearseDashboards(
  dashboard: string | undefined,
  options: { readonly days: number; readonly data: 'same lag' | 'no new data' },
): Promise<void> {
  await withDatabase(async () => {
    const { rehearsalOf } = await import('../src/server/wiring/wiring');
    const { isoDay } = await import('../src/core/calendar/day');
    for (const { id, document } of await meantDashboards(dashboard)) {
      const { from, to, lanes, problems } = await rehearsalOf(document, options.days, options.data);
      console.log(
        `${id} ${document.title}: ${isoDay(from)} to ${isoDay(to)}, ${lanes.length} controls and visuals, ${problems.length === 0 ? 'no problem' : `${problems.length} problems`} (data: ${options.data})`,
      );
      for (const problem of problems)
        console.log(
          `  ${isoDay(problem.day)} ${problem.kind}: ${problem.words}${problem.days > 1 ? `, for ${problem.days} days` : ''}`,
        );
    }
  });
}
