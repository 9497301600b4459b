import packageJson from '../../../../package.json';
import { selectRows } from '../../../server/database/connection';
import { respond } from '../../../server/http';
import { LONGEST_LOOK_MS } from '../../../server/readiness';
import { startThreads } from '../../../server/work/pool';

export const dynamic = 'force-dynamic';

/** Whether the database answers, and which version runs. */
export function GET(request: Request) {
  return respond(request, async () => {
    startThreads();
    const [row] = await selectRows<{ version: string }>(
      'SELECT VERSION() AS version',
      [],
      LONGEST_LOOK_MS,
    ).catch(() => []);
    const body = {
      version: packageJson.version,
      database: row ? { ok: true, version: row.version } : { ok: false },
    };
    return Response.json(body, { status: row ? 200 : 503 });
  });
}
