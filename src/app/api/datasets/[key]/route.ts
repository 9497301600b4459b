import { datasetEditSchema, editDataset } from '../../../../server/datasets/edit';
import { findDataset, removeDataset, summaryOf } from '../../../../server/datasets/repository';
import { readBody, respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ key: string }> };

export function GET(request: Request, { params }: Context) {
  return respond(request, async () => summaryOf(await findDataset((await params).key)));
}

/** Changes the name, date roles, categories or measures. */
export function PATCH(request: Request, { params }: Context) {
  return respond(request, async () => {
    const edit = await readBody(request, datasetEditSchema);
    return summaryOf(await editDataset(await findDataset((await params).key), edit));
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => removeDataset(await findDataset((await params).key)));
}
