/** Dathen's own tables. The rows of datasets lie in generated tables of their own (`fact_<dataset>_<load>`). */
import { originSchema } from '../../contract/datasets';
import {
  bigint,
  boolean,
  char,
  date,
  datetime,
  index,
  int,
  longtext,
  mysqlTable,
  primaryKey,
  smallint,
  tinyint,
  varchar,
} from 'drizzle-orm/mysql-core';
import { z } from 'zod';
import { JOB_KINDS, JOB_STATES, problemSchema } from '../../contract/jobs';
import { DASHBOARD_ACCESSES } from '../../contract/people';
import { addressPartsSchema } from '../../core/dashboard/document/selections';
import { loadChangesSchema } from '../../core/model/freshness';
import { geometryEntrySchema } from '../../core/model/geometry';
import { sharedDimensionSchema } from '../../core/model/model';
import { coverageByRoleSchema, definitionSchema } from '../datasets/definition';
import { taskSchema } from '../jobs/task';
import { spreadSchema } from '../nodes/address';
import { jsonColumn } from './jsonColumn';

export const dataset = mysqlTable('dataset', {
  id: int('id').autoincrement().primaryKey(),
  key: varchar('key', { length: 64 }).notNull().unique(),
  name: varchar('name', { length: 200 }).notNull(),
  timeZone: varchar('time_zone', { length: 64 }).notNull(),
  /** The load whose rows are in use; null until the first load is done. */
  currentLoad: int('current_load'),
  /**
   * The load that made the table in which these rows lie: the last one that put its rows in the place of others, since
   * those that are added go into the same table. Null for what is read live.
   */
  rowsLoad: int('rows_load'),
  /** The nodes that these rows lie on; null where they lie here. */
  spread: jsonColumn('spread', spreadSchema),
  /** Columns, date roles and measures. */
  definition: jsonColumn('definition', definitionSchema).notNull(),
  /** The table of another database that it is copied from or read from live; null for files. */
  origin: jsonColumn('origin', originSchema),
  createdAt: datetime('created_at', { mode: 'string' }).notNull(),
  /** Set while the dataset is deleted and can still be brought back. */
  deletedAt: datetime('deleted_at', { mode: 'string' }),
});

/** Connections to other databases; the password is encrypted. */
export const connection = mysqlTable('connection', {
  id: int('id').autoincrement().primaryKey(),
  name: varchar('name', { length: 200 }).notNull(),
  host: varchar('host', { length: 255 }).notNull(),
  port: int('port').notNull(),
  user: varchar('user', { length: 128 }).notNull(),
  secret: longtext('secret').notNull(),
  database: varchar('database', { length: 128 }).notNull(),
  /** Whether the connection is encrypted and the server's certificate checked. */
  tls: boolean('tls').notNull().default(false),
  /** Certificates (PEM) of the authorities that are trusted in the place of the system's. */
  authorities: longtext('authorities'),
  createdAt: datetime('created_at', { mode: 'string' }).notNull(),
});

/** Columns of several datasets that mean the same; members and spellings as JSON. */
export const sharedDimension = mysqlTable('shared_dimension', {
  id: int('id').autoincrement().primaryKey(),
  key: varchar('key', { length: 64 }).notNull().unique(),
  name: varchar('name', { length: 100 }).notNull(),
  members: jsonColumn('members', sharedDimensionSchema.shape.members).notNull(),
  spellings: jsonColumn('spellings', sharedDimensionSchema.shape.spellings).notNull(),
});

/** Conditions on a dataset under a name, for use on any dashboard. */
export const definition = mysqlTable('definition', {
  id: int('id').autoincrement().primaryKey(),
  key: varchar('key', { length: 64 }).notNull().unique(),
  name: varchar('name', { length: 100 }).notNull(),
  dataset: varchar('dataset', { length: 64 }).notNull(),
  sql: longtext('sql').notNull(),
});

/** Sets of holidays or events, each from one iCalendar file. */
export const namedPeriod = mysqlTable('named_period', {
  id: int('id').autoincrement().primaryKey(),
  key: varchar('key', { length: 64 }).notNull().unique(),
  name: varchar('name', { length: 100 }).notNull(),
  phrase: varchar('phrase', { length: 500 }).notNull(),
});

export const specialSet = mysqlTable('special_set', {
  id: int('id').autoincrement().primaryKey(),
  name: varchar('name', { length: 200 }).notNull(),
  /** holiday or event. */
  kind: varchar('kind', { length: 10 }).notNull(),
  enabled: boolean('enabled').notNull(),
  source: varchar('source', { length: 500 }).notNull(),
  /** The file's text. */
  text: longtext('text').notNull(),
  createdAt: datetime('created_at', { mode: 'string' }).notNull(),
});

/** Areas and points that maps can draw. */
export const geometry = mysqlTable('geometry', {
  id: int('id').autoincrement().primaryKey(),
  key: varchar('key', { length: 64 }).notNull().unique(),
  name: varchar('name', { length: 100 }).notNull(),
  version: int('version').notNull(),
  /** What the model tells of it. */
  described: jsonColumn(
    'described',
    geometryEntrySchema.pick({ areas: true, points: true, properties: true }),
  ).notNull(),
  /** Its features as JSON. */
  features: longtext('features').notNull(),
  source: varchar('source', { length: 500 }).notNull(),
  createdAt: datetime('created_at', { mode: 'string' }).notNull(),
});

/** Notes on days, each an event of the almanac. */
export const dayNote = mysqlTable('day_note', {
  id: int('id').autoincrement().primaryKey(),
  first: date('first', { mode: 'string' }).notNull(),
  last: date('last', { mode: 'string' }).notNull(),
  words: varchar('words', { length: 200 }).notNull(),
  createdAt: datetime('created_at', { mode: 'string' }).notNull(),
});

export const datasetLoad = mysqlTable(
  'dataset_load',
  {
    id: int('id').autoincrement().primaryKey(),
    datasetId: int('dataset_id').notNull(),
    mode: varchar('mode', { length: 10 }).notNull(),
    /** running, done, failed, cancelled or interrupted. */
    status: varchar('status', { length: 12 }).notNull(),
    source: varchar('source', { length: 500 }).notNull(),
    startedAt: datetime('started_at', { mode: 'string' }).notNull(),
    finishedAt: datetime('finished_at', { mode: 'string' }),
    /** Rows of this file that were loaded, and that were refused. */
    rowsLoaded: bigint('rows_loaded', { mode: 'number' }).notNull(),
    rowsRefused: bigint('rows_refused', { mode: 'number' }).notNull(),
    /** Rows in use after the load, earlier ones included. */
    rowsTotal: bigint('rows_total', { mode: 'number' }).notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    /** Days with data by date role. */
    coverage: jsonColumn('coverage', coverageByRoleSchema),
    /** What differs from the rows before; null for a first load. */
    changes: jsonColumn('changes', loadChangesSchema),
    /** Who or what loaded: page, command, or demo. */
    actor: varchar('actor', { length: 20 }).notNull().default('page'),
    message: varchar('message', { length: 1000 }),
  },
  (table) => [index('dataset_load_dataset').on(table.datasetId)],
);

/** Long work in the background, and which process is at it. */
export const job = mysqlTable(
  'job',
  {
    id: char('id', { length: 36 }).primaryKey(),
    kind: varchar('kind', { length: 10, enum: JOB_KINDS }).notNull(),
    state: varchar('state', { length: 10, enum: JOB_STATES }).notNull().default('running'),
    task: jsonColumn('task', taskSchema).notNull(),
    /** Who began it; null where there are no accounts. */
    person: varchar('person', { length: 64 }),
    rows: bigint('rows', { mode: 'number' }).notNull().default(0),
    refused: bigint('refused', { mode: 'number' }).notNull().default(0),
    bytes: bigint('bytes', { mode: 'number' }).notNull().default(0),
    totalBytes: bigint('total_bytes', { mode: 'number' }).notNull(),
    /** What it led to, and what went wrong; null until then. */
    result: jsonColumn('result', z.unknown()),
    error: jsonColumn('error', problemSchema),
    /** The process that is at it, and when that showed its last sign (UTC). */
    owner: char('owner', { length: 36 }).notNull(),
    aliveAt: datetime('alive_at', { mode: 'string', fsp: 3 }).notNull(),
    /** How often it was begun. */
    begun: int('begun').notNull().default(1),
    cancelAsked: boolean('cancel_asked').notNull().default(false),
    createdAt: datetime('created_at', { mode: 'string', fsp: 3 }).notNull(),
    finishedAt: datetime('finished_at', { mode: 'string', fsp: 3 }),
  },
  (table) => [index('job_state').on(table.state, table.aliveAt)],
);

export const loadRefusal = mysqlTable(
  'load_refusal',
  {
    loadId: int('load_id').notNull(),
    ordinal: int('ordinal').notNull(),
    line: bigint('line', { mode: 'number' }).notNull(),
    column: varchar('column', { length: 200 }).notNull(),
    value: varchar('value', { length: 200 }).notNull(),
    reason: varchar('reason', { length: 200 }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.loadId, table.ordinal] })],
);

export const dashboard = mysqlTable('dashboard', {
  id: int('id').autoincrement().primaryKey(),
  title: varchar('title', { length: 200 }).notNull(),
  revision: int('revision').notNull(),
  createdAt: datetime('created_at', { mode: 'string' }).notNull(),
  updatedAt: datetime('updated_at', { mode: 'string' }).notNull(),
  /** Set while the dashboard is deleted and can still be brought back. */
  deletedAt: datetime('deleted_at', { mode: 'string' }),
  /** Who made it; null where there was nobody with an account. */
  ownerId: varchar('owner_id', { length: 64 }),
  access: varchar('access', { length: 10, enum: DASHBOARD_ACCESSES }).notNull().default('all'),
  /** SHA-256 of what stands in the link that leads to it without an account; null for none. */
  linkHash: varchar('link_hash', { length: 64 }).unique(),
  /** Whose rows the link shows. */
  linkBy: varchar('link_by', { length: 64 }),
});

export const dashboardRevision = mysqlTable(
  'dashboard_revision',
  {
    id: int('id').autoincrement().primaryKey(),
    dashboardId: int('dashboard_id').notNull(),
    /** Number in the dashboard's history; null for a version that was refused and kept aside. */
    revision: int('revision'),
    /** The revision that this version was made from. */
    basedOn: int('based_on').notNull(),
    /** Of any version; read as one of the newest. */
    document: jsonColumn('document', z.unknown()).notNull(),
    savedAt: datetime('saved_at', { mode: 'string' }).notNull(),
  },
  (table) => [index('dashboard_revision_dashboard').on(table.dashboardId, table.revision)],
);

/** What a reader holds on a dashboard, under a name. */
export const savedSelection = mysqlTable(
  'saved_selection',
  {
    id: int('id').autoincrement().primaryKey(),
    dashboardId: int('dashboard_id').notNull(),
    /** Whose it is; null where there are no accounts. */
    personId: varchar('person_id', { length: 64 }),
    name: varchar('name', { length: 100 }).notNull(),
    /** As it stands in the address. */
    parts: jsonColumn('parts', addressPartsSchema).notNull(),
    savedAt: datetime('saved_at', { mode: 'string' }).notNull(),
  },
  (table) => [index('saved_selection_dashboard').on(table.dashboardId)],
);

/** Prints and files of a dashboard that are made by themselves. */
export const schedule = mysqlTable(
  'schedule',
  {
    id: int('id').autoincrement().primaryKey(),
    dashboardId: int('dashboard_id').notNull(),
    name: varchar('name', { length: 100 }).notNull(),
    /** When, as a cron expression of five fields, in a time zone. */
    cron: varchar('cron', { length: 100 }).notNull(),
    timeZone: varchar('time_zone', { length: 64 }).notNull(),
    format: varchar('format', { length: 8 }).notNull(),
    /** Names; null for the dashboard as it is designed, and for all of its pages. */
    selection: varchar('selection', { length: 100 }),
    page: varchar('page', { length: 100 }),
    /** Below the folder of everything that is made; empty for that folder itself. */
    folder: varchar('folder', { length: 200 }).notNull(),
    /** Addresses with commas between; empty for none. */
    mailTo: varchar('mail_to', { length: 1000 }).notNull(),
    enabled: boolean('enabled').notNull(),
    /** Whose rights what is made has; null where there are no accounts. */
    madeBy: varchar('made_by', { length: 64 }),
    /** When it is due next, UTC. */
    nextDue: datetime('next_due', { mode: 'string' }).notNull(),
  },
  (table) => [index('schedule_due').on(table.nextDue), index('schedule_dashboard').on(table.dashboardId)],
);

export const scheduleRun = mysqlTable(
  'schedule_run',
  {
    id: int('id').autoincrement().primaryKey(),
    scheduleId: int('schedule_id').notNull(),
    dueAt: datetime('due_at', { mode: 'string' }).notNull(),
    startedAt: datetime('started_at', { mode: 'string' }).notNull(),
    finishedAt: datetime('finished_at', { mode: 'string' }),
    /** running, done, failed or interrupted. */
    status: varchar('status', { length: 12 }).notNull(),
    /** Times that went by unused before it, which this run stands for. */
    missed: int('missed').notNull(),
    file: varchar('file', { length: 500 }),
    message: varchar('message', { length: 1000 }),
  },
  (table) => [index('schedule_run_schedule').on(table.scheduleId)],
);

export const setting = mysqlTable('setting', {
  name: varchar('name', { length: 64 }).primaryKey(),
  value: longtext('value').notNull(),
});

/** The almanac: one row a day. Running numbers make "the 13 weeks before this one" arithmetic. */
export const almanacDay = mysqlTable('almanac_day', {
  day: date('day', { mode: 'string' }).primaryKey(),
  isoYear: smallint('iso_year').notNull(),
  isoWeek: tinyint('iso_week').notNull(),
  isoWeekday: tinyint('iso_weekday').notNull(),
  weekStart: date('week_start', { mode: 'string' }).notNull(),
  weekNumber: int('week_number').notNull(),
  month: tinyint('month').notNull(),
  monthName: varchar('month_name', { length: 12 }).notNull(),
  monthNumber: int('month_number').notNull(),
  quarter: tinyint('quarter').notNull(),
  quarterNumber: int('quarter_number').notNull(),
  year: smallint('year').notNull(),
  fiscalMonth: tinyint('fiscal_month').notNull(),
  fiscalMonthName: char('fiscal_month_name', { length: 10 }).notNull(),
  fiscalMonthNumber: int('fiscal_month_number').notNull(),
  fiscalQuarter: tinyint('fiscal_quarter').notNull(),
  fiscalQuarterName: char('fiscal_quarter_name', { length: 9 }).notNull(),
  fiscalQuarterNumber: int('fiscal_quarter_number').notNull(),
  fiscalYear: smallint('fiscal_year').notNull(),
  fiscalYearName: char('fiscal_year_name', { length: 6 }).notNull(),
  fiscalYearNumber: int('fiscal_year_number').notNull(),
  weekdayName: varchar('weekday_name', { length: 10 }).notNull(),
  weekdayOrder: tinyint('weekday_order').notNull(),
  weekend: boolean('weekend').notNull(),
  holiday: boolean('holiday').notNull(),
  holidayName: varchar('holiday_name', { length: 200 }),
  eventNames: varchar('event_names', { length: 1000 }),
  dayOfMonth: tinyint('day_of_month').notNull(),
  dayOfYear: smallint('day_of_year').notNull(),
  daysLeftInMonth: tinyint('days_left_in_month').notNull(),
});
