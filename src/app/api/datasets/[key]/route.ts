import { datasetEditSchema } from '../../../../contract/datasets';
import { deleteDataset } from '../../../../server/bin/bin';
import { editDataset } from '../../../../server/datasets/edit';
import { findDataset, summaryOf } from '../../../../server/datasets/repository';
import { datasetBasis } from '../../../../core/model/fingerprint';
import { checkBasis, readBody, respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ key: string }> };

export function GET(request: Request, { params }: Context) {
  return respond(request, async () => summaryOf(await findDataset((await params).key)));
}

/** Changes the name, date roles, categories or measures. */
export function PATCH(request: Request, { params }: Context) {
  return respond(request, async () => {
    const edit = await readBody(request, datasetEditSchema);
    const stored = await findDataset((await params).key);
    checkBasis(request, datasetBasis({ name: stored.name, ...stored.definition }));
    return summaryOf(await editDataset(stored, edit));
  });
}

/** Puts it into the bin, from which it can be brought back. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => deleteDataset(await findDataset((await params).key)));
}
