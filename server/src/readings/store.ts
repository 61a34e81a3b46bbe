import { randomUUID } from 'node:crypto'
import { keptJobText } from '@yard-lamp/core'
import {
  type Batch,
  clockOffsetMs,
  DAY_MS,
  type KeptDay,
  type KeptHour,
  type Sample,
  samplesOf,
  usualStepMs,
} from '@yard-lamp/core/log'
import type { Values } from '@yard-lamp/core/records'
import { and, asc, desc, eq } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { jobRevisions, jobs } from '../jobs/table.ts'
import type { Actor } from '../people/actor.ts'
import { tellLive } from './live.ts'
import { lastRows, readRows, type Tx, writeRows } from './rows.ts'
import { jobThere, type SourceRow, sourceOf } from './sources.ts'
import { readHours, sumAnew } from './sums.ts'
import { readingDays, readingHours, readingSources, readings } from './table.ts'

/** Rows given at once: a fortnight of minutes, a day of seconds. */
export const MOST_ROWS = 90_000
/** What is typed comes from here; one for each job. */
const BY_HAND = 'By hand'
/** Readings from which it is told how far apart they usually are. */
const ENOUGH = 10
/** A reading further ahead than this is a clock that is wrong, ms. */
const MOST_AHEAD_MS = DAY_MS

/** Readings of jobs: rows as they came, and what their hours and days come to. */
export class ReadingStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /**
   * Keeps readings, and works their hours and days anew. The same sent twice is kept once.
   * @param batch by the source’s own clock
   * @returns how many were new
   * @throws {ApiError} SOURCE_NOT_FOUND, READING_AHEAD
   */
  async add(_actor: Actor, jobId: string, id: string, batch: Batch): Promise<{ added: number }> {
    return this.database.transaction(async (tx) => {
      const source = await sourceOf(tx, jobId, id, true)
      const samples = samplesOf(batch).map(({ atMs, values }) => ({
        atMs: atMs - source.clockFastMin * 60_000,
        values,
      }))
      return { added: await this.keep(tx, source, samples) }
    })
  }

  /** @param samples in order of time, by the true clock */
  private async keep(tx: Tx, source: SourceRow, samples: readonly Sample[]): Promise<number> {
    const [first, last] = [samples[0], samples.at(-1)]
    if (!first || !last) return 0
    if (last.atMs > this.now().getTime() + MOST_AHEAD_MS) throw new ApiError('READING_AHEAD')
    const added = await writeRows(tx, source.row, samples)
    // A few readings say nothing of what is usual: those before them do.
    const known = samples.length >= ENOUGH ? samples : await lastRows(tx, source.row, ENOUGH)
    const stepMs = known.length >= ENOUGH ? usualStepMs(known) : source.stepMs
    await tx
      .update(readingSources)
      .set({ heardAt: this.now(), stepMs, trouble: '' })
      .where(eq(readingSources.row, source.row))
    await sumAnew(tx, { ...source, stepMs }, first.atMs, last.atMs)
    await tellLive(tx, { jobId: source.jobId, sourceId: source.id, atMs: last.atMs, values: last.values })
    return added
  }

  /** What was typed on site; it stands beside the record it belongs to. */
  async addByHand(tx: Tx, jobId: string, at: Date, values: Values): Promise<void> {
    const source = (await handSource(tx, jobId)) ?? (await this.beginHandSource(tx, jobId))
    await this.keep(tx, source, [{ atMs: at.getTime(), values }])
  }

  /** Its days begin by the clock of the job’s place. */
  private async beginHandSource(tx: Tx, jobId: string): Promise<SourceRow> {
    const [row] = await tx
      .select({ document: jobRevisions.document })
      .from(jobs)
      .innerJoin(jobRevisions, and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision)))
      .where(eq(jobs.id, jobId))
    const site = row ? keptJobText(row.document).site : { utcOffsetH: 0, longitudeDeg: 0 }
    const [source] = await tx
      .insert(readingSources)
      .values({
        id: randomUUID(),
        jobId,
        kind: 'hand',
        name: BY_HAND,
        offsetMin: Math.round(clockOffsetMs(site) / 60_000),
        stepMs: DAY_MS,
        createdAt: this.now(),
      })
      .returning()
    if (!source) throw new Error('a source was not kept')
    return source
  }

  /** Takes back what was typed for a moment. */
  async withdrawByHand(tx: Tx, jobId: string, at: Date): Promise<void> {
    const source = await handSource(tx, jobId)
    if (!source) return
    await tx.delete(readings).where(and(eq(readings.source, source.row), eq(readings.at, at)))
    await sumAnew(tx, source, at.getTime(), at.getTime())
  }

  /** The last hour in which something was read of a job; null where nothing was. @throws {ApiError} JOB_NOT_FOUND */
  async lastMs(_actor: Actor, jobId: string): Promise<number | null> {
    const last = await Promise.all(
      (await this.rowsOf(jobId)).map(({ row }) =>
        this.database
          .select({ hour: readingHours.hour })
          .from(readingHours)
          .where(eq(readingHours.source, row))
          .orderBy(desc(readingHours.hour))
          .limit(1),
      ),
    )
    const times = last.flatMap((rows) => rows.map(({ hour }) => hour.getTime()))
    return times.length > 0 ? Math.max(...times) : null
  }

  /** Hours of every source of a job that begin from one moment up to another. @throws {ApiError} JOB_NOT_FOUND */
  async hours(_actor: Actor, jobId: string, fromMs: number, toMs: number): Promise<Map<string, KeptHour[]>> {
    const sources = await this.rowsOf(jobId)
    const all = new Map<string, KeptHour[]>()
    for (const { row, id } of sources) all.set(id, await readHours(this.database, row, fromMs, toMs))
    return all
  }

  /** Every day of every source of a job. @throws {ApiError} JOB_NOT_FOUND */
  async days(_actor: Actor, jobId: string): Promise<Map<string, KeptDay[]>> {
    const sources = await this.rowsOf(jobId)
    const all = new Map<string, KeptDay[]>()
    for (const { row, id } of sources)
      all.set(
        id,
        await this.database
          .select({ day: readingDays.day, figures: readingDays.figures })
          .from(readingDays)
          .where(eq(readingDays.source, row))
          .orderBy(asc(readingDays.day)),
      )
    return all
  }

  /** Readings as they came, from one moment up to another; the first of them where there are too many. */
  async rows(
    _actor: Actor,
    jobId: string,
    id: string,
    fromMs: number,
    toMs: number,
    limit = MOST_ROWS,
  ): Promise<Sample[]> {
    const { row } = await sourceOf(this.database, jobId, id)
    return readRows(this.database, row, fromMs, toMs, limit)
  }

  private async rowsOf(jobId: string): Promise<{ row: number; id: string }[]> {
    await jobThere(this.database, jobId)
    return this.database
      .select({ row: readingSources.row, id: readingSources.id })
      .from(readingSources)
      .where(eq(readingSources.jobId, jobId))
      .orderBy(asc(readingSources.row))
  }
}

async function handSource(tx: Pick<Tx, 'select'>, jobId: string): Promise<SourceRow | undefined> {
  const [row] = await tx
    .select()
    .from(readingSources)
    .where(and(eq(readingSources.jobId, jobId), eq(readingSources.kind, 'hand')))
    .for('update')
  return row
}
