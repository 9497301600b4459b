import { scheduleSchema } from '../../../../contract/schedules';
import { admitToSchedule } from '../../../../server/schedules/admission';
import { idFrom, readBody, respond } from '../../../../server/http';
import { changeSchedule, deleteSchedule } from '../../../../server/schedules/repository';

type Context = { params: Promise<{ id: string }> };

export function PUT(request: Request, { params }: Context) {
  return respond(request, async (caller) => {
    const id = idFrom((await params).id);
    await admitToSchedule(caller, id);
    return changeSchedule(id, await readBody(request, scheduleSchema));
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async (caller) => {
    const id = idFrom((await params).id);
    await admitToSchedule(caller, id);
    await deleteSchedule(id);
    return null;
  });
}
