import { randomUUID } from 'node:crypto'
import type { Share, SharedKind, ShareSaid } from '@yard-lamp/core/people'
import { and, count, desc, eq, gt, isNull, sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { jobs } from '../jobs/table.ts'
import type { Actor } from '../people/actor.ts'
import { digestOf, madeToken } from '../people/secrets.ts'
import { shares } from './table.ts'

type Row = typeof shares.$inferSelect

const DAY_MS = 86_400_000
/** Most links of a job, those that have ended too. */
const MOST_OF_JOB = 200

/** What an open link leads to. */
export interface Opened {
  readonly id: string
  readonly jobId: string
  readonly kind: SharedKind
  readonly optionId: string
  readonly endsAt: Date
}

/** Links that show something of a job. */
export class ShareStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** The newest first. @throws {ApiError} JOB_NOT_FOUND */
  async list(_actor: Actor, jobId: string): Promise<Share[]> {
    await this.jobThere(jobId)
    const rows = await this.database
      .select()
      .from(shares)
      .where(eq(shares.jobId, jobId))
      .orderBy(desc(shares.madeAt), desc(shares.id))
    return rows.map(shareOf)
  }

  /** @returns the link’s own word too, which is told this once. @throws {ApiError} JOB_NOT_FOUND, SHARES_FULL */
  async make(actor: Actor, jobId: string, { days, ...said }: ShareSaid): Promise<{ share: Share; token: string }> {
    await this.jobThere(jobId)
    const [all] = await this.database.select({ n: count() }).from(shares).where(eq(shares.jobId, jobId))
    if ((all?.n ?? 0) >= MOST_OF_JOB) throw new ApiError('SHARES_FULL')
    const at = this.now()
    const token = madeToken()
    const [row] = await this.database
      .insert(shares)
      .values({
        id: randomUUID(),
        tokenDigest: digestOf(token),
        jobId,
        ...said,
        madeAt: at,
        madeBy: actor.id,
        endsAt: new Date(at.getTime() + days * DAY_MS),
      })
      .returning()
    return { share: shareOf(row as Row), token }
  }

  /** It shows nothing from now on. @throws {ApiError} SHARE_NOT_FOUND */
  async revoke(_actor: Actor, jobId: string, id: string): Promise<void> {
    const revoked = await this.database
      .update(shares)
      .set({ revokedAt: sql`coalesce(${shares.revokedAt}, ${this.now().toISOString()})` })
      .where(and(eq(shares.id, id), eq(shares.jobId, jobId)))
      .returning({ id: shares.id })
    if (revoked.length === 0) throw new ApiError('SHARE_NOT_FOUND')
  }

  /** Opens a link, and counts it. @throws {ApiError} SHARE_NOT_FOUND where it has ended, was taken back or never was */
  async open(token: string): Promise<Opened> {
    const at = this.now()
    const [row] = await this.database
      .update(shares)
      .set({ opened: sql`${shares.opened} + 1`, openedAt: at })
      .where(and(eq(shares.tokenDigest, digestOf(token)), isNull(shares.revokedAt), gt(shares.endsAt, at)))
      .returning()
    if (!row) throw new ApiError('SHARE_NOT_FOUND')
    return { id: row.id, jobId: row.jobId, kind: row.kind as SharedKind, optionId: row.optionId, endsAt: row.endsAt }
  }

  private async jobThere(jobId: string): Promise<void> {
    const [row] = await this.database
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.id, jobId), isNull(jobs.binnedAt)))
    if (!row) throw new ApiError('JOB_NOT_FOUND')
  }
}

const shareOf = ({ id, kind, optionId, forWhom, madeAt, endsAt, revokedAt, opened, openedAt }: Row): Share => ({
  id,
  kind: kind as SharedKind,
  optionId,
  forWhom,
  madeAt: madeAt.toISOString(),
  endsAt: endsAt.toISOString(),
  revokedAt: revokedAt?.toISOString() ?? null,
  opened,
  openedAt: openedAt?.toISOString() ?? null,
})
