import { z } from 'zod';
import { packAnswer } from '../../../core/dashboard/turn/answerJson';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { readerStateSchema } from '../../../core/dashboard/reader/state';
import { answerOnServer } from '../../../server/answers/answer';
import { readBody, respond } from '../../../server/http';

const bodySchema = z.object({
  document: anyDocumentSchema,
  state: readerStateSchema,
  only: z.array(z.string()).max(500),
});

/** Answers the items that the browser's engine cannot, for a document that need not be saved yet. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { document, state, only } = await readBody(request, bodySchema);
    const { answer } = await answerOnServer(document, state, only);
    return new Response(packAnswer(answer), { headers: { 'content-type': 'application/json' } });
  });
}
