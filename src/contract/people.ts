/** People of a workspace, what they may do, and what scripts sign in with. */
import { z } from 'zod';

/** From the least to the most that one may do; each may do what those before it may. */
export const ROLES = ['reader', 'designer', 'keeper', 'owner'] as const;
const roleSchema = z.enum(ROLES);
export type Role = z.infer<typeof roleSchema>;

/** Whether a role may do what another one may. */
export const isAtLeast = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least);

export const DASHBOARD_RIGHTS = ['view', 'edit'] as const;
export type DashboardRight = (typeof DASHBOARD_RIGHTS)[number];

export const TOKEN_SCOPES = ['read', 'design', 'data'] as const;
export type TokenScope = (typeof TOKEN_SCOPES)[number];

/** As the library for accounts knows the provider of OpenID Connect; it stands in the address that leads back. */
export const OPENID_PROVIDER = 'openid';

/** Who asks, as the interface knows it. */
export const meSchema = z.object({
  /** False where Dathen runs for one person alone: there is nobody to sign in. */
  accounts: z.boolean(),
  person: z
    .object({ id: z.string(), name: z.string(), email: z.string(), hasSecondFactor: z.boolean() })
    .nullable(),
  role: roleSchema.nullable(),
  /** The name of the provider that one may sign in by; null for none. */
  provider: z.string().nullable(),
  /** Everybody who signs in by a password has to have a second factor. */
  requiresSecondFactor: z.boolean(),
  /** One has to set up a second factor before anything else. */
  lacksSecondFactor: z.boolean(),
});
export type Me = z.infer<typeof meSchema>;

const moment = z.iso.datetime();

const personSchema = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: roleSchema,
  isDisabled: z.boolean(),
  hasSecondFactor: z.boolean(),
  /** When a session of theirs was last used; null where none is left. */
  seenAt: moment.nullable(),
});
export type Person = z.infer<typeof personSchema>;

const invitationSchema = z.object({
  id: z.int(),
  email: z.string().nullable(),
  role: roleSchema,
  expiresAt: moment,
});
export type Invitation = z.infer<typeof invitationSchema>;

const groupSchema = z.object({ id: z.int(), name: z.string(), members: z.array(z.string()) });
export type Group = z.infer<typeof groupSchema>;

export const peopleSchema = z.object({
  people: z.array(personSchema),
  invitations: z.array(invitationSchema),
  groups: z.array(groupSchema),
  /** Whether invitations and links for new passwords are sent by mail. */
  mails: z.boolean(),
});
export type People = z.infer<typeof peopleSchema>;

const email = z.email('Write an address such as name@example.org.').max(255);
export const inviteSchema = z.object({ email, role: roleSchema });
/** A link that is shown once; `mailed` where it was sent as well. */
export const madeLinkSchema = z.object({ link: z.url(), mailed: z.boolean() });

export const personEditSchema = z
  .object({ role: roleSchema, isDisabled: z.boolean(), removesSecondFactor: z.literal(true) })
  .partial();
export type PersonEdit = z.infer<typeof personEditSchema>;

export const groupEditSchema = z.object({
  name: z.string().trim().min(1, 'A group has a name.').max(100),
  members: z.array(z.string().max(64)).max(10_000),
});
export type GroupEdit = z.infer<typeof groupEditSchema>;

/** A password that one chooses. */
export const LEAST_PASSWORD = 12;
const password = z
  .string()
  .min(LEAST_PASSWORD, `A password has at least ${LEAST_PASSWORD} characters.`)
  .max(128, 'A password has at most 128 characters.');

export const acceptSchema = z.object({
  token: z.string().max(200),
  name: z.string().trim().min(1, 'Write your name.').max(200),
  /** Wanted of the first owner alone; others have been invited by theirs. */
  email: email.optional(),
  password,
});
export type Accept = z.infer<typeof acceptSchema>;
export const invitedSchema = z.object({ email: z.string().nullable(), role: roleSchema });

export const DASHBOARD_ACCESSES = ['private', 'named', 'all'] as const;
export const dashboardAccessSchema = z.object({
  access: z.enum(DASHBOARD_ACCESSES),
  grants: z
    .array(
      z.object({
        person: z.string().max(64).nullable(),
        group: z.int().nullable(),
        right: z.enum(DASHBOARD_RIGHTS),
      }),
    )
    .max(1000),
});
export type DashboardAccess = z.infer<typeof dashboardAccessSchema>;

/** The rights of a dashboard with what one needs to change them. */
export const dashboardRightsSchema = dashboardAccessSchema.extend({
  /** Who made it; null where that was nobody with an account. */
  owner: z.string().nullable(),
  /** Whether a link leads to it without an account. */
  isPublic: z.boolean(),
  people: z.array(z.object({ id: z.string(), name: z.string(), email: z.string() })),
  groups: z.array(z.object({ id: z.int(), name: z.string() })),
});
export type DashboardRights = z.infer<typeof dashboardRightsSchema>;

export const newTokenSchema = z.object({
  name: z.string().trim().min(1, 'A token has a name.').max(100),
  scope: z.enum(TOKEN_SCOPES),
  days: z.int().min(1, 'From 1 to 365 days.').max(365, 'From 1 to 365 days.'),
});
export const tokenSchema = z.object({
  id: z.int(),
  name: z.string(),
  scope: z.enum(TOKEN_SCOPES),
  expiresAt: moment,
  usedAt: moment.nullable(),
});
export const tokensSchema = z.array(tokenSchema);
export const madeTokenSchema = z.object({ token: z.string() });

export const ownSessionSchema = z.object({
  id: z.string(),
  /** What the browser says of itself. */
  browser: z.string(),
  address: z.string().nullable(),
  begunAt: moment,
  seenAt: moment,
  isThis: z.boolean(),
});
export type OwnSession = z.infer<typeof ownSessionSchema>;

const deedSchema = z.object({
  id: z.int(),
  at: moment,
  actor: z.string(),
  action: z.string(),
  object: z.string(),
  address: z.string().nullable(),
});
export const deedsSchema = z.object({ deeds: z.array(deedSchema), total: z.int() });
export type Deed = z.infer<typeof deedSchema>;

const dayText = z.iso.date().optional();
/** Days in UTC, both inclusive. */
export const deedsFileAskedSchema = z.object({
  search: z.string().max(200).default(''),
  from: dayText,
  to: dayText,
});
export const deedsAskedSchema = deedsFileAskedSchema.extend({
  offset: z.coerce.number().int().min(0).max(100_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(500).default(50),
});

export const ownSessionsSchema = z.array(ownSessionSchema);
export const madeDashboardLinkSchema = z.object({ link: z.url() });
export const madeAccountSchema = z.object({ email: z.string() });

export const linkAskedSchema = z.object({ embed: z.string().optional().describe('Leads to its frame') });
