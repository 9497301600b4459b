/** What is sent to sign in, and what the answers mean. */
import { z } from 'zod';
import { OPENID_PROVIDER } from '../../contract/people';
import { requestAs, RequestError, requestJson } from '../ui/request';

const answerSchema = z.object({
  /** A code is asked for before one is in. */
  twoFactorRedirect: z.boolean().optional(),
  /** Where a provider asks who one is. */
  url: z.string().nullish(),
});

/** The place that one is led to afterwards: one of ours, whatever stands in the address. */
export function safePlace(asked: string | null): string {
  if (asked === null || !asked.startsWith('/') || /^\/[/\\]/.test(asked)) return '/';
  return URL.canParse(asked, 'http://here') && new URL(asked, 'http://here').origin === 'http://here'
    ? asked
    : '/';
}

/** Sentences for what the library for accounts answers. */
const SENTENCES: Readonly<Record<string, string>> = {
  INVALID_EMAIL_OR_PASSWORD: 'Address and password do not fit together.',
  INVALID_EMAIL: 'Write an address such as name@example.org.',
  INVALID_CODE: 'The code is not the one of now. Codes change every half minute.',
  INVALID_BACKUP_CODE: 'This is not one of your backup codes, or it was used already.',
  INVALID_TOKEN: 'This link was used already, or is over. Ask for a new one.',
  INVALID_PASSWORD: 'This is not your password.',
  INVALID_TWO_FACTOR_COOKIE: 'That took too long. Sign in once more.',
  PASSWORD_TOO_SHORT: 'A password has at least 12 characters.',
};

/** Does what the library for accounts may refuse. Its sentence where it was refused; null where it was done. */
export async function orRefusal(work: () => Promise<unknown>): Promise<string | null> {
  try {
    await work();
    return null;
  } catch (error) {
    if (!(error instanceof RequestError)) throw error;
    if (error.status === 429) return 'Too many tries. Wait a little, then try again.';
    return SENTENCES[error.code] ?? error.message;
  }
}

/** Signs in; true where a code is asked for as well. */
export async function signIn(email: string, password: string): Promise<boolean> {
  const answer = await requestAs(answerSchema, '/api/auth/sign-in/email', { body: { email, password } });
  return answer.twoFactorRedirect === true;
}

/** Gives the code of the second factor: six digits, or one of the codes kept for when it is lost. */
export function giveCode(code: string): Promise<unknown> {
  const plain = code.replace(/\s/g, '');
  const path = /^\d{6}$/.test(plain) ? 'verify-totp' : 'verify-backup-code';
  return requestJson(`/api/auth/two-factor/${path}`, { body: { code: plain } });
}

/** The address at which a provider asks who one is. */
export async function providerAddress(to: string): Promise<string> {
  const answer = await requestAs(answerSchema, '/api/auth/sign-in/social', {
    body: { provider: OPENID_PROVIDER, callbackURL: to, errorCallbackURL: '/sign-in' },
  });
  return answer.url ?? '/sign-in';
}
