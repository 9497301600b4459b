import { loadedDatasets } from '../../../../server/datasets/repository';
import { idFrom, respond } from '../../../../server/http';
import { removeConnection } from '../../../../server/sources/connections';

/** Forgets a connection that no dataset comes from. */
export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = idFrom((await params).id);
    const used = (await loadedDatasets()).filter((entry) => entry.origin?.connection === id);
    await removeConnection(
      id,
      used.map((entry) => entry.name),
    );
  });
}
