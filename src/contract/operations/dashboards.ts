/** Dashboards: documents, versions, rights, selections, schedules. */
import { z } from 'zod';
import { anyDocumentSchema } from '../../core/dashboard/document/document';
import {
  answersAskedSchema,
  answersSchema,
  findingsSchema,
  storedDataAskedSchema,
  storedRehearsalAskedSchema,
  storedRehearsalSchema,
} from '../answers';
import { binSchema, binnedSchema } from '../bin';
import { dashboardAskedSchema, dashboardEntriesSchema, overviewSchema, revisionsSchema } from '../dashboards';
import {
  openedDashboardSchema,
  revisionSchema,
  savedSchema,
  saveSchema,
  storedDashboardSchema,
} from '../storedDashboards';
import { FILE_FORMATS, MEDIA_TYPES } from '../files';
import { dashboardAccessSchema, dashboardRightsSchema, madeDashboardLinkSchema } from '../people';
import { schedulesSchema, scheduleSchema, storedScheduleSchema } from '../schedules';
import {
  newSelectionSchema,
  savedSelectionSchema,
  savedSelectionsSchema,
  selectionEditSchema,
} from '../selections';
import { does, gives, makes, sends, type Operations } from './operation';

const fileTypes = FILE_FORMATS.map((format) => MEDIA_TYPES[format]);

export const DASHBOARD_OPERATIONS: Operations = {
  'GET /api/dashboards': gives('The dashboards that one may see', dashboardEntriesSchema),
  'POST /api/dashboards': makes('Stores a document as a new dashboard', storedDashboardSchema, {
    body: anyDocumentSchema,
  }),
  'GET /api/dashboards/[id]': gives(
    'The newest revision; with ?download, the document alone as a file',
    z.union([openedDashboardSchema, anyDocumentSchema]),
    { query: dashboardAskedSchema },
  ),
  'PUT /api/dashboards/[id]': gives(
    'Saves a new revision; 409 with both versions kept when a newer one was saved meanwhile',
    savedSchema,
    { body: saveSchema },
  ),
  'DELETE /api/dashboards/[id]': does('Puts a dashboard into the bin'),
  'POST /api/dashboards/[id]/restore': does('Brings a deleted dashboard back'),
  'POST /api/dashboards/[id]/duplicate': makes('Copies a dashboard', storedDashboardSchema),
  'POST /api/dashboards/[id]/answers': gives(
    'What every visual and control of a dashboard shows for a reader’s state',
    answersSchema,
    { body: answersAskedSchema },
  ),
  'POST /api/dashboards/[id]/data': sends(
    'The figures of a dashboard for a reader’s state, as a file',
    fileTypes,
    { body: storedDataAskedSchema },
  ),
  'GET /api/dashboards/[id]/overview': gives(
    'What a dashboard shows as it is designed, today',
    overviewSchema,
  ),
  'GET /api/dashboards/[id]/check': gives('The wiring check, the coming year included', findingsSchema),
  'POST /api/dashboards/[id]/rehearsal': gives(
    'Each of so many days from today on: windows by day, and the days on which something goes wrong',
    storedRehearsalSchema,
    { body: storedRehearsalAskedSchema },
  ),
  'GET /api/dashboards/[id]/revisions': gives(
    'Every version that was saved, the newest first; those that were refused and kept aside too',
    revisionsSchema,
  ),
  'GET /api/dashboards/[id]/revisions/[entry]': gives('One version with its document', revisionSchema),
  'GET /api/dashboards/[id]/access': gives('Who may see and change a dashboard', dashboardRightsSchema),
  'PUT /api/dashboards/[id]/access': does('Says who may see and change a dashboard', {
    body: dashboardAccessSchema,
  }),
  'POST /api/dashboards/[id]/link': makes(
    'Makes a link that leads to a dashboard without an account; it is told this once',
    madeDashboardLinkSchema,
  ),
  'DELETE /api/dashboards/[id]/link': does('Ends the link'),
  'GET /api/dashboards/[id]/selections': gives('The selections that readers saved', savedSelectionsSchema),
  'POST /api/dashboards/[id]/selections': makes('Saves a selection under a new name', savedSelectionSchema, {
    body: newSelectionSchema,
  }),
  'PATCH /api/dashboards/[id]/selections/[selection]': gives(
    'Gives a selection another name, or what is held now',
    savedSelectionSchema,
    { body: selectionEditSchema },
  ),
  'DELETE /api/dashboards/[id]/selections/[selection]': does('Deletes a selection'),
  'GET /api/dashboards/[id]/schedules': gives(
    'What is made by itself, with its last runs, and where its files go',
    schedulesSchema,
  ),
  'POST /api/dashboards/[id]/schedules': makes('Makes a schedule', storedScheduleSchema, {
    body: scheduleSchema,
  }),
  'PUT /api/schedules/[id]': gives('Changes a schedule', storedScheduleSchema, { body: scheduleSchema }),
  'DELETE /api/schedules/[id]': does('Removes a schedule'),
  'POST /api/schedules/[id]/run': does('Makes the file of a schedule now; its runs tell how it went'),
  'GET /api/bin': gives('What lies in the bin', binSchema),
  'DELETE /api/bin': does('Removes one thing in the bin for good', { body: binnedSchema }),
};
