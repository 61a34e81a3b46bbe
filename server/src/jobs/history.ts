import { sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { jobRevisions } from './table.ts'

/** A kept state of a job. */
export interface Revision {
  readonly revision: number
  /** ISO 8601, UTC. */
  readonly savedAt: string
  readonly savedBy: string
  readonly name: string | null
}

/** States of the last hours are all kept, h. */
export const KEEP_ALL_H = 24
/** Then the last of each hour, up to this age, days; then the last of each day. Named states are kept for ever. */
export const KEEP_HOURLY_DAYS = 7

const HOUR_MS = 3_600_000

/**
 * Thins the history of a job. The newest state always stays; days and hours are of UTC.
 * @param tx the database, or a transaction on it
 */
export async function thinHistory(tx: Pick<Database, 'execute'>, jobId: string, now: Date): Promise<void> {
  const allSince = new Date(now.getTime() - KEEP_ALL_H * HOUR_MS)
  const hourlySince = new Date(now.getTime() - KEEP_HOURLY_DAYS * 24 * HOUR_MS)
  const span = sql`case when old.saved_at < ${hourlySince.toISOString()}::timestamptz then 'day' else 'hour' end`
  const of = (time: ReturnType<typeof sql>) => sql`date_trunc(${span}, ${time} at time zone 'UTC')`
  await tx.execute(sql`
    delete from ${jobRevisions} old
    where old.job_id = ${jobId} and old.name is null and old.saved_at < ${allSince.toISOString()}::timestamptz
      and exists (
        select 1 from ${jobRevisions} later
        where later.job_id = old.job_id and later.revision > old.revision
          and ${of(sql`later.saved_at`)} = ${of(sql`old.saved_at`)}
      )`)
}
