import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core'

/** What a job is called and where it stands; its document is that of its revision. Summaries are unknown until they are read. */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    revision: integer('revision').notNull(),
    /** Made once by whoever had the design; null until somebody has. */
    summary: jsonb('summary').$type<unknown>(),
    /** Mark of the catalogue the summary was made with. */
    summaryMark: text('summary_mark'),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull(),
    /** Grows with each save of any job: what was saved last, whatever the clock says. */
    touched: bigint('touched', { mode: 'number' }).notNull().default(sql`nextval('jobs_touched')`),
    /** New jobs may begin as this one. */
    template: boolean('template').notNull().default(false),
    /** Set while the job is in the bin. */
    binnedAt: timestamp('binned_at', { withTimezone: true }),
    /** Where a person filed it; empty where nowhere. */
    folder: text('folder').notNull().default(''),
    /** Set while it is done with, and out of the way. */
    archivedAt: timestamp('archived_at', { withTimezone: true }),
    /** Day on which its upkeep is due next, as the page that worked it says; null where nothing is, or nobody worked it. */
    dueDay: date('due_day', { mode: 'string' }),
    /** What it is found by, in lower case. */
    search: text('search')
      .notNull()
      .generatedAlwaysAs(
        sql`lower(name || ' ' || coalesce(summary->>'place', '') || ' ' || coalesce(summary->>'customer', '') || ' ' || folder)`,
      ),
  },
  (table) => [index('jobs_newest').on(table.touched, table.id)],
)

/** Saved states of every job, thinned as they age; each document is written once. Unknown until read by the core's schema. */
export const jobRevisions = pgTable(
  'job_revisions',
  {
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    /** JSON as it was written: nothing is asked of its inside, and even reading it through cost half of a save. LZ4. */
    document: text('document').notNull(),
    savedAt: timestamp('saved_at', { withTimezone: true }).notNull(),
    savedBy: text('saved_by').notNull().default('this-machine'),
    /** Given by a person: a named state is kept for ever. */
    name: text('name'),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.revision] })],
)

/** Pages that have a job open. Unlogged: nothing is lost with it. */
export const presence = pgTable(
  'presence',
  {
    jobId: uuid('job_id').notNull(),
    pageId: text('page_id').notNull(),
    personId: text('person_id').notNull(),
    name: text('name').notNull(),
    isEditing: boolean('is_editing').notNull(),
    seenAt: timestamp('seen_at', { withTimezone: true }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.pageId] })],
)

/** Newest version of the job format a program has kept documents in here: one that knows only older ones keeps away. */
export const jobFormat = pgTable('job_format', {
  name: text('name').primaryKey(),
  version: integer('version').notNull(),
})
