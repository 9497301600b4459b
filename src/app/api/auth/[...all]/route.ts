import { answerAuth } from '../../../../server/accounts/authRoute';

export const dynamic = 'force-dynamic';

/** Signing in and out, passwords, codes, and the way back from a provider: answered by the library for accounts. */
export const GET = answerAuth;
export const POST = answerAuth;
