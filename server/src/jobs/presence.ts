import { and, eq, gt, lt, ne } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import type { Actor } from '../people/actor.ts'
import { jobs, presence } from './table.ts'

/** A page that was not heard of for so long is gone, ms. */
const GONE_AFTER_MS = 25_000

/** Another page that has a job open. */
export interface Present {
  readonly name: string
  readonly isYou: boolean
  readonly isEditing: boolean
}

/** Pages that have a job open, on whichever server. Lost with the database’s memory, and made again within seconds. */
export class Presence {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** @throws {ApiError} JOB_NOT_FOUND */
  async tell(actor: Actor, jobId: string, pageId: string, isEditing: boolean) {
    const seenAt = this.now()
    const [job] = await this.database.select({ revision: jobs.revision }).from(jobs).where(eq(jobs.id, jobId))
    if (!job) throw new ApiError('JOB_NOT_FOUND')
    const row = { jobId, pageId, personId: actor.id, name: actor.name, isEditing, seenAt }
    await this.database
      .insert(presence)
      .values(row)
      .onConflictDoUpdate({ target: [presence.jobId, presence.pageId], set: row })
    const since = new Date(seenAt.getTime() - GONE_AFTER_MS)
    await this.database.delete(presence).where(lt(presence.seenAt, since))
    const others = await this.database
      .select()
      .from(presence)
      .where(and(eq(presence.jobId, jobId), ne(presence.pageId, pageId), gt(presence.seenAt, since)))
      .limit(20)
    return {
      revision: job.revision,
      others: others.map(
        (each): Present => ({
          name: each.name,
          isYou: each.personId === actor.id,
          isEditing: each.isEditing,
        }),
      ),
    }
  }
}
