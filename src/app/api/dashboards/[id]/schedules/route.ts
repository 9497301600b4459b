import { scheduleSchema, type Schedules } from '../../../../../contract/schedules';
import { serverConfig } from '../../../../../server/config';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { outbox } from '../../../../../server/schedules/make';
import { addSchedule, listSchedules } from '../../../../../server/schedules/repository';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** The schedules of a dashboard with their last runs, and where their files go. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async (): Promise<Schedules> => ({
    schedules: await listSchedules(idFrom((await params).id)),
    folder: outbox(),
    mails: serverConfig().mail !== undefined,
  }));
}

export function POST(request: Request, { params }: Context) {
  return respond(request, async () => {
    const given = await readBody(request, scheduleSchema);
    return Response.json(await addSchedule(idFrom((await params).id), given), { status: 201 });
  });
}
