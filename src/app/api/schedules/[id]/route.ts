import { scheduleSchema } from '../../../../contract/schedules';
import { idFrom, readBody, respond } from '../../../../server/http';
import { changeSchedule, deleteSchedule } from '../../../../server/schedules/repository';

type Context = { params: Promise<{ id: string }> };

export function PUT(request: Request, { params }: Context) {
  return respond(request, async () =>
    changeSchedule(idFrom((await params).id), await readBody(request, scheduleSchema)),
  );
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    await deleteSchedule(idFrom((await params).id));
    return null;
  });
}
