import { admitToSchedule } from '../../../../../server/schedules/admission';
import { idFrom, respond } from '../../../../../server/http';
import { runNow } from '../../../../../server/schedules/runner';

/** Makes the file of a schedule now; answers when it is made, or has failed (its runs tell). */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async (caller) => {
    const id = idFrom((await params).id);
    await admitToSchedule(caller, id);
    await runNow(id);
    return null;
  });
}
