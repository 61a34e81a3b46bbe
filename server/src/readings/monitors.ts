import { type Batch, batchOf, HOUR_MS, mostSpaceMs, parseBatch, type Sample, samplesOf } from '@yard-lamp/core/log'
import { and, desc, eq, isNull } from 'drizzle-orm'
import { connect, type MqttClient } from 'mqtt'
import pg from 'pg'
import type { Logger } from 'pino'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { faultForLog } from '../http/faults.ts'
import { jobs } from '../jobs/table.ts'
import { THIS_MACHINE } from '../people/actor.ts'
import type { ReadingStore } from './store.ts'
import { readingSources, readings } from './table.ts'

/**
 * Monitors on site speak MQTT. Under its topic each says `readings` (a batch as the core reads it, JSON), keeps `state` (`here`
 * or `gone`), and answers `asked` ({ fromMs, toMs }) with readings it still has.
 */

/** How often it is looked for monitors that were added, changed or left by another server, ms. */
const LOOK_MS = 5_000
/** Readings are kept together that come within so much, ms; and at most so many wait. */
const GATHER_MS = 1
const MOST_WAITING = 20_000
const MOST_MESSAGE_BYTES = 5 * 1024 * 1024
const CONNECT_MS = 10_000
const AGAIN_MS = 5_000
/** A reading that was kept by a server that ended before it said so comes again from here. */
const NEVER_MS = 0

type SourceRow = typeof readingSources.$inferSelect

/** Hears the monitors of all jobs. Of several servers each monitor is heard by one: whoever holds its lock. */
export class Monitors {
  private readonly heard = new Map<number, Heard>()
  private readonly url: string
  private readonly database: Database
  private readonly store: ReadingStore
  private readonly log: Logger
  private locks: pg.Client | null = null
  private timer: NodeJS.Timeout | undefined
  private looking: Promise<void> = Promise.resolve()
  private isClosed = false
  private isLost = false
  private readonly lookMs: number

  constructor(parts: { url: string; database: Database; store: ReadingStore; log: Logger; lookMs?: number }) {
    this.url = parts.url
    this.database = parts.database
    this.store = parts.store
    this.log = parts.log
    this.lookMs = parts.lookMs ?? LOOK_MS
  }

  /** Begins to hear, and goes on looking. */
  begin(): void {
    this.looking = this.look()
      .then(() => {
        this.isLost = false
      })
      .catch((error: unknown) => {
        // Said once while it lasts.
        if (!this.isLost) this.log.info(faultForLog(error), 'monitors could not be looked for')
        this.isLost = true
      })
      .then(() => {
        if (!this.isClosed) this.timer = setTimeout(() => this.begin(), this.lookMs)
      })
  }

  async close(): Promise<void> {
    this.isClosed = true
    clearTimeout(this.timer)
    await this.looking
    await Promise.all([...this.heard.values()].map((each) => each.close()))
    this.heard.clear()
    await this.locks?.end().catch(() => undefined)
  }

  private async look(): Promise<void> {
    const locks = await this.lockKeeper()
    const rows = await this.database
      .select({ source: readingSources })
      .from(readingSources)
      .innerJoin(jobs, and(eq(jobs.id, readingSources.jobId), isNull(jobs.binnedAt)))
      .where(eq(readingSources.kind, 'monitor'))
    const there = new Map(rows.map(({ source }) => [source.row, source]))
    for (const [row, each] of this.heard) {
      const now = there.get(row)
      if (now && wayOf(now) === each.way) continue
      this.heard.delete(row)
      await each.close()
      await locks.query('select pg_advisory_unlock($1, $2)', [LOCK, row])
    }
    for (const source of there.values()) {
      if (this.isClosed || this.heard.has(source.row) || !source.address || !source.topic) continue
      const { rows: got } = await locks.query('select pg_try_advisory_lock($1, $2) as mine', [LOCK, source.row])
      if (got[0]?.mine) this.heard.set(source.row, new Heard(source, this.database, this.store, this.log, this.lookMs))
    }
  }

  /** The connection that holds the locks. When it breaks the locks are gone, and with them what is heard by them. */
  private async lockKeeper(): Promise<pg.Client> {
    if (this.locks) return this.locks
    const client = new pg.Client({ connectionString: this.url })
    const lost = () => {
      if (this.locks !== client) return
      this.locks = null
      for (const each of this.heard.values()) void each.close()
      this.heard.clear()
    }
    client.on('error', lost)
    client.on('end', lost)
    await client.connect()
    this.locks = client
    return client
  }
}

/** Spaces between messages of which the middle one is usual. */
const SPACES = 9

/** Names our locks among others of the database. */
const LOCK = 0x79617264

const wayOf = ({ address, topic, account, secret, clockFastMin }: SourceRow): string =>
  JSON.stringify([address, topic, account, secret, clockFastMin])

/** One monitor that is heard. */
class Heard {
  readonly way: string
  private readonly source: SourceRow
  private readonly database: Database
  private readonly store: ReadingStore
  private readonly log: Logger
  private readonly client: MqttClient
  private waiting: Sample[] = []
  private timer: NodeJS.Timeout | undefined
  private writing: Promise<void> = Promise.resolve()
  private lastMs: number | null = null
  /** Between the last messages. */
  private spacesMs: number[] = []
  /** Asked for last, by its clock: it is not asked for the same again. */
  private askedMs = NEVER_MS

  constructor(source: SourceRow, database: Database, store: ReadingStore, log: Logger, againMs: number) {
    this.source = source
    this.database = database
    this.store = store
    this.log = log
    this.way = wayOf(source)
    this.client = connect(source.address ?? '', {
      clientId: `yardlamp-${source.id}`,
      // The broker keeps what comes while nobody hears, and gives it when this one is back.
      clean: false,
      connectTimeout: CONNECT_MS,
      reconnectPeriod: againMs,
      ...(source.account ? { username: source.account } : {}),
      ...(source.secret ? { password: source.secret } : {}),
    })
    this.client.on('connect', () => void this.met())
    this.client.on('message', (topic, payload) => this.took(topic, payload))
    this.client.on('error', (error) => this.trouble(error.message))
    this.client.on('offline', () => this.trouble('the monitor’s broker does not answer'))
  }

  async close(): Promise<void> {
    clearTimeout(this.timer)
    this.client.removeAllListeners('message')
    await this.client.endAsync(true).catch(() => undefined)
    await this.write().catch(() => undefined)
  }

  private topic(end: string): string {
    return `${this.source.topic}/${end}`
  }

  private async met(): Promise<void> {
    try {
      await this.client.subscribeAsync([this.topic('readings'), this.topic('state')], { qos: 1 })
      this.lastMs ??= await this.lastKeptMs()
      this.ask(this.lastMs === null ? NEVER_MS : this.lastMs + 1)
      await this.say('')
    } catch (error) {
      this.trouble((error as Error).message)
    }
  }

  private async lastKeptMs(): Promise<number | null> {
    const [last] = await this.database
      .select({ at: readings.at })
      .from(readings)
      .where(eq(readings.source, this.source.row))
      .orderBy(desc(readings.at))
      .limit(1)
    // By the monitor’s own clock, as all it says.
    return last ? last.at.getTime() + this.source.clockFastMin * 60_000 : null
  }

  /** Asks the monitor for what it has from a moment on. */
  private ask(fromMs: number): void {
    if (this.askedMs >= fromMs && this.askedMs !== NEVER_MS) return
    this.askedMs = fromMs
    this.client.publish(this.topic('asked'), JSON.stringify({ fromMs }), { qos: 1 })
  }

  private took(topic: string, payload: Buffer): void {
    if (topic === this.topic('state')) {
      if (payload.toString('utf8') === 'gone') this.trouble('the monitor is not there')
      else if (this.lastMs !== null) this.ask(this.lastMs + 1)
      return
    }
    if (payload.length > MOST_MESSAGE_BYTES) {
      this.trouble('the monitor sent more than can be taken at once')
      return
    }
    let batch: Batch
    try {
      batch = parseBatch(JSON.parse(payload.toString('utf8')))
    } catch (error) {
      this.trouble(`the monitor sent what cannot be read: ${(error as Error).message}`)
      return
    }
    const samples = samplesOf(batch)
    const [first, last] = [samples[0], samples.at(-1)]
    if (!first || !last) return
    // No more is taken than can wait: it lies before the next one that is, and is asked for then.
    if (this.waiting.length > 0 && this.waiting.length + samples.length > MOST_WAITING) return
    if (this.lastMs !== null) this.missed(this.lastMs, first.atMs)
    this.lastMs = Math.max(this.lastMs ?? NEVER_MS, last.atMs)
    this.waiting.push(...samples)
    if (this.waiting.length >= MOST_WAITING) void this.write()
    else this.timer ??= setTimeout(() => void this.write(), GATHER_MS)
  }

  /** Asks for what lies between two readings that are further apart than they usually are. */
  private missed(lastMs: number, nextMs: number): void {
    const spaceMs = nextMs - lastMs
    if (spaceMs <= 0) return
    const usual = [...this.spacesMs].sort((a, b) => a - b)[Math.floor(this.spacesMs.length / 2)]
    if (spaceMs > mostSpaceMs(usual ?? HOUR_MS)) this.ask(lastMs + 1)
    this.spacesMs = [...this.spacesMs, spaceMs].slice(-SPACES)
  }

  /** What waits, all together; one after another. */
  private write(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    this.writing = this.writing.then(() => this.writeNow())
    return this.writing
  }

  private async writeNow(): Promise<void> {
    const samples = this.waiting.splice(0, MOST_WAITING)
    if (samples.length === 0) return
    try {
      await this.store.add(THIS_MACHINE, this.source.jobId, this.source.id, batchOf(samples))
    } catch (error) {
      if (error instanceof ApiError && REFUSALS_FINAL.has(error.code)) return this.trouble(error.message)
      // Kept here, and by the monitor: written when the database is back.
      this.log.info(faultForLog(error), 'readings of a monitor wait')
      this.waiting = [...samples, ...this.waiting]
      this.timer ??= setTimeout(() => void this.write(), AGAIN_MS)
    }
  }

  private trouble(words: string): void {
    void this.say(words).catch(() => undefined)
  }

  private async say(trouble: string): Promise<void> {
    await this.database
      .update(readingSources)
      .set({ trouble: trouble.slice(0, 300) })
      .where(eq(readingSources.row, this.source.row))
  }
}

const REFUSALS_FINAL = new Set(['READING_INVALID', 'READING_AHEAD', 'SOURCE_NOT_FOUND'])
