import { PassThrough } from 'node:stream'
import type { Values } from '@yard-lamp/core/records'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import type { Logger } from 'pino'
import { ApiError } from '../http/errors.ts'
import type { Tx } from './rows.ts'

/** The last reading of a source, as those are told it who look. */
export interface LiveReading {
  readonly jobId: string
  readonly sourceId: string
  readonly atMs: number
  readonly values: Values
}

const CHANNEL = 'yardlamp_readings'
/** Pages that look at once, on one server. */
const MOST_LOOKING = 500
/** Said so often that a way that is gone is noticed, ms. */
const BEAT_MS = 20_000
const AGAIN_MS = 2_000

/** Told when what is written is kept; to every server, whichever wrote it. */
export async function tellLive(tx: Pick<Tx, 'execute'>, reading: LiveReading): Promise<void> {
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify(reading)})`)
}

/** Hears of readings through the database, and hands them to the pages that look: server-sent events. */
export class Live {
  private readonly looking = new Map<string, Set<PassThrough>>()
  private readonly url: string
  private readonly log: Logger
  private client: pg.Client | null = null
  private listening: Promise<void> = Promise.resolve()
  private again: NodeJS.Timeout | undefined
  private readonly beat: NodeJS.Timeout
  private isClosed = false

  constructor(url: string, log: Logger) {
    this.url = url
    this.log = log
    this.beat = setInterval(() => this.toAll(': here\n\n'), BEAT_MS).unref()
  }

  /** A stream for a page that looks at a job: what is kept from now on is told there. @throws {ApiError} LIVE_FULL */
  async look(jobId: string): Promise<PassThrough> {
    const all = [...this.looking.values()].reduce((sum, { size }) => sum + size, 0)
    if (all >= MOST_LOOKING) throw new ApiError('LIVE_FULL')
    await this.listen()
    const stream = new PassThrough()
    const those = this.looking.get(jobId) ?? new Set()
    those.add(stream)
    this.looking.set(jobId, those)
    stream.once('close', () => {
      those.delete(stream)
      if (those.size === 0) this.looking.delete(jobId)
    })
    stream.write('retry: 3000\n\n')
    return stream
  }

  async close(): Promise<void> {
    this.isClosed = true
    clearInterval(this.beat)
    clearTimeout(this.again)
    for (const those of this.looking.values()) for (const stream of those) stream.end()
    await this.client?.end().catch(() => undefined)
  }

  /** One connection for all; made when somebody first looks, and made again when it breaks. */
  private listen(): Promise<void> {
    if (!this.client && !this.isClosed) this.listening = this.begin()
    return this.listening
  }

  private async begin(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url })
    this.client = client
    client.on('error', () => this.lost(client))
    client.on('end', () => this.lost(client))
    client.on('notification', ({ payload }) => this.heard(payload ?? ''))
    try {
      await client.connect()
      await client.query(`listen ${CHANNEL}`)
    } catch (error) {
      this.log.info({ reason: (error as Error).message }, 'live readings cannot be heard')
      this.lost(client)
    }
  }

  private lost(client: pg.Client): void {
    if (this.client !== client) return
    this.client = null
    void client.end().catch(() => undefined)
    if (this.isClosed || this.looking.size === 0) return
    clearTimeout(this.again)
    this.again = setTimeout(() => void this.listen(), AGAIN_MS)
  }

  private heard(payload: string): void {
    let jobId: unknown
    try {
      jobId = (JSON.parse(payload) as { jobId?: unknown }).jobId
    } catch {
      return
    }
    for (const stream of this.looking.get(String(jobId)) ?? []) send(stream, `data: ${payload}\n\n`)
  }

  private toAll(text: string): void {
    for (const those of this.looking.values()) for (const stream of those) send(stream, text)
  }
}

/** A page that does not take what it is sent is let go: it asks again by itself. */
const MOST_WAITING_BYTES = 256 * 1024
function send(stream: PassThrough, text: string): void {
  if (stream.writableLength > MOST_WAITING_BYTES) stream.destroy()
  else stream.write(text)
}
