import { z } from 'zod';
import { isoDay } from '../../../../../core/calendar/day';
import { DATA_ASSUMPTIONS, type Rehearsal } from '../../../../../core/dashboard/review/rehearsal';
import { readDashboard } from '../../../../../server/dashboards/repository';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { LONGEST_REHEARSAL } from '../../../../../server/wiring/wiring';
import { compute } from '../../../../../server/work/pool';

const bodySchema = z.object({
  days: z.int().min(1).max(LONGEST_REHEARSAL).default(366),
  assumption: z.enum(DATA_ASSUMPTIONS).default('same lag'),
});

/** A stored dashboard on each of so many days from today on: windows by day, and the days on which something goes wrong. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { days, assumption } = await readBody(request, bodySchema);
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
