import { index, integer, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import { jobs } from '../jobs/table.ts'

const at = (name: string) => timestamp(name, { withTimezone: true })

/** Links that show something of a job to whoever has them. Of the link itself only a digest is kept. */
export const shares = pgTable(
  'shares',
  {
    id: uuid('id').primaryKey(),
    tokenDigest: text('token_digest').notNull().unique(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull(),
    optionId: text('option_id').notNull(),
    forWhom: text('for_whom').notNull(),
    madeAt: at('made_at').notNull(),
    madeBy: text('made_by').notNull(),
    endsAt: at('ends_at').notNull(),
    revokedAt: at('revoked_at'),
    opened: integer('opened').notNull().default(0),
    openedAt: at('opened_at'),
  },
  (table) => [index('shares_job').on(table.jobId)],
)
