import type { Design } from '../chain/design.ts'
import type { Unit } from '../plant/plant.ts'
import type { Writer } from '../units/writer.ts'

/** Where an interval comes from. */
export const INTERVAL_SOURCES = ['sheet', 'standard', 'habit'] as const
export type IntervalSource = (typeof INTERVAL_SOURCES)[number]

/** When a task is due again. */
export interface Interval {
  /** Months from the last time; null where it goes by hours alone. */
  readonly months: number | null
  /** Hours of the generator from the last time; null where it does not go by them. */
  readonly hours: number | null
  /** The first time comes sooner: months, and hours, from the day it was handed over. */
  readonly firstMonths?: number
  readonly firstHours?: number
  /** Months of the year, 1 to 12, in which it is done; all where not given. */
  readonly inMonths?: readonly number[]
  readonly source: IntervalSource
}

/** Something that is done again and again to what stands there. */
export interface Task {
  /** Made of what it is and of the unit it belongs to: it stays when other units come and go. */
  readonly id: string
  readonly title: string
  readonly how: string
  /** Empty where none is needed. */
  readonly tools: string
  /** Empty where it is no more dangerous than a walk. */
  readonly caution: string
  readonly interval: Interval
  /** Entries of the log that are this task done: writing one down is enough. */
  readonly doneBy: readonly ('water' | 'gravity' | 'rest' | 'cleaning')[]
}

/** What a rule of upkeep reads. */
export interface UpkeepBrief {
  readonly design: Design
  readonly write: Writer
  readonly unitsOf: (role: Unit['role']) => readonly Unit[]
  /** As on the drawing, and its name. */
  readonly called: (unit: Unit) => string
}

/** Tasks of one kind of thing that stands there. */
export type TaskRule = (brief: UpkeepBrief) => readonly Task[]

export const task = (
  id: string,
  title: string,
  interval: Interval,
  said: Pick<Task, 'how' | 'tools'> & Partial<Pick<Task, 'caution' | 'doneBy'>>,
): Task => ({ id, title, interval, caution: '', doneBy: [], ...said })

export const monthly = (months: number, source: IntervalSource, more: Partial<Interval> = {}): Interval => ({
  months,
  hours: null,
  source,
  ...more,
})
