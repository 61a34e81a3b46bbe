import { type Catalogue, design, keptJob } from '@yard-lamp/core'
import { buildingsOf, jobAsBuilt } from '@yard-lamp/core/build'
import {
  DAY_MS,
  dateOfDay,
  dayOf,
  dayOfDate,
  FAULTS,
  isReference,
  LivingSystem,
  type Reference,
  referenceOf,
  type Sample,
} from '@yard-lamp/core/log'
import { recordSchema } from '@yard-lamp/core/records'
import { type Options, UsageError } from './options.ts'

/** What the system of a job is to be like. @throws {UsageError} where there is no such job, or nothing to live yet */
export async function readReference({ server, job }: Options): Promise<{ reference: Reference; name: string }> {
  const get = async (path: string): Promise<Record<string, unknown>> => {
    const response = await fetch(`${server}${path}`).catch(() => null)
    if (!response)
      throw new UsageError(`Yard Lamp does not answer at ${server}. Start it, or name another with --server.`)
    const body = (await response.json()) as { error?: { message: string } }
    if (!response.ok) throw new UsageError(`--job ${job}: ${body.error?.message ?? response.statusText}`)
    return body as Record<string, unknown>
  }
  const whole = keptJob((await get(`/api/jobs/${job}`)).job)
  const { catalogue } = await get('/api/catalogue')
  const { records } = await get(`/api/jobs/${job}/records`)
  const kept = (records as unknown[]).flatMap((each) => recordSchema.safeParse(each).data ?? [])
  const built = buildingsOf(kept).at(-1) ?? null
  const reference = referenceOf(design(jobAsBuilt(whole, built), catalogue as Catalogue))
  if (!isReference(reference)) throw new UsageError(`--job ${job}: “${whole.name}” still lacks ${reference.lacks}.`)
  return { reference, name: whole.name }
}

/** Days a system is run in before the first that is told. */
const RUN_IN_DAYS = 10
const FAULT_AFTER_DAYS = 30

/** When it begins and ends, and when it gets its fault; numbers of days. */
export interface Span {
  readonly first: number
  /** The day after the last. */
  readonly past: number
  readonly faultDay: number
}

export function spanOf(options: Options, nowMs: number, offsetMs: number): Span {
  const today = dayOf(nowMs, offsetMs)
  const isReal = options.speed === 1
  const days = options.days ?? (isReal ? Number.POSITIVE_INFINITY : 365)
  const first = options.from ? dayOfDate(options.from) : isReal ? today : today - days
  const past = first + days
  return { first, past, faultDay: options.faultFrom ? dayOfDate(options.faultFrom) : first + FAULT_AFTER_DAYS }
}

/** Readings of a system, one after another, each with its moment. */
export function* readingsOf(
  reference: Reference,
  options: Options,
  { first, past, faultDay }: Span,
): Generator<Sample> {
  const { seed, fault, everyMin, hasSun } = options
  const system = new LivingSystem({ reference, seed, fault, faultDay, stepMin: everyMin, hasSun })
  for (let day = first - RUN_IN_DAYS; day < first; day++) system.day(day)
  for (let day = first; day < past; day++) yield* system.day(day)
}

/** Hands out readings as their moments come, by a clock that runs `speed` times ours. */
export class Pace {
  private readonly readings: Iterator<Sample>
  private next: Sample | null
  private readonly startMs: number
  private readonly firstMs: number
  private readonly speed: number

  constructor(readings: Iterable<Sample>, firstMs: number, speed: number, nowMs: number) {
    this.readings = readings[Symbol.iterator]()
    this.startMs = nowMs
    this.firstMs = firstMs
    this.speed = speed
    this.next = this.take()
    while (this.next && this.next.atMs < firstMs) this.next = this.take()
  }

  /** All whose moment has come; null where there are no more. */
  due(nowMs: number): Sample[] | null {
    if (!this.next) return null
    const untilMs = this.firstMs + (nowMs - this.startMs) * this.speed
    const due: Sample[] = []
    while (this.next && this.next.atMs <= untilMs && due.length < MOST_AT_ONCE) {
      due.push(this.next)
      this.next = this.take()
    }
    return due
  }

  private take(): Sample | null {
    const { value, done } = this.readings.next()
    return done ? null : value
  }
}

/** Readings of one message: a day of minutes. */
const MOST_AT_ONCE = 1440

/** First moment of a span: at real pace of one that begins today it is now. */
export const firstMomentMs = ({ first }: Span, options: Options, nowMs: number, offsetMs: number): number => {
  const dayMs = first * DAY_MS - offsetMs
  return options.speed === 1 && nowMs > dayMs && nowMs < dayMs + DAY_MS ? nowMs : dayMs
}

/** In words, for whoever started it. */
export function told(options: Options, { first, past, faultDay }: Span): string {
  const label = FAULTS.find(({ id }) => id === options.fault)?.label
  const until = Number.isFinite(past) ? ` to ${dateOfDay(past - 1)}` : ''
  const fault = label ? `; from ${dateOfDay(faultDay)} ${label}` : ', and nothing is wrong with it'
  return `lives from ${dateOfDay(first)}${until}, ${options.speed} times as fast as time${fault}.`
}
