import type { JobListing } from '@yard-lamp/core'
import { JOB_STATES, type JobState, type JobsAsked } from '@yard-lamp/core/report'
import { and, count, desc, eq, isNotNull, isNull, lt, ne, or, type SQL, sql } from 'drizzle-orm'
import { z } from 'zod'
import type { Database } from '../database.ts'
import { jobs } from './table.ts'

/** Jobs of one page of a list. */
const PAGE_JOBS = 50
/** Words of a search that count. */
const MOST_WORDS = 8

/** What a list is asked for, as an address says it. `after` is the `next` of the page before. */
export const listQuery = z.strictObject({
  find: z.string().max(200).default(''),
  state: z.enum(JOB_STATES, { error: () => `one of ${JOB_STATES.join(', ')}` }).optional(),
  folder: z.string().max(120).optional(),
  among: z.enum(['list', 'archive', 'bin', 'templates', 'overdue']).default('list'),
  after: z
    .string()
    .regex(/^\d{1,16}$/, { error: () => 'the next of the page before' })
    .optional(),
})

/** A row of the list with what it was summarised with, not read yet. */
export interface ListedRow extends Omit<JobListing, 'summary'> {
  readonly summary: unknown
  readonly mark: string | null
}

interface Listed {
  readonly rows: readonly ListedRow[]
  readonly total: number
  readonly next: string | null
  readonly folders: readonly { readonly name: string; readonly jobs: number }[]
}

/** A page of what is asked for, what was saved last first. @param today as 2026-11-29: what was due before is overdue */
export async function listJobs(
  database: Database,
  asked: JobsAsked,
  after: string | undefined,
  today: string,
): Promise<Listed> {
  const wanted = and(...conditionsOf(asked, today))
  const [rows, [counted], folders] = await Promise.all([
    database
      .select({
        id: jobs.id,
        name: jobs.name,
        revision: jobs.revision,
        updatedAt: jobs.updatedAt,
        template: jobs.template,
        folder: jobs.folder,
        archivedAt: jobs.archivedAt,
        dueDay: jobs.dueDay,
        summary: jobs.summary,
        mark: jobs.summaryMark,
        touched: jobs.touched,
      })
      .from(jobs)
      .where(and(wanted, after === undefined ? undefined : lt(jobs.touched, Number(after))))
      .orderBy(desc(jobs.touched), desc(jobs.id))
      .limit(PAGE_JOBS + 1),
    database.select({ n: count() }).from(jobs).where(wanted),
    database
      .select({ name: jobs.folder, jobs: count() })
      .from(jobs)
      .where(and(isNull(jobs.binnedAt), ne(jobs.folder, '')))
      .groupBy(jobs.folder)
      .orderBy(jobs.folder),
  ])
  const page = rows.slice(0, PAGE_JOBS)
  return {
    rows: page.map(({ touched: _, archivedAt, updatedAt, ...row }) => ({
      ...row,
      updatedAt: updatedAt.toISOString(),
      isArchived: archivedAt !== null,
    })),
    total: counted?.n ?? 0,
    next: rows.length > PAGE_JOBS ? String(page.at(-1)?.touched) : null,
    folders,
  }
}

function conditionsOf({ find, state, folder, among }: JobsAsked, today: string): (SQL | undefined)[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean).slice(0, MOST_WORDS)
  return [
    among === 'bin' ? isNotNull(jobs.binnedAt) : isNull(jobs.binnedAt),
    among === 'archive' ? isNotNull(jobs.archivedAt) : among === 'bin' ? undefined : isNull(jobs.archivedAt),
    among === 'templates' ? eq(jobs.template, true) : undefined,
    among === 'overdue' ? lt(jobs.dueDay, today) : undefined,
    folder === null ? undefined : eq(jobs.folder, folder),
    ...words.map((word) => sql`${jobs.search} like ${`%${word.replace(/[\\%_]/g, '\\$&')}%`}`),
    state === null ? undefined : STATES[state],
  ]
}

const counted = (field: string): SQL => sql`coalesce((${jobs.summary}->>${field})::int, 0)`
const none = (field: string): SQL => sql`${counted(field)} = 0`
/** As the list says it: the worst of a job. */
const STATES: Readonly<Record<JobState, SQL | undefined>> = {
  danger: sql`${counted('danger')} > 0`,
  fault: and(none('danger'), sql`${counted('fault')} > 0`),
  needs: and(none('danger'), none('fault'), or(isNull(jobs.summary), sql`${counted('needs')} > 0`)),
  silent: and(isNotNull(jobs.summary), none('danger'), none('fault'), none('needs')),
}
