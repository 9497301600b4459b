import { refusalsAskedSchema } from '../../../../../contract/datasets';
import Papa from 'papaparse';
import { findDataset, refusalsOf } from '../../../../../server/datasets/repository';
import { readQuery, respond } from '../../../../../server/http';

export const dynamic = 'force-dynamic';

/** The refused rows of the load in use, as JSON or, with `?format=csv`, as a file. */
export function GET(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const stored = await findDataset((await params).key);
    const refusals = stored.currentLoad === null ? [] : await refusalsOf(stored.currentLoad);
    if (readQuery(request, refusalsAskedSchema).format === 'json') return refusals;
    const text = Papa.unparse(
      { fields: ['line', 'column', 'value', 'reason'], data: refusals },
      { escapeFormulae: true },
    );
    return new Response(`\ufeff${text}\r\n`, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${stored.key}-refused.csv"`,
      },
    });
  });
}
