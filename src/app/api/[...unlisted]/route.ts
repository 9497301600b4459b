/** Whatever has no route of its own. It stands in no table of rights, so that what is in none is nobody's. */
import { nothingThere } from '../../../server/accounts/admission';
import { respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

const nothing = () => Promise.reject(nothingThere());

export const GET = (request: Request) => respond(request, nothing);
export const POST = (request: Request) => respond(request, nothing);
export const PUT = (request: Request) => respond(request, nothing);
export const PATCH = (request: Request) => respond(request, nothing);
export const DELETE = (request: Request) => respond(request, nothing);
