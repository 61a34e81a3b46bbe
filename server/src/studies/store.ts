import { randomUUID } from 'node:crypto'
import type { Study, StudyAsked, StudyState, YearsStudied } from '@yard-lamp/core/report'
import { and, count, desc, eq, inArray, lt, sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import type { Actor } from '../people/actor.ts'
import { studies } from './table.ts'

type Row = typeof studies.$inferSelect

/** One of a job waits or is worked on at most so often; and of all that were, so many are kept. */
const MOST_OPEN = 5
const MOST_KEPT = 20
/** A server that was not heard of for so long is gone, ms: what it worked on is taken up by another. */
export const GONE_AFTER_MS = 15_000
/** After so many servers went away with it, it is what takes them along. */
const MOST_TRIES = 3

/** What servers are asked to work on. */
export class StudyStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** @throws {ApiError} STUDIES_FULL where several of this job wait already */
  async ask(actor: Actor, jobId: string, revision: number, asked: StudyAsked): Promise<Study> {
    const open = and(eq(studies.jobId, jobId), inArray(studies.state, ['waiting', 'working']))
    const [waiting] = await this.database.select({ n: count() }).from(studies).where(open)
    if ((waiting?.n ?? 0) >= MOST_OPEN) throw new ApiError('STUDIES_FULL')
    const [row] = await this.database
      .insert(studies)
      .values({
        id: randomUUID(),
        jobId,
        revision,
        asked,
        askedBy: actor.id,
        askedAt: this.now(),
        state: 'waiting',
      })
      .returning()
    await this.database.execute(sql`
      delete from studies where job_id = ${jobId} and state not in ('waiting', 'working') and id not in
        (select id from studies where job_id = ${jobId} order by asked_at desc limit ${MOST_KEPT})`)
    return studyOf(row as Row)
  }

  /** The newest first. */
  async list(_actor: Actor, jobId: string): Promise<Study[]> {
    const rows = await this.database
      .select()
      .from(studies)
      .where(eq(studies.jobId, jobId))
      .orderBy(desc(studies.askedAt))
      .limit(MOST_KEPT)
    return rows.map(studyOf)
  }

  /** Of one that is over nothing is changed. @throws {ApiError} STUDY_NOT_FOUND */
  async cancel(_actor: Actor, jobId: string, id: string): Promise<void> {
    const found = await this.database
      .update(studies)
      .set({ state: sql`case when state in ('waiting', 'working') then 'cancelled' else state end` })
      .where(and(eq(studies.id, id), eq(studies.jobId, jobId)))
      .returning({ id: studies.id })
    if (found.length === 0) throw new ApiError('STUDY_NOT_FOUND')
  }

  /** @throws {ApiError} STUDY_NOT_FOUND, also while it is not done */
  async file(_actor: Actor, jobId: string, id: string): Promise<Buffer> {
    const [row] = await this.database
      .select({ file: studies.file })
      .from(studies)
      .where(and(eq(studies.id, id), eq(studies.jobId, jobId)))
    if (!row?.file) throw new ApiError('STUDY_NOT_FOUND')
    return row.file
  }

  /** The next to be worked on: of whoever has the fewest under way, then the one that waits longest. Each is given to one server. */
  async claim(): Promise<Row | null> {
    const at = this.now().toISOString()
    const { rows } = await this.database.execute<{ id: string }>(sql`
      update studies set state = 'working', beat_at = ${at}, tries = tries + 1 where id = (
        select waiting.id from studies waiting where waiting.state = 'waiting'
        order by (select count(*) from studies busy where busy.state = 'working' and busy.asked_by = waiting.asked_by),
          waiting.asked_at, waiting.id
        limit 1 for update skip locked)
      returning id`)
    const id = rows[0]?.id
    if (id === undefined) return null
    const [row] = await this.database.select().from(studies).where(eq(studies.id, id))
    return row ?? null
  }

  /** Tells how far it is. @returns whether it is to be gone on with: not once it was cancelled, or another server has it */
  async beat(id: string, tries: number, progress: number, partial: unknown): Promise<boolean> {
    const going = await this.database
      .update(studies)
      .set({ beatAt: this.now(), progress, partial })
      .where(and(eq(studies.id, id), eq(studies.state, 'working'), eq(studies.tries, tries)))
      .returning({ id: studies.id })
    return going.length === 1
  }

  /** Its end; one that was cancelled meanwhile stays so. */
  async end(
    id: string,
    tries: number,
    came: { result?: YearsStudied; file?: Buffer; problem?: string },
  ): Promise<void> {
    const { result = null, file = null, problem = '' } = came
    await this.database
      .update(studies)
      .set({ state: problem === '' ? 'done' : 'failed', progress: 1, partial: null, result, file, problem })
      .where(and(eq(studies.id, id), eq(studies.state, 'working'), eq(studies.tries, tries)))
  }

  /** What a server that is gone worked on waits again. @returns how many there are that wait */
  async takeUp(): Promise<number> {
    const gone = and(eq(studies.state, 'working'), lt(studies.beatAt, new Date(this.now().getTime() - GONE_AFTER_MS)))
    await this.database
      .update(studies)
      .set({ state: 'failed', problem: 'Each server that worked on it went away.' })
      .where(and(gone, sql`${studies.tries} >= ${MOST_TRIES}`))
    await this.database.update(studies).set({ state: 'waiting' }).where(gone)
    const [waiting] = await this.database.select({ n: count() }).from(studies).where(eq(studies.state, 'waiting'))
    return waiting?.n ?? 0
  }
}

const studyOf = ({ id, asked, revision, state, progress, problem, askedAt, result }: Row): Study => ({
  id,
  asked: asked as StudyAsked,
  revision,
  state: state as StudyState,
  progress,
  problem,
  askedAt: askedAt.toISOString(),
  result: result as YearsStudied | null,
})
