import { randomUUID } from 'node:crypto'
import type { Person, PersonSaid } from '@yard-lamp/core/people'
import { and, asc, count, eq, isNotNull, ne, sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import type { Actor } from './actor.ts'
import { hashPassword, isPassword, madePassword, madeSecondFactor, stepOfCode } from './secrets.ts'
import { people, sessions } from './table.ts'

type Row = typeof people.$inferSelect
type Tx = Parameters<Parameters<Database['transaction']>[0]>[0]

/** For how long it is believed how many may come in, ms: other servers on this database may have let one in. */
const COUNTED_FOR_MS = 1000

/** Who may come in, and by what. */
export class PeopleStore {
  private readonly database: Database
  private readonly now: () => Date
  private only: { readonly atMs: number; readonly count: number; readonly person: Person | null } | null = null

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  async list(): Promise<Person[]> {
    const rows = await this.database.select().from(people).where(isNotNull(people.account)).orderBy(asc(people.addedAt))
    return rows.map(personOf)
  }

  async hasOwner(): Promise<boolean> {
    const [row] = await this.database.select({ n: count() }).from(people).where(isOwner)
    return (row?.n ?? 0) > 0
  }

  /** How many may come in, and the only one where it is one. */
  async counted(): Promise<{ readonly count: number; readonly person: Person | null }> {
    if (this.only && performance.now() - this.only.atMs < COUNTED_FOR_MS) return this.only
    const rows = await this.database.select().from(people).where(isNotNull(people.account)).limit(2)
    const [first] = rows
    this.only = {
      atMs: performance.now(),
      count: rows.length,
      person: rows.length === 1 && first ? personOf(first) : null,
    }
    return this.only
  }

  /**
   * Lets somebody in. Without a password one is made, told once, and changed by them before anything else.
   * @throws {ApiError} OWNER_FIRST, ACCOUNT_TAKEN
   */
  async add(said: PersonSaid, password?: string): Promise<{ readonly person: Person; readonly password: string }> {
    const first = password ?? madePassword()
    const passwordHash = await hashPassword(first)
    const row = await this.database.transaction(async (tx) => {
      await locked(tx)
      const [any] = await tx.select({ n: count() }).from(people).where(isNotNull(people.account))
      if (any?.n === 0 && said.role !== 'owner') throw new ApiError('OWNER_FIRST')
      await accountIsFree(tx, said.account, null)
      const [added] = await tx
        .insert(people)
        .values({
          id: randomUUID(),
          ...said,
          passwordHash,
          mustChoosePassword: password === undefined,
          addedAt: this.now(),
        })
        .returning()
      return added as Row
    })
    this.only = null
    return { person: personOf(row), password: first }
  }

  /** @throws {ApiError} PERSON_NOT_FOUND, ACCOUNT_TAKEN, LAST_OWNER */
  async change(id: string, said: PersonSaid): Promise<Person> {
    const row = await this.database.transaction(async (tx) => {
      await locked(tx)
      await accountIsFree(tx, said.account, id)
      if (said.role !== 'owner') await anotherOwner(tx, id)
      const [changed] = await tx.update(people).set(said).where(isThere(id)).returning()
      return changed
    })
    this.only = null
    return personOf(found(row))
  }

  /** Lets somebody in no more; what they did keeps their name. @throws {ApiError} PERSON_NOT_FOUND, LAST_OWNER */
  async remove(id: string): Promise<void> {
    await this.database.transaction(async (tx) => {
      await locked(tx)
      await anotherOwner(tx, id)
      const gone = { account: null, passwordHash: '', secondFactorSecret: null, hasSecondFactor: false }
      found((await tx.update(people).set(gone).where(isThere(id)).returning())[0])
      await tx.delete(sessions).where(eq(sessions.personId, id))
    })
    this.only = null
  }

  /** Gives a new first password, and ends all sessions. @throws {ApiError} PERSON_NOT_FOUND */
  async resetPassword(id: string): Promise<string> {
    const password = madePassword()
    await this.setPassword(id, password, true, null)
    return password
  }

  /** A password of one’s own; all other sessions end. @throws {ApiError} PASSWORD_WRONG */
  async choosePassword({ id, sessionId }: Actor, before: string, password: string): Promise<void> {
    await this.confirm(id, before)
    await this.setPassword(id, password, false, sessionId ?? null)
  }

  private async setPassword(id: string, password: string, isGiven: boolean, but: string | null): Promise<void> {
    const passwordHash = await hashPassword(password)
    await this.database.transaction(async (tx) => {
      const set = { passwordHash, mustChoosePassword: isGiven }
      found((await tx.update(people).set(set).where(isThere(id)).returning())[0])
      await tx.delete(sessions).where(and(eq(sessions.personId, id), but === null ? undefined : ne(sessions.id, but)))
    })
    this.only = null
  }

  /**
   * Who signs in.
   * @throws {ApiError} SIGN_IN_WRONG for a name that is not known and a password that is not theirs alike; CODE_NEEDED, CODE_WRONG
   */
  async signIn(account: string, password: string, code: string | undefined): Promise<Person> {
    const [row] = await this.database.select().from(people).where(eq(people.account, account))
    if (!(await isPassword(password, row?.passwordHash || null)) || !row) throw new ApiError('SIGN_IN_WRONG')
    if (row.hasSecondFactor) {
      if (!code) throw new ApiError('CODE_NEEDED')
      await this.takeCode(row, code)
    }
    return personOf(row)
  }

  /** Each code opens once, whichever server it comes to. @throws {ApiError} CODE_WRONG */
  private async takeCode({ id, secondFactorSecret }: Row, code: string): Promise<void> {
    const step = secondFactorSecret ? stepOfCode(secondFactorSecret, code, this.now().getTime()) : null
    if (step === null) throw new ApiError('CODE_WRONG')
    const taken = await this.database
      .update(people)
      .set({ secondFactorStep: step })
      .where(and(eq(people.id, id), sql`${people.secondFactorStep} < ${step}`))
      .returning({ id: people.id })
    if (taken.length === 0) throw new ApiError('CODE_WRONG')
  }

  /** A secret for the telephone. It is asked for only once a code of it came back. @throws {ApiError} PASSWORD_WRONG */
  async beginSecondFactor(
    id: string,
    password: string,
  ): Promise<{ readonly secret: string; readonly address: string }> {
    const row = await this.confirm(id, password)
    const made = madeSecondFactor(row.account ?? '')
    await this.database
      .update(people)
      .set({ secondFactorSecret: made.secret, hasSecondFactor: false })
      .where(isThere(id))
    return made
  }

  /** @throws {ApiError} CODE_WRONG */
  async confirmSecondFactor(id: string, code: string): Promise<void> {
    const [row] = await this.database.select().from(people).where(isThere(id))
    await this.takeCode(found(row), code)
    await this.database.update(people).set({ hasSecondFactor: true }).where(isThere(id))
  }

  /** @throws {ApiError} PASSWORD_WRONG */
  async endOwnSecondFactor(id: string, password: string): Promise<void> {
    await this.confirm(id, password)
    await this.endSecondFactor(id)
  }

  /** For somebody who lost their telephone. @throws {ApiError} PERSON_NOT_FOUND */
  async endSecondFactor(id: string): Promise<void> {
    const set = { secondFactorSecret: null, hasSecondFactor: false }
    found((await this.database.update(people).set(set).where(isThere(id)).returning())[0])
  }

  /** @throws {ApiError} PASSWORD_WRONG */
  private async confirm(id: string, password: string): Promise<Row> {
    const [row] = await this.database.select().from(people).where(isThere(id))
    if (!(await isPassword(password, row?.passwordHash ?? null)) || !row) throw new ApiError('PASSWORD_WRONG')
    return row
  }
}

export const personOf = ({ id, name, account, role, hasSecondFactor, mustChoosePassword }: Row): Person => ({
  id,
  name,
  account: account ?? '',
  role: role as Person['role'],
  hasSecondFactor,
  mustChoosePassword,
})

const isOwner = and(eq(people.role, 'owner'), isNotNull(people.account))
const isThere = (id: string) => and(eq(people.id, id), isNotNull(people.account))

function found(row: Row | undefined): Row {
  if (!row) throw new ApiError('PERSON_NOT_FOUND')
  return row
}

/** Who may come in is changed by one at a time: two owners never send each other away. */
const locked = (tx: Tx) => tx.execute(sql`lock table people in share row exclusive mode`)

async function accountIsFree(tx: Tx, account: string, but: string | null): Promise<void> {
  const [taken] = await tx
    .select({ id: people.id })
    .from(people)
    .where(and(eq(people.account, account), but === null ? undefined : ne(people.id, but)))
  if (taken) throw new ApiError('ACCOUNT_TAKEN')
}

/** @throws {ApiError} LAST_OWNER where nobody but this one owns it */
async function anotherOwner(tx: Tx, id: string): Promise<void> {
  const owners = await tx.select({ id: people.id }).from(people).where(isOwner)
  if (owners.length === 1 && owners[0]?.id === id) throw new ApiError('LAST_OWNER')
}
