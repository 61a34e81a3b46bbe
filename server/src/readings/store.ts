import { randomUUID } from 'node:crypto'
import { keptJobText } from '@yard-lamp/core'
import {
  type Batch,
  clockOffsetMs,
  DAY_MS,
  type KeptHour,
  type Mapping,
  mappingSchema,
  type Sample,
  samplesOf,
  usualStepMs,
} from '@yard-lamp/core/log'
import type { Values } from '@yard-lamp/core/records'
import { and, asc, count, eq, isNull, sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { jobRevisions, jobs } from '../jobs/table.ts'
import type { Actor } from '../people/actor.ts'
import { tellLive } from './live.ts'
import { readRows, type Tx, writeRows } from './rows.ts'
import { readHours, sumAnew } from './sums.ts'
import { readingDays, readingSources, readings } from './table.ts'

export const SOURCE_KINDS = ['hand', 'file', 'monitor'] as const
export type SourceKind = (typeof SOURCE_KINDS)[number]
/** Bounds of one job. */
export const MOST_SOURCES = 40
/** Rows given at once: a fortnight of minutes, a day of seconds. */
export const MOST_ROWS = 90_000
/** What is typed comes from here; one for each job. */
const BY_HAND = 'By hand'
/** A reading further ahead than this is a clock that is wrong, ms. */
const MOST_AHEAD_MS = DAY_MS

/** A source as it is listed: never with its secret. */
export interface Source {
  readonly id: string
  readonly kind: SourceKind
  readonly name: string
  readonly clockFastMin: number
  readonly offsetMin: number
  readonly stepMs: number
  readonly mapping: Mapping | null
  readonly address: string | null
  readonly topic: string | null
  readonly account: string | null
  readonly hasSecret: boolean
  readonly heardAt: string | null
  readonly trouble: string
}

/** What a person says of a source. */
export interface SourceSaid {
  readonly name: string
  readonly clockFastMin: number
  readonly offsetMin: number
  readonly mapping: Mapping | null
  readonly address: string | null
  readonly topic: string | null
  readonly account: string | null
  /** Left out, the one that is kept stays. */
  readonly secret?: string | null
}

export interface KeptDay {
  readonly day: string
  readonly figures: readonly (number | null)[]
}

type SourceRow = typeof readingSources.$inferSelect

/** Readings of jobs: rows as they came, and what their hours and days come to. */
export class ReadingStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** @throws {ApiError} JOB_NOT_FOUND */
  async sources(_actor: Actor, jobId: string): Promise<Source[]> {
    await jobThere(this.database, jobId)
    const rows = await this.database
      .select()
      .from(readingSources)
      .where(eq(readingSources.jobId, jobId))
      .orderBy(asc(readingSources.row))
    return rows.map(listed)
  }

  /** @throws {ApiError} JOB_NOT_FOUND, SOURCES_FULL, SOURCE_NAMED */
  async addSource(_actor: Actor, jobId: string, kind: SourceKind, said: SourceSaid): Promise<Source> {
    return this.database.transaction(async (tx) => {
      await jobThere(tx, jobId, true)
      const [all] = await tx.select({ n: count() }).from(readingSources).where(eq(readingSources.jobId, jobId))
      if ((all?.n ?? 0) >= MOST_SOURCES) throw new ApiError('SOURCES_FULL')
      await nameFree(tx, jobId, said.name, null)
      const [row] = await tx
        .insert(readingSources)
        .values({ id: randomUUID(), jobId, kind, stepMs: 60_000, createdAt: this.now(), ...said })
        .returning()
      if (!row) throw new Error('a source was not kept')
      return listed(row)
    })
  }

  /**
   * Changes what is said of a source. A clock that is set otherwise moves its readings; so does the clock of the place their sums.
   * @throws {ApiError} SOURCE_NOT_FOUND, SOURCE_NAMED
   */
  async changeSource(_actor: Actor, jobId: string, id: string, said: SourceSaid): Promise<Source> {
    return this.database.transaction(async (tx) => {
      const before = await sourceOf(tx, jobId, id, true)
      await nameFree(tx, jobId, said.name, id)
      const [row] = await tx.update(readingSources).set(said).where(eq(readingSources.row, before.row)).returning()
      if (!row) throw new ApiError('SOURCE_NOT_FOUND')
      const moveMin = before.clockFastMin - row.clockFastMin
      if (moveMin !== 0) await moveRows(tx, row.row, moveMin)
      if (moveMin !== 0 || before.offsetMin !== row.offsetMin) await sumAll(tx, row)
      return listed(row)
    })
  }

  /** With all its readings. @throws {ApiError} SOURCE_NOT_FOUND */
  async removeSource(_actor: Actor, jobId: string, id: string): Promise<void> {
    const { row } = await sourceOf(this.database, jobId, id)
    await this.database.delete(readingSources).where(eq(readingSources.row, row))
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
    // A few readings say nothing of what is usual.
    const stepMs = samples.length >= 10 ? usualStepMs(samples) : source.stepMs
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

async function jobThere(tx: Pick<Tx, 'select'>, jobId: string, isLocked = false): Promise<void> {
  const query = tx
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.id, jobId), isNull(jobs.binnedAt)))
  const [row] = isLocked ? await query.for('update') : await query
  if (!row) throw new ApiError('JOB_NOT_FOUND')
}

/** @param isLocked two who write readings of one source come one after the other: sums are worked of what both wrote */
async function sourceOf(tx: Pick<Tx, 'select'>, jobId: string, id: string, isLocked = false): Promise<SourceRow> {
  const query = tx
    .select({ source: readingSources })
    .from(readingSources)
    .innerJoin(jobs, and(eq(jobs.id, readingSources.jobId), isNull(jobs.binnedAt)))
    .where(and(eq(readingSources.id, id), eq(readingSources.jobId, jobId)))
  const [row] = isLocked ? await query.for('update', { of: readingSources }) : await query
  if (!row) throw new ApiError('SOURCE_NOT_FOUND')
  return row.source
}

async function handSource(tx: Pick<Tx, 'select'>, jobId: string): Promise<SourceRow | undefined> {
  const [row] = await tx
    .select()
    .from(readingSources)
    .where(and(eq(readingSources.jobId, jobId), eq(readingSources.kind, 'hand')))
    .for('update')
  return row
}

async function nameFree(tx: Pick<Tx, 'select'>, jobId: string, name: string, own: string | null): Promise<void> {
  const [other] = await tx
    .select({ id: readingSources.id })
    .from(readingSources)
    .where(and(eq(readingSources.jobId, jobId), eq(readingSources.name, name)))
  if (other && other.id !== own) throw new ApiError('SOURCE_NAMED')
}

/** All readings of a source, so many minutes later. Two steps: no two of them may ever stand at one moment. */
async function moveRows(tx: Tx, row: number, minutes: number): Promise<void> {
  const far = sql`interval '1000 years'`
  await tx.execute(sql`update readings set at = at + ${far} where source = ${row}`)
  await tx.execute(
    sql`update readings set at = at - ${far} + make_interval(mins => ${minutes}::int) where source = ${row}`,
  )
}

/** Hours and days of a source anew, all of them. */
async function sumAll(tx: Tx, source: SourceRow): Promise<void> {
  await tx.execute(sql`delete from reading_hours where source = ${source.row}`)
  await tx.execute(sql`delete from reading_days where source = ${source.row}`)
  const { rows } = await tx.execute<{ first: number | null; last: number | null }>(sql`
    select (extract(epoch from min(at)) * 1000)::float8 as first, (extract(epoch from max(at)) * 1000)::float8 as last
    from readings where source = ${source.row}`)
  const [span] = rows
  if (span?.first !== null && span?.last !== null && span) await sumAnew(tx, source, span.first, span.last)
}

function listed(row: SourceRow): Source {
  const mapping = mappingSchema.safeParse(row.mapping)
  return {
    id: row.id,
    kind: SOURCE_KINDS.find((kind) => kind === row.kind) ?? 'file',
    name: row.name,
    clockFastMin: row.clockFastMin,
    offsetMin: row.offsetMin,
    stepMs: row.stepMs,
    mapping: mapping.success ? mapping.data : null,
    address: row.address,
    topic: row.topic,
    account: row.account,
    hasSecret: row.secret !== null,
    heardAt: row.heardAt?.toISOString() ?? null,
    trouble: row.trouble,
  }
}
