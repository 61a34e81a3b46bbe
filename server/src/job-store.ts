import { randomUUID } from 'node:crypto'
import { type Job, type JobListing, parseJob, type StoredJob, summarise } from '@yard-lamp/core'
import { and, count, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import type { Database } from './database.ts'
import { ApiError } from './error-catalogue.ts'
import { jobRevisions, jobs } from './schema.ts'

/** Most jobs and revisions given at once. */
export const MOST_LISTED = 500

export class JobStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** Newest first. */
  async list(inBin: boolean): Promise<JobListing[]> {
    const rows = await this.database
      .select({
        id: jobs.id,
        name: jobs.name,
        revision: jobs.revision,
        updatedAt: jobs.updatedAt,
        summary: jobs.summary,
      })
      .from(jobs)
      .where(inBin ? isNotNull(jobs.binnedAt) : isNull(jobs.binnedAt))
      .orderBy(desc(jobs.updatedAt), desc(jobs.id))
      .limit(MOST_LISTED)
    return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }))
  }

  async isEmpty(): Promise<boolean> {
    const [row] = await this.database.select({ n: count() }).from(jobs)
    return row?.n === 0
  }

  async create(job: Job): Promise<StoredJob> {
    const id = randomUUID()
    const at = this.now()
    await this.database.transaction(async (tx) => {
      await tx.insert(jobs).values({
        id,
        name: job.name,
        revision: 1,
        document: job,
        summary: summarise(job),
        createdAt: at,
        updatedAt: at,
      })
      await tx.insert(jobRevisions).values({ jobId: id, revision: 1, document: job, savedAt: at })
    })
    return { id, revision: 1, updatedAt: at.toISOString(), job }
  }

  /** @throws {ApiError} JOB_NOT_FOUND, also for a job in the bin */
  async read(id: string): Promise<StoredJob> {
    const [row] = await this.database
      .select()
      .from(jobs)
      .where(and(eq(jobs.id, id), isNull(jobs.binnedAt)))
      .limit(1)
    if (!row) throw new ApiError('JOB_NOT_FOUND')
    return { id, revision: row.revision, updatedAt: row.updatedAt.toISOString(), job: parseJob(row.document) }
  }

  /**
   * Saves on top of the revision the client began from. The same document sent twice, as after an answer that got lost,
   * is saved once.
   * @throws {ApiError} SAVE_STALE with what is there; JOB_NOT_FOUND
   */
  async save(id: string, baseRevision: number, job: Job): Promise<StoredJob> {
    const at = this.now()
    const revision = baseRevision + 1
    const saved = await this.database.transaction(async (tx) => {
      const updated = await tx
        .update(jobs)
        .set({ name: job.name, revision, document: job, summary: summarise(job), updatedAt: at })
        .where(and(eq(jobs.id, id), eq(jobs.revision, baseRevision), isNull(jobs.binnedAt)))
        .returning({ id: jobs.id })
      if (updated.length === 0) return false
      await tx.insert(jobRevisions).values({ jobId: id, revision, document: job, savedAt: at })
      return true
    })
    if (saved) return { id, revision, updatedAt: at.toISOString(), job }
    const current = await this.read(id)
    if (current.revision === revision && (await this.isSame(id, job))) return current
    throw new ApiError('SAVE_STALE', { current })
  }

  private async isSame(id: string, job: Job): Promise<boolean> {
    const same = await this.database
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.id, id), sql`${jobs.document} = ${JSON.stringify(job)}::jsonb`))
    return same.length === 1
  }

  async duplicate(id: string): Promise<StoredJob> {
    const { job } = await this.read(id)
    return this.create({ ...job, name: `${job.name.slice(0, 190)} (copy)` })
  }

  /** Puts a job into the bin, or takes it out again. @throws {ApiError} JOB_NOT_FOUND where it is not on that side */
  async move(id: string, to: 'bin' | 'list'): Promise<void> {
    const moved = await this.database
      .update(jobs)
      .set({ binnedAt: to === 'bin' ? this.now() : null })
      .where(and(eq(jobs.id, id), to === 'bin' ? isNull(jobs.binnedAt) : isNotNull(jobs.binnedAt)))
      .returning({ id: jobs.id })
    if (moved.length === 0) throw new ApiError('JOB_NOT_FOUND')
  }

  async revisions(id: string): Promise<{ revision: number; savedAt: string }[]> {
    const rows = await this.database
      .select({ revision: jobRevisions.revision, savedAt: jobRevisions.savedAt })
      .from(jobRevisions)
      .where(eq(jobRevisions.jobId, id))
      .orderBy(desc(jobRevisions.revision))
      .limit(MOST_LISTED)
    if (rows.length === 0) throw new ApiError('JOB_NOT_FOUND')
    return rows.map((row) => ({ revision: row.revision, savedAt: row.savedAt.toISOString() }))
  }

  /** @throws {ApiError} REVISION_NOT_FOUND */
  async readRevision(id: string, revision: number): Promise<StoredJob> {
    const [row] = await this.database
      .select()
      .from(jobRevisions)
      .where(and(eq(jobRevisions.jobId, id), eq(jobRevisions.revision, revision)))
      .limit(1)
    if (!row) throw new ApiError('REVISION_NOT_FOUND')
    return { id, revision, updatedAt: row.savedAt.toISOString(), job: parseJob(row.document) }
  }
}
