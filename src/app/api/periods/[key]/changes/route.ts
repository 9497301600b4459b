import { changedPhraseSchema } from '../../../../../contract/modelling';
import { readBody, respond } from '../../../../../server/http';
import { changesOfNamedPeriod } from '../../../../../server/model/namedPeriods';

/** What another phrase would move, before it is saved. */
export function POST(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const { phrase } = await readBody(request, changedPhraseSchema);
    return changesOfNamedPeriod((await params).key, phrase);
  });
}
