/** The almanac, datasets, connections, and what they share. */
import { calendarRuleSchema } from '../../core/calendar/rule';
import { definitionSchema, namedPeriodSchema, sharedDimensionSchema } from '../../core/model/model';
import {
  almanacExportSchema,
  almanacSchema,
  movedWindowsSchema,
  newSetSchema,
  ruleChangesSchema,
  ruleInUseSchema,
  setChangeSchema,
  specialSetsSchema,
} from '../almanac';
import { turnSchema } from '../answers';
import {
  connectionSchema,
  connectionsSchema,
  copiedTableSchema,
  liveTableSchema,
  madeConnectionSchema,
  madeDatasetSchema,
  tablesSchema,
} from '../connections';
import {
  columnAskedSchema,
  columnValuesSchema,
  copyJobSchema,
  coverageAskedSchema,
  datasetEditSchema,
  datasetSummariesSchema,
  datasetSummarySchema,
  loadAskedSchema,
  loadEntriesSchema,
  loadJobSchema,
  profileAskedSchema,
  profileJobSchema,
  refusalsAskedSchema,
  refusalsSchema,
  uploadedSchema,
  valueCoverageSchema,
} from '../datasets';
import { MEDIA_TYPES } from '../files';
import { jobSchema } from '../jobs';
import {
  changedPhraseSchema,
  conditionAskedSchema,
  conditionCountSchema,
  definitionEditSchema,
  measurePreviewAskedSchema,
  namedPeriodEditSchema,
  newDefinitionSchema,
  newNamedPeriodSchema,
  removalSchema,
  sharedEditSchema,
  sharedListSchema,
  suggestionsSchema,
  usedDefinitionsSchema,
  usedPeriodsSchema,
  usesAskedSchema,
  usesSchema,
  valueCountsAskedSchema,
  valueCountsSchema,
} from '../modelling';
import { noteSchema, storedNoteSchema, storedNotesSchema } from '../notes';
import { begins, does, gives, json, makes, sends, type Operations } from './operation';

const ALMANAC: Operations = {
  'GET /api/almanac': gives(
    'The calendar rule, the span of the table of days, its special days, and the sets they come from',
    almanacSchema,
  ),
  'PUT /api/almanac': gives('Stores another calendar rule', ruleInUseSchema, { body: calendarRuleSchema }),
  'POST /api/almanac/preview': gives(
    'What another calendar rule would move, before it is saved',
    ruleChangesSchema,
    { body: calendarRuleSchema },
  ),
  'GET /api/almanac/export': sends('The table of days as a file', [MEDIA_TYPES.csv, MEDIA_TYPES.parquet], {
    query: almanacExportSchema,
  }),
  'POST /api/almanac/sets': makes('Adds holidays or events from an iCalendar file', specialSetsSchema, {
    body: newSetSchema,
  }),
  'PATCH /api/almanac/sets/[id]': gives(
    'Switches a set on or off, or changes its name or kind',
    specialSetsSchema,
    { body: setChangeSchema },
  ),
  'DELETE /api/almanac/sets/[id]': gives('Removes a set', specialSetsSchema),
  'GET /api/almanac/notes': gives('All notes on days', storedNotesSchema),
  'POST /api/almanac/notes': makes('Puts a note on days', storedNoteSchema, { body: noteSchema }),
  'PUT /api/almanac/notes/[id]': gives('Gives a note other words or days', storedNoteSchema, {
    body: noteSchema,
  }),
  'DELETE /api/almanac/notes/[id]': does('Removes a note'),
  'GET /api/almanac/notes/file': sends('All notes as an iCalendar file', ['text/calendar; charset=utf-8']),
};

const DATASETS: Operations = {
  'POST /api/uploads': makes('Takes a file as the body', uploadedSchema, {
    body: { media: 'application/octet-stream' },
  }),
  'POST /api/uploads/[id]/profile': begins('Finds out what the columns of a file hold', profileJobSchema, {
    body: profileAskedSchema,
  }),
  'GET /api/datasets': gives('All datasets', datasetSummariesSchema),
  'POST /api/datasets': begins('Loads a file that was sent', loadJobSchema, { body: loadAskedSchema }),
  'GET /api/datasets/[key]': gives('One dataset', datasetSummarySchema),
  'PATCH /api/datasets/[key]': gives(
    'Changes the name, date roles, categories or measures',
    datasetSummarySchema,
    { body: datasetEditSchema },
  ),
  'DELETE /api/datasets/[key]': does('Puts a dataset into the bin'),
  'POST /api/datasets/[key]/restore': does('Brings a deleted dataset back'),
  'POST /api/datasets/[key]/copy': begins('Copies its table of another database again', loadJobSchema),
  'GET /api/datasets/[key]/coverage': gives(
    'Days with data by a date role, in all and for each value of a category',
    valueCoverageSchema,
    { query: coverageAskedSchema },
  ),
  'GET /api/datasets/[key]/loads': gives('The history of its loads, newest first', loadEntriesSchema),
  'GET /api/datasets/[key]/refusals': {
    summary: 'The refused rows of the load in use',
    query: refusalsAskedSchema,
    answers: { 200: json(refusalsSchema) },
  },
  'GET /api/datasets/[key]/values': gives('The values of a text column', columnValuesSchema, {
    query: columnAskedSchema,
  }),
  'GET /api/jobs/[id]': gives('How far work in the background is', jobSchema),
  'DELETE /api/jobs/[id]': gives('Stops the work; what it changed so far is undone', jobSchema),
  'POST /api/demo': begins('Brings the demo data and its dashboards in', jobSchema),
};

const CONNECTIONS: Operations = {
  'GET /api/connections': gives('Connections to other databases', connectionsSchema),
  'POST /api/connections': makes(
    'Checks a connection, stores it, and tells the tables and views it can read',
    madeConnectionSchema,
    { body: connectionSchema },
  ),
  'DELETE /api/connections/[id]': does('Forgets a connection that no dataset comes from'),
  'GET /api/connections/[id]/tables': gives('The tables and views that it can read now', tablesSchema),
  'POST /api/connections/[id]/copy': begins('Copies a table as a file that was sent', copyJobSchema, {
    body: copiedTableSchema,
  }),
  'POST /api/connections/[id]/live': makes('Makes a dataset of a table, read live', madeDatasetSchema, {
    body: liveTableSchema,
  }),
};

const MODELLING: Operations = {
  'GET /api/shared': gives('The shared dimensions', sharedListSchema),
  'POST /api/shared': makes('Makes a shared dimension', sharedDimensionSchema, { body: sharedEditSchema }),
  'PUT /api/shared/[key]': gives('Changes name, members or spellings', sharedDimensionSchema, {
    body: sharedEditSchema,
  }),
  'DELETE /api/shared/[key]': does('Removes a shared dimension'),
  'GET /api/shared/suggestions': gives(
    'Every category column with its values, and groups of them that seem to mean the same',
    suggestionsSchema,
  ),
  'POST /api/shared/counts': gives('The rows that have each of some values', valueCountsSchema, {
    body: valueCountsAskedSchema,
  }),
  'GET /api/definitions': gives('The named conditions, each with where it is used', usedDefinitionsSchema),
  'POST /api/definitions': makes('Names a condition', definitionSchema, { body: newDefinitionSchema }),
  'PUT /api/definitions/[key]': gives('Changes a named condition', definitionSchema, {
    body: definitionEditSchema,
  }),
  'DELETE /api/definitions/[key]': does('Deletes a named condition', { query: removalSchema }),
  'GET /api/periods': gives('The named periods, each with where it is used', usedPeriodsSchema),
  'POST /api/periods': makes('Names a period', namedPeriodSchema, { body: newNamedPeriodSchema }),
  'PUT /api/periods/[key]': gives('Changes a named period', namedPeriodSchema, {
    body: namedPeriodEditSchema,
  }),
  'DELETE /api/periods/[key]': does('Deletes a named period', { query: removalSchema }),
  'POST /api/periods/[key]/changes': gives(
    'What another phrase would move, before it is saved',
    movedWindowsSchema,
    { body: changedPhraseSchema },
  ),
  'POST /api/conditions/check': gives('How many rows of a dataset keep a condition', conditionCountSchema, {
    body: conditionAskedSchema,
  }),
  'POST /api/measures/preview': gives(
    'What a measure that need not be saved shows over the last year of its data',
    turnSchema,
    { body: measurePreviewAskedSchema },
  ),
  'GET /api/uses': gives('Where a dataset, a measure of it, or a shared dimension is used', usesSchema, {
    query: usesAskedSchema,
  }),
};

export const DATA_OPERATIONS: Operations = { ...ALMANAC, ...DATASETS, ...CONNECTIONS, ...MODELLING };
