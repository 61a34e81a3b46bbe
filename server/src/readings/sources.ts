import { randomUUID } from 'node:crypto'
import { type ListedSource, mappingSchema, SOURCE_KINDS, type SourceKind, type SourceSaid } from '@yard-lamp/core/log'
import { and, asc, count, eq, isNull, sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { jobs } from '../jobs/table.ts'
import type { Actor } from '../people/actor.ts'
import type { Tx } from './rows.ts'
import { sumAnew } from './sums.ts'
import { readingSources } from './table.ts'

/** Bounds of one job. */
export const MOST_SOURCES = 40
export type SourceRow = typeof readingSources.$inferSelect

/** Where the readings of jobs come from. */
export class SourceStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** @throws {ApiError} JOB_NOT_FOUND */
  async sources(_actor: Actor, jobId: string): Promise<ListedSource[]> {
    await jobThere(this.database, jobId)
    const rows = await this.database
      .select()
      .from(readingSources)
      .where(eq(readingSources.jobId, jobId))
      .orderBy(asc(readingSources.row))
    return rows.map(listed)
  }

  /** @throws {ApiError} JOB_NOT_FOUND, SOURCES_FULL, SOURCE_NAMED */
  async addSource(_actor: Actor, jobId: string, kind: SourceKind, said: SourceSaid): Promise<ListedSource> {
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
  async changeSource(_actor: Actor, jobId: string, id: string, said: SourceSaid): Promise<ListedSource> {
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
}

export async function jobThere(tx: Pick<Tx, 'select'>, jobId: string, isLocked = false): Promise<void> {
  const query = tx
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.id, jobId), isNull(jobs.binnedAt)))
  const [row] = isLocked ? await query.for('update') : await query
  if (!row) throw new ApiError('JOB_NOT_FOUND')
}

/** @param isLocked two who write readings of one source come one after the other: sums are worked of what both wrote */
export async function sourceOf(
  tx: Pick<Tx, 'select'>,
  jobId: string,
  id: string,
  isLocked = false,
): Promise<SourceRow> {
  const query = tx
    .select({ source: readingSources })
    .from(readingSources)
    .innerJoin(jobs, and(eq(jobs.id, readingSources.jobId), isNull(jobs.binnedAt)))
    .where(and(eq(readingSources.id, id), eq(readingSources.jobId, jobId)))
  const [row] = isLocked ? await query.for('update', { of: readingSources }) : await query
  if (!row) throw new ApiError('SOURCE_NOT_FOUND')
  return row.source
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

function listed(row: SourceRow): ListedSource {
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
