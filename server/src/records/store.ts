import { isLogEntry, LOG_KINDS, recordSchema, type SiteRecord } from '@yard-lamp/core/records'
import { and, asc, count, eq, inArray, isNull, sql, sum } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { jobRevisions, jobs } from '../jobs/table.ts'
import type { Actor } from '../people/actor.ts'
import type { Tx } from '../readings/rows.ts'
import type { ReadingStore } from '../readings/store.ts'
import type { Picture } from './picture.ts'
import { buildRecords, jobFiles } from './table.ts'

/** Bounds of one job: the largest system there is, built ten times over. */
export const MOST_RECORDS = 20_000
export const MOST_FILES = 1000
export const MOST_FILE_BYTES = 600 * 1024 * 1024

/** A picture as it is listed. */
export interface KeptFile {
  readonly id: string
  readonly widthPx: number
  readonly heightPx: number
  readonly bytes: number
  readonly hasPlace: boolean
}

/** What was done on site, and its photographs: rows that are added and never changed. */
export class RecordStore {
  private readonly database: Database
  private readonly now: () => Date

  private readonly readings: ReadingStore

  constructor(database: Database, now: () => Date, readings: ReadingStore) {
    this.database = database
    this.now = now
    this.readings = readings
  }

  /** In the order they were kept. @throws {ApiError} JOB_NOT_FOUND */
  async read(_actor: Actor, jobId: string): Promise<SiteRecord[]> {
    await this.jobThere(this.database, jobId)
    const rows = await this.database
      .select({ body: buildRecords.body })
      .from(buildRecords)
      .where(eq(buildRecords.jobId, jobId))
      .orderBy(asc(buildRecords.at))
      .limit(MOST_RECORDS)
    return rows.flatMap(({ body }) => recordSchema.safeParse(body).data ?? [])
  }

  /**
   * Adds records together or none of them. One that is there already, letter by letter, is kept once: a phone that heard no
   * answer sends again.
   * @throws {ApiError} JOB_NOT_FOUND, RECORD_DIFFERS, RECORD_ORDER, BUILD_SIGNED, RECORDS_FULL, FILE_NOT_FOUND, REVISION_NOT_FOUND
   */
  async add(actor: Actor, jobId: string, records: readonly SiteRecord[]): Promise<void> {
    await this.database.transaction(async (tx) => {
      // Two devices at once: what one of them locks, the other must see.
      await this.jobThere(tx, jobId, true)
      const fresh = await this.newOf(tx, jobId, records)
      if (fresh.length === 0) return
      const state = await this.stateOf(tx, jobId)
      if (state.kept + fresh.length > MOST_RECORDS) throw new ApiError('RECORDS_FULL')
      await this.bearOut(tx, jobId, fresh)
      let isOpen = state.isOpen
      for (const record of fresh) if (!(await this.isOfLog(tx, jobId, record))) isOpen = openAfter(record, isOpen)
      await tx.insert(buildRecords).values(
        fresh.map((record) => ({
          id: record.id,
          jobId,
          kind: record.kind,
          body: record,
          keptAt: this.now(),
          keptBy: actor.id,
        })),
      )
      await this.nameRevisions(tx, jobId, fresh)
      await this.keepReadings(tx, jobId, fresh)
    })
  }

  /** Of a system that runs, or takes back what was: no building need be under way for it. */
  private async isOfLog(tx: Tx, jobId: string, record: SiteRecord): Promise<boolean> {
    if (record.kind !== 'withdraw') return isLogEntry(record)
    const [row] = await tx
      .select({ kind: buildRecords.kind })
      .from(buildRecords)
      .where(and(eq(buildRecords.id, record.recordId), eq(buildRecords.jobId, jobId)))
    return LOG_KINDS.some((kind) => kind === row?.kind)
  }

  /** Readings that were typed stand among the readings too; one that is taken back does not. */
  private async keepReadings(tx: Tx, jobId: string, records: readonly SiteRecord[]): Promise<void> {
    for (const record of records) {
      if (record.kind === 'reading') await this.readings.addByHand(tx, jobId, new Date(record.when), record.values)
      if (record.kind !== 'withdraw') continue
      const [row] = await tx
        .select({ body: buildRecords.body })
        .from(buildRecords)
        .where(and(eq(buildRecords.id, record.recordId), eq(buildRecords.jobId, jobId)))
      const taken = recordSchema.safeParse(row?.body).data
      if (taken?.kind === 'reading') await this.readings.withdrawByHand(tx, jobId, new Date(taken.when))
    }
  }

  /** Those that are not kept yet. */
  private async newOf(tx: Tx, jobId: string, records: readonly SiteRecord[]): Promise<SiteRecord[]> {
    const ids = records.map(({ id }) => id)
    if (new Set(ids).size < ids.length) throw new ApiError('RECORD_DIFFERS')
    const there = await tx
      .select({ id: buildRecords.id, jobId: buildRecords.jobId, body: buildRecords.body })
      .from(buildRecords)
      .where(inArray(buildRecords.id, ids))
    const byId = new Map(there.map((row) => [row.id, row]))
    return records.filter((record) => {
      const kept = byId.get(record.id)
      if (!kept) return true
      if (kept.jobId !== jobId || canonical(kept.body) !== canonical(record)) throw new ApiError('RECORD_DIFFERS')
      return false
    })
  }

  /** @throws {ApiError} ROLE_FORBIDDEN for a builder while no work is under way: a job is then changed by a designer */
  async mayChange({ role }: Actor, jobId: string): Promise<void> {
    if (role !== 'builder') return
    const { isOpen } = await this.database.transaction((tx) => this.stateOf(tx, jobId))
    if (!isOpen)
      throw new ApiError('ROLE_FORBIDDEN', { message: 'A builder changes a job only while work on it is under way.' })
  }

  private async stateOf(tx: Tx, jobId: string): Promise<{ readonly kept: number; readonly isOpen: boolean }> {
    const [row] = await tx.select({ kept: count() }).from(buildRecords).where(eq(buildRecords.jobId, jobId))
    const [last] = await tx
      .select({ kind: buildRecords.kind })
      .from(buildRecords)
      .where(and(eq(buildRecords.jobId, jobId), inArray(buildRecords.kind, ['begin', 'sign-off'])))
      .orderBy(sql`${buildRecords.at} desc`)
      .limit(1)
    return { kept: row?.kept ?? 0, isOpen: last?.kind === 'begin' }
  }

  /** What records speak of is there. */
  private async bearOut(tx: Tx, jobId: string, records: readonly SiteRecord[]): Promise<void> {
    for (const record of records) {
      const fileIds = record.kind === 'photo' ? [record.fileId] : 'fileIds' in record ? record.fileIds : []
      if (fileIds.length > 0) {
        const there = await tx
          .select({ id: jobFiles.id })
          .from(jobFiles)
          .where(and(inArray(jobFiles.id, fileIds), eq(jobFiles.jobId, jobId)))
        if (there.length < new Set(fileIds).size) throw new ApiError('FILE_NOT_FOUND')
      }
      if (record.kind === 'begin' || record.kind === 'sign-off') {
        const [revision] = await tx
          .select({ revision: jobRevisions.revision })
          .from(jobRevisions)
          .where(and(eq(jobRevisions.jobId, jobId), eq(jobRevisions.revision, record.revision)))
        if (!revision) throw new ApiError('REVISION_NOT_FOUND')
      }
    }
  }

  /** The plan that was built by and what was signed for are kept for ever: they get a name. */
  private async nameRevisions(tx: Tx, jobId: string, records: readonly SiteRecord[]): Promise<void> {
    for (const record of records) {
      if (record.kind !== 'begin' && record.kind !== 'sign-off') continue
      const name =
        record.kind === 'begin' ? `Plan for building, ${record.at.slice(0, 10)}` : `As built, signed by ${record.by}`
      await tx
        .update(jobRevisions)
        .set({ name: name.slice(0, 120) })
        .where(
          and(
            eq(jobRevisions.jobId, jobId),
            eq(jobRevisions.revision, record.revision),
            record.kind === 'begin' ? isNull(jobRevisions.name) : undefined,
          ),
        )
    }
  }

  /** Keeps a picture; the same one sent twice is kept once. @throws {ApiError} JOB_NOT_FOUND, FILES_FULL, RECORD_DIFFERS */
  async addFile(actor: Actor, jobId: string, id: string, digest: string, picture: Picture): Promise<KeptFile> {
    await this.database.transaction(async (tx) => {
      await this.jobThere(tx, jobId, true)
      const [there] = await tx
        .select({ jobId: jobFiles.jobId, digest: jobFiles.digest })
        .from(jobFiles)
        .where(eq(jobFiles.id, id))
      if (there) {
        if (there.jobId !== jobId || there.digest !== digest) throw new ApiError('RECORD_DIFFERS')
        return
      }
      const [all] = await tx
        .select({ files: count(), bytes: sum(jobFiles.bytes) })
        .from(jobFiles)
        .where(eq(jobFiles.jobId, jobId))
      if ((all?.files ?? 0) >= MOST_FILES || Number(all?.bytes ?? 0) + picture.jpeg.length > MOST_FILE_BYTES)
        throw new ApiError('FILES_FULL')
      await tx.insert(jobFiles).values({
        id,
        jobId,
        widthPx: picture.widthPx,
        heightPx: picture.heightPx,
        bytes: picture.jpeg.length,
        hasPlace: picture.hasPlace,
        digest,
        picture: picture.jpeg,
        thumbnail: picture.thumbnail,
        keptAt: this.now(),
        keptBy: actor.id,
      })
    })
    const { widthPx, heightPx, hasPlace, jpeg } = picture
    return { id, widthPx, heightPx, hasPlace, bytes: jpeg.length }
  }

  /** @throws {ApiError} FILE_NOT_FOUND, also for a file of another job or of one in the bin */
  async readFile(_actor: Actor, jobId: string, id: string, small: boolean): Promise<Buffer> {
    const [row] = await this.database
      .select({ picture: small ? jobFiles.thumbnail : jobFiles.picture })
      .from(jobFiles)
      .innerJoin(jobs, and(eq(jobs.id, jobFiles.jobId), isNull(jobs.binnedAt)))
      .where(and(eq(jobFiles.id, id), eq(jobFiles.jobId, jobId)))
    if (!row) throw new ApiError('FILE_NOT_FOUND')
    return row.picture
  }

  /** Small ones of several at once, by their ids. */
  async readSmall(_actor: Actor, jobId: string, ids: readonly string[]): Promise<Map<string, Uint8Array>> {
    if (ids.length === 0) return new Map()
    const rows = await this.database
      .select({ id: jobFiles.id, picture: jobFiles.thumbnail })
      .from(jobFiles)
      .where(and(eq(jobFiles.jobId, jobId), inArray(jobFiles.id, [...ids])))
    return new Map(rows.map(({ id, picture }) => [id, new Uint8Array(picture)]))
  }

  private async jobThere(tx: Tx, jobId: string, isLocked = false): Promise<void> {
    const query = tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.id, jobId), isNull(jobs.binnedAt)))
    const [row] = isLocked ? await query.for('update') : await query
    if (!row) throw new ApiError('JOB_NOT_FOUND')
  }
}

/** Whether a building is open after a record. @throws {ApiError} BUILD_SIGNED, RECORD_ORDER where it may not come now */
function openAfter(record: SiteRecord, isOpen: boolean): boolean {
  if (record.kind === 'begin') {
    if (isOpen) throw new ApiError('RECORD_ORDER')
    return true
  }
  if (!isOpen) throw new ApiError('BUILD_SIGNED')
  return record.kind !== 'sign-off'
}

/** The same text for the same content, in whatever order its fields stand. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, each: unknown) =>
    each !== null && typeof each === 'object' && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  )
