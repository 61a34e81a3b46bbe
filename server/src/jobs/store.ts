import { randomUUID } from 'node:crypto'
import { cutText, type Job, type JobListing, type JobSummary, keptJob, type StoredJob } from '@yard-lamp/core'
import { and, count, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { readWith } from '../http/request-shape.ts'
import type { Actor } from '../people/actor.ts'
import { type Revision, thinHistory } from './history.ts'
import { jobRevisions, jobs } from './table.ts'

/** Most jobs and revisions given at once. */
export const MOST_LISTED = 500
/** History is thinned with every so many saves of a job: one statement that seldom finds anything. */
const THIN_EVERY = 16

/** The state a job stands at. */
const NEWEST = and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision))

/** What a list shows of a design, with the mark of the catalogue it was made with. */
export interface Summarised {
  readonly summary: JobSummary
  readonly mark: string
}

/** A row of the list with what it was summarised with, not read yet. */
export interface ListedRow extends Omit<JobListing, 'summary'> {
  readonly summary: unknown
  readonly mark: string | null
}

export class JobStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** Newest first. */
  async list(_actor: Actor, inBin: boolean): Promise<ListedRow[]> {
    const rows = await this.database
      .select({
        id: jobs.id,
        name: jobs.name,
        revision: jobs.revision,
        updatedAt: jobs.updatedAt,
        summary: jobs.summary,
        mark: jobs.summaryMark,
      })
      .from(jobs)
      .where(inBin ? isNotNull(jobs.binnedAt) : isNull(jobs.binnedAt))
      .orderBy(desc(jobs.updatedAt), desc(jobs.id))
      .limit(MOST_LISTED)
    return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }))
  }

  async isEmpty(_actor: Actor): Promise<boolean> {
    const [row] = await this.database.select({ n: count() }).from(jobs)
    return row?.n === 0
  }

  async create(actor: Actor, job: Job, made: Summarised | null = null): Promise<StoredJob> {
    const id = randomUUID()
    const at = this.now()
    await this.database.transaction(async (tx) => {
      await tx.insert(jobs).values({
        id,
        name: job.name,
        revision: 1,
        summary: made?.summary ?? null,
        summaryMark: made?.mark ?? null,
        createdAt: at,
        updatedAt: at,
      })
      await tx.insert(jobRevisions).values({ jobId: id, revision: 1, document: job, savedAt: at, savedBy: actor.id })
    })
    return { id, revision: 1, updatedAt: at.toISOString(), job }
  }

  /** @throws {ApiError} JOB_NOT_FOUND, also for a job in the bin; JOB_INVALID where what is kept cannot be read */
  async read(_actor: Actor, id: string): Promise<StoredJob> {
    const [row] = await this.database
      .select({ revision: jobs.revision, updatedAt: jobs.updatedAt, document: jobRevisions.document })
      .from(jobs)
      .innerJoin(jobRevisions, NEWEST)
      .where(and(eq(jobs.id, id), isNull(jobs.binnedAt)))
      .limit(1)
    if (!row) throw new ApiError('JOB_NOT_FOUND')
    return { id, revision: row.revision, updatedAt: row.updatedAt.toISOString(), job: jobOf(row.document) }
  }

  /** A document as it is kept, in the bin or not; null where it is gone or cannot be read. */
  async readForSummary(_actor: Actor, id: string): Promise<Job | null> {
    const [row] = await this.database
      .select({ document: jobRevisions.document })
      .from(jobs)
      .innerJoin(jobRevisions, NEWEST)
      .where(eq(jobs.id, id))
      .limit(1)
    if (!row) return null
    try {
      return keptJob(row.document)
    } catch {
      return null
    }
  }

  /** Keeps what was made of a revision; of a later one it says nothing, and nothing is kept. */
  async keepSummary(_actor: Actor, id: string, revision: number, { summary, mark }: Summarised): Promise<void> {
    await this.database
      .update(jobs)
      .set({ summary, summaryMark: mark })
      .where(and(eq(jobs.id, id), eq(jobs.revision, revision)))
  }

  /**
   * Saves on top of the revision the client began from. The same document sent twice, as after an answer that got lost,
   * is saved once. Nothing is designed here: what the list shows comes with the save, or is made when it is looked at.
   * @throws {ApiError} SAVE_STALE with what is there; JOB_NOT_FOUND
   */
  async save(
    actor: Actor,
    id: string,
    baseRevision: number,
    job: Job,
    made: Summarised | null = null,
  ): Promise<Omit<StoredJob, 'job'>> {
    const at = this.now()
    const revision = baseRevision + 1
    // One statement, so one way to the database and one wait for its disk.
    const { rowCount } = await this.database.execute(sql`
      with stepped as (
        update ${jobs} set name = ${job.name}, revision = ${revision}, updated_at = ${at.toISOString()}::timestamptz,
          summary = ${made ? JSON.stringify(made.summary) : null}::jsonb, summary_mark = ${made?.mark ?? null}
        where id = ${id} and revision = ${baseRevision} and binned_at is null
        returning id
      )
      insert into ${jobRevisions} (job_id, revision, document, saved_at, saved_by)
      select id, ${revision}::integer, ${JSON.stringify(job)}::json, ${at.toISOString()}::timestamptz, ${actor.id}::text from stepped`)
    const saved = rowCount === 1
    if (saved && revision % THIN_EVERY === 0) await thinHistory(this.database, id, at)
    if (saved) return { id, revision, updatedAt: at.toISOString() }
    const current = await this.read(actor, id)
    if (current.revision === revision && (await this.isSame(id, job))) return current
    throw new ApiError('SAVE_STALE', { current })
  }

  /** Letter by letter: the page that sent a document twice sent the same text. */
  private async isSame(id: string, job: Job): Promise<boolean> {
    const same = await this.database
      .select({ id: jobs.id })
      .from(jobs)
      .innerJoin(jobRevisions, NEWEST)
      .where(and(eq(jobs.id, id), sql`${jobRevisions.document}::text = ${JSON.stringify(job)}`))
    return same.length === 1
  }

  async duplicate(actor: Actor, id: string): Promise<StoredJob> {
    const { job } = await this.read(actor, id)
    return this.create(actor, { ...job, name: `${cutText(job.name, 190)} (copy)` })
  }

  /** Puts a job into the bin, or takes it out again. @throws {ApiError} JOB_NOT_FOUND where it is not on that side */
  async move(_actor: Actor, id: string, to: 'bin' | 'list'): Promise<void> {
    const moved = await this.database
      .update(jobs)
      .set({ binnedAt: to === 'bin' ? this.now() : null })
      .where(and(eq(jobs.id, id), to === 'bin' ? isNull(jobs.binnedAt) : isNotNull(jobs.binnedAt)))
      .returning({ id: jobs.id })
    if (moved.length === 0) throw new ApiError('JOB_NOT_FOUND')
  }

  /** Kept states, newest first. @throws {ApiError} JOB_NOT_FOUND */
  async revisions(_actor: Actor, id: string): Promise<Revision[]> {
    const { revision, savedAt, savedBy, name } = jobRevisions
    const rows = await this.database
      .select({ revision, savedAt, savedBy, name })
      .from(jobRevisions)
      .where(eq(jobRevisions.jobId, id))
      .orderBy(desc(revision))
      .limit(MOST_LISTED)
    if (rows.length === 0) throw new ApiError('JOB_NOT_FOUND')
    return rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() }))
  }

  /** @throws {ApiError} REVISION_NOT_FOUND; JOB_INVALID where what is kept cannot be read */
  async readRevision(_actor: Actor, id: string, revision: number): Promise<StoredJob> {
    const [row] = await this.database
      .select()
      .from(jobRevisions)
      .where(and(eq(jobRevisions.jobId, id), eq(jobRevisions.revision, revision)))
      .limit(1)
    if (!row) throw new ApiError('REVISION_NOT_FOUND')
    return { id, revision, updatedAt: row.savedAt.toISOString(), job: jobOf(row.document) }
  }

  /** A named state is kept for ever; without a name it ages as the others. @throws {ApiError} REVISION_NOT_FOUND */
  async nameRevision(_actor: Actor, id: string, revision: number, name: string | null): Promise<void> {
    const named = await this.database
      .update(jobRevisions)
      .set({ name })
      .where(and(eq(jobRevisions.jobId, id), eq(jobRevisions.revision, revision)))
      .returning({ revision: jobRevisions.revision })
    if (named.length === 0) throw new ApiError('REVISION_NOT_FOUND')
  }
}

const jobOf = (document: unknown): Job => readWith('JOB_INVALID', () => keptJob(document))
