import type { RecordOf } from '../records/index.ts'
import type { Writer } from '../units/writer.ts'
import type { LogHours } from './days.ts'
import type { Episode } from './episodes.ts'
import type { Expected } from './expected.ts'
import type { Reference } from './system.ts'

/** What a diagnosis reads. */
export interface Seen {
  readonly reference: Reference
  readonly log: LogHours
  readonly expected: Expected
  readonly entries: Entries
  /** By month, January first: what the forecast says of an ordinary year. */
  readonly ordinary: Ordinary
  readonly write: Writer
}

/** What was written by hand, in order of time. */
export interface Entries {
  readonly rests: readonly RecordOf<'rest'>[]
  readonly gravities: readonly RecordOf<'gravity'>[]
  readonly generators: readonly RecordOf<'generator'>[]
}

/** One year in ten is below `low` and one above `high`. */
export interface Band {
  readonly mean: number
  readonly low: number
  readonly high: number
}

/** Of a month in an ordinary year, January first. */
export interface Ordinary {
  readonly pvKwh: readonly Band[]
  readonly loadKwh: readonly Band[]
  readonly generatorH: readonly Band[]
  readonly fullDays: readonly Band[]
  /** Of a day of the month. */
  readonly dayPvKwh: readonly Band[]
  readonly dayLoadKwh: readonly Band[]
  readonly dayLowestSoc: readonly Band[]
}

export const DIAGNOSIS_IDS = [
  'charge.cold',
  'clock.off',
  'pv.silent',
  'pv.snow',
  'pv.string',
  'pv.low',
  'pv.half-day',
  'settings.absorption',
  'shunt.unseen',
  'bank.tired',
  'bank.joint',
  'bank.short-of-night',
  'bank.cells',
  'load.above',
  'never.full',
  'generator.more',
  'surplus',
] as const
export type DiagnosisId = (typeof DIAGNOSIS_IDS)[number]

/** How sure: said in words on the page. */
export type Sureness = 'near certain' | 'likely' | 'possible'

/** What one thing comes to, for one stretch of days. Plain data, in the units of the job. */
export interface Diagnosis {
  readonly id: DiagnosisId
  readonly title: string
  /** Days counted from the first of the log. */
  readonly from: number
  readonly named: number
  readonly to: number
  readonly isNow: boolean
  /** Nothing is wrong: it only explains what is seen. */
  readonly isFault: boolean
  /** Something may be harmed or harm somebody while it lasts. */
  readonly isUrgent: boolean
  readonly sureness: Sureness
  /** Which readings, against what was expected. */
  readonly evidence: readonly string[]
  /** The likeliest first. */
  readonly causes: readonly string[]
  /** The measurement that would decide between them. */
  readonly next: string
}

/** A rule of diagnosis: one file each. Says nothing it has no evidence for. */
export type Diagnose = (seen: Seen) => readonly Diagnosis[]

export const told = (
  id: DiagnosisId,
  { from, named, to, isNow }: Episode,
  more: Pick<Diagnosis, 'title' | 'sureness' | 'evidence' | 'causes' | 'next'> &
    Partial<Pick<Diagnosis, 'isFault' | 'isUrgent'>>,
): Diagnosis => ({ id, from, named, to, isNow, isFault: true, isUrgent: false, ...more })
