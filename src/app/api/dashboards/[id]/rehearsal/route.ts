import { storedRehearsalAskedSchema } from '../../../../../contract/answers';
import { isoDay } from '../../../../../core/calendar/day';
import type { Rehearsal } from '../../../../../core/dashboard/review/rehearsal';
import { readDashboard } from '../../../../../server/dashboards/read';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { compute } from '../../../../../server/work/pool';

/** A stored dashboard on each of so many days from today on: windows by day, and the days on which something goes wrong. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { days, assumption } = await readBody(request, storedRehearsalAskedSchema);
    const { document } = await readDashboard(idFrom((await params).id));
    const text = await compute('rehearsal', { document, days, assumption });
    const { from, to, lanes, problems } = JSON.parse(text) as Rehearsal;
    return {
      from: isoDay(from),
      to: isoDay(to),
      lanes,
      problems: problems.map((problem) => ({ ...problem, day: isoDay(problem.day) })),
    };
  });
}
