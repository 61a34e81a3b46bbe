import type { CatalogueItem, Job, JobSummary } from '@yard-lamp/core'
import type { PriceList } from '@yard-lamp/core/catalogue/price-list'
import { boolean, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core'

export const jobs = pgTable(
  'jobs',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    revision: integer('revision').notNull(),
    document: jsonb('document').$type<Job>().notNull(),
    /** Computed by the core at each save. */
    summary: jsonb('summary').$type<JobSummary>().notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull(),
    /** Set while the job is in the bin. */
    binnedAt: timestamp('binned_at', { withTimezone: true }),
  },
  (table) => [index('jobs_updated_at').on(table.updatedAt)],
)

/** Every saved state of every job. */
export const jobRevisions = pgTable(
  'job_revisions',
  {
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    document: jsonb('document').$type<Job>().notNull(),
    savedAt: timestamp('saved_at', { withTimezone: true }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.revision] })],
)

export const catalogueItems = pgTable('catalogue_items', {
  id: text('id').primaryKey(),
  kind: text('kind').notNull(),
  item: jsonb('item').$type<CatalogueItem>().notNull(),
  /** Grows with each change by a person; 0 for a sheet as it shipped. */
  revision: integer('revision').notNull().default(0),
  /** Not offered any more; jobs that keep it go on. */
  retired: boolean('retired').notNull().default(false),
})

/** Prices and stock of a supplier or of one's own. */
export const priceLists = pgTable('price_lists', {
  id: uuid('id').primaryKey(),
  revision: integer('revision').notNull(),
  /** Whether its prices are taken in place of the catalogue's. */
  active: boolean('active').notNull(),
  list: jsonb('list').$type<PriceList>().notNull(),
})
