/** People and what they may do, and how a Dathen itself is. */
import { z } from 'zod';
import { MEDIA_TYPES } from '../files';
import {
  acceptSchema,
  deedsAskedSchema,
  deedsFileAskedSchema,
  deedsSchema,
  groupEditSchema,
  invitedSchema,
  linkAskedSchema,
  inviteSchema,
  madeAccountSchema,
  madeLinkSchema,
  madeTokenSchema,
  meSchema,
  newTokenSchema,
  ownSessionsSchema,
  peopleSchema,
  personEditSchema,
  tokensSchema,
} from '../people';
import { rowRuleSchema, rowRulesSchema } from '../rowRules';
import { healthSchema, madeIdSchema, readinessSchema } from '../system';
import { does, gives, json, makes, nothing, sends, type Operations } from './operation';

const PEOPLE: Operations = {
  'GET /api/me': gives('Who asks, and whether there are accounts at all', meSchema),
  'GET /api/people': gives('People, groups, and who is invited', peopleSchema),
  'PATCH /api/people/[id]': does('Changes what a person may do', { body: personEditSchema }),
  'POST /api/people/[id]/reset': gives('A link for a new password, told this once', madeLinkSchema),
  'GET /api/invitations/[token]': gives('Whom an invitation is for', invitedSchema),
  'POST /api/invitations/accept': makes('Makes the account of whoever was invited', madeAccountSchema, {
    body: acceptSchema,
  }),
  'POST /api/invitations': makes('Invites a person; the link is told this once', madeLinkSchema, {
    body: inviteSchema,
  }),
  'DELETE /api/invitations/[token]': does('Takes an invitation back'),
  'POST /api/groups': makes('Makes a group', madeIdSchema, { body: groupEditSchema }),
  'PUT /api/groups/[id]': gives('Changes a group', madeIdSchema, { body: groupEditSchema }),
  'DELETE /api/groups/[id]': does('Removes a group'),
  'GET /api/rules': gives('Which rows the people of groups may see', rowRulesSchema),
  'POST /api/rules': makes('Makes a rule on rows', madeIdSchema, { body: rowRuleSchema }),
  'PUT /api/rules/[id]': gives('Changes a rule on rows', madeIdSchema, { body: rowRuleSchema }),
  'DELETE /api/rules/[id]': does('Removes a rule on rows'),
  'GET /api/deeds': gives('Who did what, the newest first', deedsSchema, { query: deedsAskedSchema }),
  'GET /api/deeds/file': sends('Who did what, as a file', [MEDIA_TYPES.csv], { query: deedsFileAskedSchema }),
  'GET /api/sessions': gives('Where one is signed in', ownSessionsSchema),
  'DELETE /api/sessions/[id]': does('Ends one of one’s own sessions'),
  'GET /api/tokens': gives('One’s own tokens for scripts', tokensSchema),
  'POST /api/tokens': makes('Makes a token; it is told this once', madeTokenSchema, { body: newTokenSchema }),
  'DELETE /api/tokens/[id]': does('Ends a token'),
};

const led = { 302: nothing, 303: nothing };

const SYSTEM: Operations = {
  'GET /api/health': gives('Whether the database answers, and which version runs', healthSchema),
  'GET /api/ready': gives('Whether requests may be sent here; 503 with what is missing', readinessSchema),
  'GET /metrics': sends('Counts and times', ['application/openmetrics-text; version=1.0.0; charset=utf-8']),
  'GET /api/openapi': gives('This document', z.looseObject({ openapi: z.string() })),
  'GET /api/links/[token]': {
    summary: 'Leads to the dashboard that a link is for',
    query: linkAskedSchema,
    answers: led,
  },
  'GET /api/auth/[...all]': {
    summary: 'The way back from a provider, and the session: answered by the library for accounts',
    answers: { 200: json(z.unknown()), ...led },
  },
  'POST /api/auth/[...all]': gives(
    'Signing in and out, passwords and codes: answered by the library for accounts',
    z.unknown(),
    { body: z.record(z.string(), z.unknown()) },
  ),
};

export const PEOPLE_OPERATIONS: Operations = { ...PEOPLE, ...SYSTEM };
