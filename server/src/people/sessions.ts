import { randomUUID } from 'node:crypto'
import type { Person, Session } from '@yard-lamp/core/people'
import { and, desc, eq, gt, isNotNull, lt } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { digestOf, madeToken } from './secrets.ts'
import { personOf } from './store.ts'
import { people, sessions } from './table.ts'

const DAY_MS = 86_400_000
/** A browser that was not seen for so long is signed out; and in any case after so long. */
const UNSEEN_MS = 30 * DAY_MS
const LONGEST_MS = 180 * DAY_MS
/** That it was seen is written this seldom, ms. */
const SEEN_EACH_MS = 600_000
/** What a browser says of itself, cut. */
const MOST_BROWSER = 200

/** Browsers in which somebody is signed in. */
export class SessionStore {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  /** @returns what the browser keeps, and until when */
  async begin(personId: string, browser: string): Promise<{ readonly token: string; readonly endsAt: Date }> {
    const at = this.now()
    const token = madeToken()
    const endsAt = new Date(at.getTime() + LONGEST_MS)
    await this.database.delete(sessions).where(lt(sessions.endsAt, at))
    await this.database.insert(sessions).values({
      id: randomUUID(),
      tokenDigest: digestOf(token),
      personId,
      begunAt: at,
      seenAt: at,
      endsAt,
      browser: browser.slice(0, MOST_BROWSER),
    })
    return { token, endsAt }
  }

  /** Who a browser belongs to, and its session; null where it has ended. */
  async of(token: string): Promise<{ readonly sessionId: string; readonly person: Person } | null> {
    const at = this.now()
    const [row] = await this.database
      .select({ session: sessions, person: people })
      .from(sessions)
      .innerJoin(people, and(eq(people.id, sessions.personId), isNotNull(people.account)))
      .where(
        and(
          eq(sessions.tokenDigest, digestOf(token)),
          gt(sessions.endsAt, at),
          gt(sessions.seenAt, new Date(at.getTime() - UNSEEN_MS)),
        ),
      )
    if (!row) return null
    const { id, seenAt } = row.session
    if (at.getTime() - seenAt.getTime() > SEEN_EACH_MS)
      await this.database.update(sessions).set({ seenAt: at }).where(eq(sessions.id, id))
    return { sessionId: id, person: personOf(row.person) }
  }

  /** @param personId whose; everybody’s where left out */
  async list(thisOne: string | undefined, personId?: string): Promise<Session[]> {
    const rows = await this.database
      .select({ session: sessions, personName: people.name })
      .from(sessions)
      .innerJoin(people, eq(people.id, sessions.personId))
      .where(and(gt(sessions.endsAt, this.now()), personId === undefined ? undefined : eq(sessions.personId, personId)))
      .orderBy(desc(sessions.seenAt))
      .limit(500)
    return rows.map(({ session, personName }) => ({
      id: session.id,
      personId: session.personId,
      personName,
      begunAt: session.begunAt.toISOString(),
      seenAt: session.seenAt.toISOString(),
      browser: session.browser,
      isThis: session.id === thisOne,
    }))
  }

  /** @throws {ApiError} SESSION_NOT_FOUND, also for one of somebody else where `personId` is given */
  async end(id: string, personId?: string): Promise<void> {
    const ended = await this.database
      .delete(sessions)
      .where(and(eq(sessions.id, id), personId === undefined ? undefined : eq(sessions.personId, personId)))
      .returning({ id: sessions.id })
    if (ended.length === 0) throw new ApiError('SESSION_NOT_FOUND')
  }
}
