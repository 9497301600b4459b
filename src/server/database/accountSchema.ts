/** Tables of people and of what they may do. The names of the columns of the first six are those of the library for accounts. */
import {
  bigint,
  boolean,
  datetime,
  index,
  int,
  longtext,
  mysqlTable,
  primaryKey,
  varchar,
} from 'drizzle-orm/mysql-core';
import { DASHBOARD_RIGHTS, ROLES, TOKEN_SCOPES } from '../../contract/people';
import { ruleValuesSchema } from '../../contract/rowRules';
import { jsonColumn } from './jsonColumn';

const ID = { length: 64 } as const;
const moment = (name: string) => datetime(name, { mode: 'date' });

export const person = mysqlTable('person', {
  id: varchar('id', ID).primaryKey(),
  name: varchar('name', { length: 200 }).notNull(),
  email: varchar('email', { length: 255 }).notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: varchar('image', { length: 500 }),
  role: varchar('role', { length: 10, enum: ROLES }).notNull().default('reader'),
  /** Set while the person may not come in. */
  disabledAt: moment('disabled_at'),
  twoFactorEnabled: boolean('two_factor_enabled').notNull().default(false),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const personSession = mysqlTable(
  'person_session',
  {
    id: varchar('id', ID).primaryKey(),
    userId: varchar('person_id', ID).notNull(),
    token: varchar('token', { length: 128 }).notNull().unique(),
    expiresAt: moment('expires_at').notNull(),
    ipAddress: varchar('ip_address', { length: 64 }),
    userAgent: varchar('user_agent', { length: 500 }),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (table) => [index('person_session_person').on(table.userId)],
);

/** How a person signs in: by a password, or by a provider. */
export const personCredential = mysqlTable(
  'person_credential',
  {
    id: varchar('id', ID).primaryKey(),
    userId: varchar('person_id', ID).notNull(),
    accountId: varchar('account_id', { length: 255 }).notNull(),
    providerId: varchar('provider_id', { length: 64 }).notNull(),
    accessToken: longtext('access_token'),
    refreshToken: longtext('refresh_token'),
    idToken: longtext('id_token'),
    accessTokenExpiresAt: moment('access_token_expires_at'),
    refreshTokenExpiresAt: moment('refresh_token_expires_at'),
    scope: varchar('scope', { length: 500 }),
    /** Hashed. */
    password: varchar('password', { length: 255 }),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (table) => [index('person_credential_person').on(table.userId)],
);

/** One-time values, such as those of links that set a new password. */
export const personVerification = mysqlTable(
  'person_verification',
  {
    id: varchar('id', ID).primaryKey(),
    identifier: varchar('identifier', { length: 255 }).notNull(),
    value: longtext('value').notNull(),
    expiresAt: moment('expires_at').notNull(),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (table) => [index('person_verification_identifier').on(table.identifier)],
);

export const personSecondFactor = mysqlTable(
  'person_second_factor',
  {
    id: varchar('id', ID).primaryKey(),
    userId: varchar('person_id', ID).notNull(),
    /** Encrypted, as the codes are. */
    secret: longtext('secret').notNull(),
    backupCodes: longtext('backup_codes').notNull(),
    verified: boolean('verified').default(true),
    failedVerificationCount: int('failed_verification_count').default(0),
    lockedUntil: moment('locked_until'),
  },
  (table) => [index('person_second_factor_person').on(table.userId)],
);

/** How often somebody tried something of late. */
export const requestCount = mysqlTable('request_count', {
  id: varchar('id', ID).primaryKey(),
  key: varchar('key', { length: 255 }).notNull().unique(),
  count: int('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});

/** Links by which people come in for the first time. */
export const invitation = mysqlTable('invitation', {
  id: int('id').autoincrement().primaryKey(),
  /** Null for the first owner, who names an address. */
  email: varchar('email', { length: 255 }),
  role: varchar('role', { length: 10, enum: ROLES }).notNull(),
  /** SHA-256 of what stands in the link. */
  hash: varchar('hash', { length: 64 }).notNull().unique(),
  invitedBy: varchar('invited_by', ID),
  createdAt: moment('created_at').notNull(),
  expiresAt: moment('expires_at').notNull(),
});

export const personGroup = mysqlTable('person_group', {
  id: int('id').autoincrement().primaryKey(),
  name: varchar('name', { length: 100 }).notNull().unique(),
});

export const groupMember = mysqlTable(
  'group_member',
  {
    groupId: int('group_id').notNull(),
    personId: varchar('person_id', ID).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.groupId, table.personId] }),
    index('group_member_person').on(table.personId),
  ],
);

/** Who sees or changes a dashboard that is for named people and groups. */
export const dashboardGrant = mysqlTable(
  'dashboard_grant',
  {
    id: int('id').autoincrement().primaryKey(),
    dashboardId: int('dashboard_id').notNull(),
    /** One of the two is set. */
    personId: varchar('person_id', ID),
    groupId: int('group_id'),
    right: varchar('right', { length: 10, enum: DASHBOARD_RIGHTS }).notNull(),
  },
  (table) => [index('dashboard_grant_dashboard').on(table.dashboardId)],
);

/** What scripts sign in with. */
export const accessToken = mysqlTable(
  'access_token',
  {
    id: int('id').autoincrement().primaryKey(),
    personId: varchar('person_id', ID).notNull(),
    name: varchar('name', { length: 100 }).notNull(),
    /** `print`: a pass of our own, which lets see what its person may. */
    scope: varchar('scope', { length: 10, enum: [...TOKEN_SCOPES, 'print'] }).notNull(),
    /** SHA-256 of the token. */
    hash: varchar('hash', { length: 64 }).notNull().unique(),
    createdAt: moment('created_at').notNull(),
    expiresAt: moment('expires_at').notNull(),
    usedAt: moment('used_at'),
  },
  (table) => [index('access_token_person').on(table.personId)],
);

/** The rows that a group may see. */
export const rowRule = mysqlTable(
  'row_rule',
  {
    id: int('id').autoincrement().primaryKey(),
    groupId: int('group_id').notNull(),
    /** A shared dimension, by its key. */
    dimension: varchar('dimension', { length: 64 }),
    /** Null for all values. */
    values: jsonColumn('values', ruleValuesSchema),
    /** A period phrase; null for all days. */
    phrase: varchar('phrase', { length: 500 }),
  },
  (table) => [index('row_rule_group').on(table.groupId)],
);

/** Who did what. Rows are added, and never changed. */
export const deed = mysqlTable(
  'deed',
  {
    id: bigint('id', { mode: 'number' }).autoincrement().primaryKey(),
    at: datetime('at', { mode: 'date', fsp: 3 }).notNull(),
    personId: varchar('person_id', ID),
    /** The name as it was then. */
    actor: varchar('actor', { length: 255 }).notNull(),
    action: varchar('action', { length: 60 }).notNull(),
    /** What it was done to, such as "dashboard 3". */
    object: varchar('object', { length: 255 }).notNull(),
    address: varchar('address', { length: 64 }),
  },
  (table) => [index('deed_at').on(table.at)],
);
