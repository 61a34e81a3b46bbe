import type { KeptHour } from './days.ts'
import type { Mapping } from './table.ts'

/** By hand, from files of one kind, or a monitor on site. */
export const SOURCE_KINDS = ['hand', 'file', 'monitor'] as const
export type SourceKind = (typeof SOURCE_KINDS)[number]

/** What a person says of a source of readings. */
export interface SourceSaid {
  readonly name: string
  /** Its clock is so much fast, minutes. */
  readonly clockFastMin: number
  /** Of the clock of the place from UTC, minutes: hours and days begin by it. */
  readonly offsetMin: number
  /** Which columns of its files hold what; null until one was read. */
  readonly mapping: Mapping | null
  /** Of a monitor: where it speaks, under which topic, and as whom; null for others. */
  readonly address: string | null
  readonly topic: string | null
  readonly account: string | null
  /** Left out, the one that is kept stays. */
  readonly secret?: string | null
}

/** A source as it is listed: never with its secret. */
export interface ListedSource extends Omit<SourceSaid, 'secret'> {
  readonly id: string
  readonly kind: SourceKind
  /** Usual space between two readings, ms. */
  readonly stepMs: number
  readonly hasSecret: boolean
  /** ISO 8601, UTC. */
  readonly heardAt: string | null
  /** What is wrong with the way to it; empty while all is well. */
  readonly trouble: string
}

/** A day as it is kept: figures in the order of DAY_FIGURES. */
export interface KeptDay {
  /** 2026-11-29, of the place. */
  readonly day: string
  readonly figures: readonly (number | null)[]
}

/** A source with what its readings come to. */
export interface ReadingSource extends ListedSource {
  readonly hours: readonly KeptHour[]
  readonly days: readonly KeptDay[]
}
