import { randomUUID } from 'node:crypto'
import {
  applyAll,
  cutText,
  type Edit,
  InputError,
  type Job,
  type JobSummary,
  keptJobText,
  type StoredJob,
} from '@yard-lamp/core'
import { changedJob, jobText } from '@yard-lamp/core/job'
import { and, count, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { readWith } from '../http/request-shape.ts'
import { turnOfItsOwn } from '../http/turns.ts'
import type { Actor } from '../people/actor.ts'
import { JobsAtHand } from './at-hand.ts'
import { type Revision, thinHistory } from './history.ts'
import { documentBytes } from './job-bytes.ts'
import { Saves } from './saves.ts'
import { jobRevisions, jobs } from './table.ts'

/** Most revisions given at once. */
const MOST_LISTED = 500
/** History is thinned with every so many saves of a job: one statement that seldom finds anything. */
const THIN_EVERY = 16

/** The state a job stands at. */
const NEWEST = and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision))

/** What a list shows of a design, with the mark of the catalogue it was made with. */
export interface Summarised {
  readonly summary: JobSummary
  readonly mark: string
}

/** Where a job stands among the others; what is left out stays. */
export interface Filed {
  readonly folder?: string | undefined
  readonly isArchived?: boolean | undefined
}

export class JobStore {
  private readonly database: Database
  private readonly now: () => Date
  private readonly saves: Saves
  private readonly atHand = new JobsAtHand()

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
    this.saves = new Saves(database)
  }

  async isEmpty(_actor: Actor): Promise<boolean> {
    const [row] = await this.database.select({ n: count() }).from(jobs)
    return row?.n === 0
  }

  async create(actor: Actor, job: Job, made: Summarised | null = null): Promise<StoredJob> {
    const id = randomUUID()
    const at = this.now()
    const document = documentBytes(job)
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
      await tx
        .insert(jobRevisions)
        .values({ jobId: id, revision: 1, document: jobText(job), savedAt: at, savedBy: actor.id })
    })
    this.atHand.put(id, 1, job, document.length)
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
    await turnOfItsOwn()
    const job = jobOf(row.document)
    this.atHand.put(id, row.revision, job, row.document.length)
    return { id, revision: row.revision, updatedAt: row.updatedAt.toISOString(), job }
  }

  /** The document letter by letter, also where it cannot be read, in the bin or not. @throws {ApiError} JOB_NOT_FOUND */
  async readAsKept(_actor: Actor, id: string): Promise<string> {
    const [row] = await this.database
      .select({ document: jobRevisions.document })
      .from(jobs)
      .innerJoin(jobRevisions, NEWEST)
      .where(eq(jobs.id, id))
      .limit(1)
    if (!row) throw new ApiError('JOB_NOT_FOUND')
    return row.document
  }

  /** For what the list shows; null where it is gone or cannot be read. */
  async readForSummary(actor: Actor, id: string): Promise<Job | null> {
    try {
      return keptJobText(await this.readAsKept(actor, id))
    } catch (error) {
      if (error instanceof InputError || (error instanceof ApiError && error.code === 'JOB_NOT_FOUND')) return null
      throw error
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
    const document = documentBytes(job)
    const saved = await this.saves.save({
      id,
      baseRevision,
      name: job.name,
      document,
      summary: made && JSON.stringify(made.summary),
      mark: made?.mark ?? null,
      at,
      actorId: actor.id,
    })
    if (saved) {
      this.atHand.put(id, revision, job, document.length)
      if (revision % THIN_EVERY === 0) void this.thin(id, at)
      return { id, revision, updatedAt: at.toISOString() }
    }
    const current = await this.read(actor, id)
    if (current.revision === revision && (await this.isSame(id, job))) return current
    throw new ApiError('SAVE_STALE', { current })
  }

  /**
   * Saves acts on top of the revision they began from: what they bear on is read by the schema, the rest was before.
   * @throws {ApiError} JOB_INVALID where what they come to cannot be kept, REQUEST_INVALID where they cannot be done, as save
   */
  async saveActs(
    actor: Actor,
    id: string,
    baseRevision: number,
    acts: readonly Edit[],
    made: Summarised | null = null,
  ): Promise<Omit<StoredJob, 'job'>> {
    const before = this.atHand.get(id, baseRevision) ?? (await this.jobAt(actor, id, baseRevision))
    const job = readWith('JOB_INVALID', () => changedJob(before, done(before, acts)))
    return this.save(actor, id, baseRevision, job, made)
  }

  /** A job as it stood at a revision, where acts on that may still be saved or were. */
  private async jobAt(actor: Actor, id: string, revision: number): Promise<Job> {
    const current = await this.read(actor, id)
    if (current.revision === revision) return current.job
    // One further may be what these very acts came to, and only the answer was lost.
    if (current.revision !== revision + 1) throw new ApiError('SAVE_STALE', { current })
    try {
      return (await this.readRevision(actor, id, revision)).job
    } catch (error) {
      if (error instanceof ApiError && error.code === 'REVISION_NOT_FOUND')
        throw new ApiError('SAVE_STALE', { current })
      throw error
    }
  }

  /** History is thinned after the answer: nobody waits for it, and another save does it where it failed. */
  private async thin(id: string, at: Date): Promise<void> {
    await thinHistory(this.database, id, at).catch(() => undefined)
  }

  /** Letter by letter: the page that sent a document twice sent the same text. */
  private async isSame(id: string, job: Job): Promise<boolean> {
    const same = await this.database
      .select({ id: jobs.id })
      .from(jobs)
      .innerJoin(jobRevisions, NEWEST)
      .where(and(eq(jobs.id, id), eq(jobRevisions.document, jobText(job))))
    return same.length === 1
  }

  /** @param name of the new job; its own with “(copy)” where left out */
  async duplicate(actor: Actor, id: string, name?: string): Promise<StoredJob> {
    const { job } = await this.read(actor, id)
    return this.create(actor, { ...job, name: name ?? `${cutText(job.name, 190)} (copy)` })
  }

  /** Marks a job as one new jobs may begin as, or takes the mark away. @throws {ApiError} JOB_NOT_FOUND, in the bin too */
  async markTemplate(_actor: Actor, id: string, template: boolean): Promise<void> {
    const marked = await this.database
      .update(jobs)
      .set({ template })
      .where(and(eq(jobs.id, id), isNull(jobs.binnedAt)))
      .returning({ id: jobs.id })
    if (marked.length === 0) throw new ApiError('JOB_NOT_FOUND')
  }

  /** Files a job in a folder, or puts it among what is done with. @throws {ApiError} JOB_NOT_FOUND, in the bin too */
  async file(_actor: Actor, id: string, { folder, isArchived }: Filed): Promise<void> {
    const filed = await this.database
      .update(jobs)
      .set({
        ...(folder === undefined ? {} : { folder }),
        ...(isArchived === undefined ? {} : { archivedAt: isArchived ? this.now() : null }),
      })
      .where(and(eq(jobs.id, id), isNull(jobs.binnedAt)))
      .returning({ id: jobs.id })
    if (filed.length === 0) throw new ApiError('JOB_NOT_FOUND')
  }

  /** Keeps when its upkeep is due next. Of a job that is gone there is nothing to say. */
  async keepDue(_actor: Actor, id: string, dueDay: string | null): Promise<void> {
    await this.database.update(jobs).set({ dueDay }).where(eq(jobs.id, id))
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

/** @throws {ApiError} REQUEST_INVALID where the acts are none that can be done to this job */
function done(job: Job, acts: readonly Edit[]): Job {
  try {
    return applyAll(job, acts)
  } catch {
    throw new ApiError('REQUEST_INVALID', { message: 'acts: they cannot be done to this job as they stand.' })
  }
}

const jobOf = (document: string): Job => readWith('JOB_INVALID', () => keptJobText(document))
