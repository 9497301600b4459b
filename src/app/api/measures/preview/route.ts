import { measurePreviewAskedSchema } from '../../../../contract/modelling';
import { packAnswer } from '../../../../core/dashboard/turn/answerJson';
import { previewMeasure } from '../../../../server/answers/measurePreview';
import { readBody, respond } from '../../../../server/http';

/** What a measure that need not be saved yet shows over the last year of its data, and its days with data. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { dataset, measure } = await readBody(request, measurePreviewAskedSchema);
    const answer = await previewMeasure(dataset, measure);
    return new Response(packAnswer(answer), { headers: { 'content-type': 'application/json' } });
  });
}
