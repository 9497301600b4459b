import { almanacExportSchema } from '../../../../contract/almanac';
import { almanacCsv, almanacParquet } from '../../../../server/almanac/exports';
import { readQuery, respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

/** The table of days as a file: `?format=csv` (the default) or `?format=parquet`. */
export function GET(request: Request) {
  return respond(request, async () => {
    const parquet = readQuery(request, almanacExportSchema).format === 'parquet';
    const body = parquet ? Buffer.from(await almanacParquet()) : await almanacCsv();
    return new Response(body, {
      headers: {
        'content-type': parquet ? 'application/vnd.apache.parquet' : 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="almanac_day.${parquet ? 'parquet' : 'csv'}"`,
      },
    });
  });
}
