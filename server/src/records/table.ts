import {
  bigserial,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core'
import { jobs } from '../jobs/table.ts'

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/** What was done on site: rows are added and never changed. Unknown until read by the core's schema. */
export const buildRecords = pgTable(
  'build_records',
  {
    /** In the order they were kept. */
    at: bigserial('seq', { mode: 'number' }).primaryKey(),
    /** Made by the device that wrote it. */
    id: uuid('id').notNull().unique(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull(),
    body: jsonb('body').$type<unknown>().notNull(),
    keptAt: timestamp('kept_at', { withTimezone: true }).notNull(),
    keptBy: text('kept_by').notNull(),
  },
  (table) => [index('build_records_of_job').on(table.jobId, table.at)],
)

/** Photographs, drawn again by us: nothing of a file that was sent is kept but its pixels. */
export const jobFiles = pgTable(
  'job_files',
  {
    /** Made by the device that sent it. */
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    widthPx: integer('width_px').notNull(),
    heightPx: integer('height_px').notNull(),
    bytes: integer('bytes').notNull(),
    /** The place it was taken at was kept on purpose. */
    hasPlace: boolean('has_place').notNull(),
    /** SHA-256 of what was sent: the same sent twice is kept once. */
    digest: text('digest').notNull(),
    picture: bytea('picture').notNull(),
    thumbnail: bytea('thumbnail').notNull(),
    keptAt: timestamp('kept_at', { withTimezone: true }).notNull(),
    keptBy: text('kept_by').notNull(),
  },
  (table) => [index('job_files_of_job').on(table.jobId)],
)
