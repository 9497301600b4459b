/**
 * Signing in, by a library (better-auth): sessions, passwords, one-time codes, OpenID Connect, and how often somebody
 * may try. What people may do once they are in stands in the other files of this folder.
 */
import { betterAuth, type BetterAuthOptions } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError } from 'better-auth/api';
import { genericOAuth, twoFactor } from 'better-auth/plugins';
import { LEAST_PASSWORD, OPENID_PROVIDER } from '../../contract/people';
import { serverConfig, type OpenIdConfig } from '../config';
import { database } from '../database/connection';
import * as tables from '../database/accountSchema';
import { log } from '../log';
import { canMail, sendMail } from '../mail';
import { once } from '../once';
import { hashPassword, isPassword } from './passwords';
import { isDisabled } from './people';
import { sessionSecret } from './sessionSecret';
import { noteLink } from './shownLinks';
import { forgetTries } from './tries';

const DAY = 86_400;

const openIdPlugin = ({ issuer, client, secret, join }: OpenIdConfig) =>
  genericOAuth({
    config: [
      {
        providerId: OPENID_PROVIDER,
        discoveryUrl: `${issuer}/.well-known/openid-configuration`,
        requireIdTokenVerification: true,
        clientId: client,
        clientSecret: secret,
        scopes: ['openid', 'email', 'profile'],
        disableSignUp: !join,
      },
    ],
  });

const PASSWORDS = {
  enabled: true,
  disableSignUp: true,
  minPasswordLength: LEAST_PASSWORD,
  maxPasswordLength: 128,
  password: { hash: hashPassword, verify: ({ hash, password }) => isPassword(hash, password) },
  resetPasswordTokenExpiresIn: 3600,
  revokeSessionsOnPasswordReset: true,
  onPasswordReset: ({ user }) => forgetTries(user.email),
  sendResetPassword({ user, url }) {
    noteLink(user.id, url);
    // Nobody waits for the mail: how long the answer takes would tell who has an account here.
    if (canMail())
      sendMail({
        to: user.email,
        subject: 'A new password for Dathen',
        text: `Follow this link within an hour to choose a new password:\n\n${url}\n\nIf you did not ask for it, leave it be.`,
      }).catch((error: unknown) => log().warn(error, 'a link for a new password was not sent by mail'));
    return Promise.resolve();
  },
} satisfies BetterAuthOptions['emailAndPassword'];

async function refuseDisabled({ userId }: { userId: string }) {
  if (await isDisabled(userId))
    throw new APIError('FORBIDDEN', {
      code: 'DISABLED',
      message: 'This account is closed. Ask an owner of the workspace.',
    });
}

function make() {
  const { team } = serverConfig();
  if (!team) throw new Error('There are no accounts here.');
  const isSecure = team.address.startsWith('https:');
  return betterAuth({
    appName: 'Dathen',
    baseURL: team.address,
    basePath: '/api/auth',
    secret: sessionSecret(),
    trustedOrigins: [team.address],
    telemetry: { enabled: false },
    logger: {
      log: (level, message) => log()[level === 'debug' ? 'debug' : level]({ part: 'auth' }, message),
    },
    database: drizzleAdapter(database(), {
      provider: 'mysql',
      schema: {
        user: tables.person,
        session: tables.personSession,
        account: tables.personCredential,
        verification: tables.personVerification,
        twoFactor: tables.personSecondFactor,
        rateLimit: tables.requestCount,
      },
    }),
    user: {
      additionalFields: {
        role: { type: 'string', input: false, defaultValue: 'reader' },
        disabledAt: { type: 'date', input: false, required: false },
      },
    },
    emailAndPassword: PASSWORDS,
    session: { expiresIn: 7 * DAY, updateAge: DAY },
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 100,
      customRules: {
        '/sign-in/email': { window: 10, max: 3 },
        '/two-factor/*': { window: 10, max: 5 },
        '/request-password-reset': { window: 60, max: 5 },
        '/reset-password': { window: 60, max: 10 },
      },
    },
    advanced: {
      // On https browsers hold cookies of this name to the host that set them; the library has no word for it.
      cookiePrefix: isSecure ? '__Host-dathen' : 'dathen',
      useSecureCookies: false,
      defaultCookieAttributes: { secure: isSecure },
      // The server itself says whose address it is, see clientAddress.mjs.
      ipAddress: { ipAddressHeaders: ['x-forwarded-for'] },
    },
    databaseHooks: { session: { create: { before: refuseDisabled } } },
    plugins: [twoFactor({ issuer: 'Dathen' }), ...(team.openId ? [openIdPlugin(team.openId)] : [])],
  });
}

/** Throws where there are no accounts. */
export const auth = (): ReturnType<typeof make> => once('auth', make);
