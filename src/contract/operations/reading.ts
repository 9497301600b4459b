/** Figures and rows of documents that need not be saved, and what they are worked out from. */
import { z } from 'zod';
import { modelSchema } from '../../core/model/model';
import {
  checkAskedSchema,
  contributionsAskedSchema,
  contributionsSchema,
  findingsSchema,
  mendAskedSchema,
  mendedSchema,
  rehearsalAskedSchema,
  rehearsalSchema,
  traceAskedSchema,
  traceSchema,
  turnAskedSchema,
  turnSchema,
} from '../answers';
import { dataSchema } from '../dataAsked';
import { FILE_FORMATS, MEDIA_TYPES } from '../files';
import { geometryPlaceSchema, geometryShapesSchema, listedGeometriesSchema } from '../geometries';
import { geometryEntrySchema } from '../../core/model/geometry';
import { rowPageSchema, rowsBehindAnswerSchema } from '../rows';
import { rowsBehindSchema, rowsFileSchema, tableRowsSchema } from '../rowsAsked';
import { embedOriginsSchema } from '../system';
import { does, gives, makes, media, nothing, sends, type Operations } from './operation';

export const READING_OPERATIONS: Operations = {
  'GET /api/model': gives('Calendar rule, datasets, date roles and measures, in one', modelSchema),
  'GET /api/cubes': {
    summary: 'A cube as a gzipped Arrow stream; 204 where the database answers in its place',
    query: z.object({ shape: z.string().describe('The shape of the cube, as JSON') }),
    answers: { 200: media('application/gzip'), 204: nothing },
  },
  'POST /api/turns': gives('Answers items of a document', turnSchema, { body: turnAskedSchema }),
  'POST /api/trace': gives('Why an item shows what it shows, step by step', traceSchema, {
    body: traceAskedSchema,
  }),
  'POST /api/contributions': gives('Where a change of a visual comes from', contributionsSchema, {
    body: contributionsAskedSchema,
  }),
  'POST /api/data': sends(
    'The figures of a visual, or of all, as a file',
    FILE_FORMATS.map((format) => MEDIA_TYPES[format]),
    { body: dataSchema },
  ),
  'POST /api/rows': gives('A page of a table’s rows', rowPageSchema, { body: tableRowsSchema }),
  'POST /api/rows/behind': gives(
    'The rows behind a mark of a visual, or a value of a slicer, a page of them',
    rowsBehindAnswerSchema,
    { body: rowsBehindSchema },
  ),
  'POST /api/rows/file': sends('Rows as comma-separated values', [MEDIA_TYPES.csv], { body: rowsFileSchema }),
  'POST /api/check': gives('The wiring check of a document', findingsSchema, { body: checkAskedSchema }),
  'POST /api/check/mend': gives('A document with the mend of a finding of its wiring check', mendedSchema, {
    body: mendAskedSchema,
  }),
  'POST /api/rehearsal': gives('A document on each of so many days from today on', rehearsalSchema, {
    body: rehearsalAskedSchema,
  }),
  'GET /api/events': sends('Server-sent events: `model` whenever the data or the model changes', [
    'text/event-stream',
  ]),
  'GET /api/embed': gives('The origins whose pages may show frames', embedOriginsSchema),
  'GET /api/schema/dashboard': sends('The JSON Schema of dashboard documents', ['application/schema+json']),
  'GET /api/geometries': gives('All geometries, with where they are drawn', listedGeometriesSchema),
  'POST /api/geometries': makes('Takes a GeoJSON file', geometryEntrySchema, {
    query: geometryPlaceSchema,
    body: { media: 'application/geo+json' },
  }),
  'GET /api/geometries/[key]': gives('The shapes of a geometry', geometryShapesSchema),
  'DELETE /api/geometries/[key]': does('Removes a geometry'),
};
