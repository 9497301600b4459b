import { connectionSchema } from '../../../contract/connections';
import { readBody, respond } from '../../../server/http';
import { addConnection, listConnections } from '../../../server/sources/connections';

export const dynamic = 'force-dynamic';

/** Connections to other databases; passwords are never sent. */
export function GET(request: Request) {
  return respond(request, listConnections);
}

/** Checks a connection, stores it, and tells the tables and views it can read. */
export function POST(request: Request) {
  return respond(request, async () =>
    Response.json(await addConnection(await readBody(request, connectionSchema)), { status: 201 }),
  );
}
