import { customType, index, integer, jsonb, pgTable, real, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import { jobs } from '../jobs/table.ts'

const at = (name: string) => timestamp(name, { withTimezone: true })
const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/** What servers are asked to work on for a while, and what came of it. */
export const studies = pgTable(
  'studies',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    asked: jsonb('asked').$type<unknown>().notNull(),
    askedBy: text('asked_by').notNull(),
    askedAt: at('asked_at').notNull(),
    state: text('state').notNull(),
    progress: real('progress').notNull().default(0),
    /** How far it came: another server goes on from here. */
    partial: jsonb('partial').$type<unknown>(),
    /** When the server that works on it was last heard of. */
    beatAt: at('beat_at'),
    tries: integer('tries').notNull().default(0),
    problem: text('problem').notNull().default(''),
    result: jsonb('result').$type<unknown>(),
    file: bytes('file'),
  },
  (table) => [index('studies_job').on(table.jobId, table.askedAt), index('studies_state').on(table.state)],
)
