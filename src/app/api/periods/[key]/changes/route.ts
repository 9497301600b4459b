import { readBody, respond } from '../../../../../server/http';
import { changesOfNamedPeriod, namedPeriodEditSchema } from '../../../../../server/model/namedPeriods';

/** What another phrase would move, before it is saved. */
export function POST(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const { phrase } = await readBody(request, namedPeriodEditSchema.pick({ phrase: true }));
    return changesOfNamedPeriod((await params).key, phrase);
  });
}
