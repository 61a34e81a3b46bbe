import type { Remote } from 'comlink'
import { startedOnce } from './started-once.ts'
import type { YearCalls } from './years.worker.ts'

/** The worker that works the years of the design in hand. */
export const years = startedOnce<YearCalls>(
  () => new Worker(new URL('./years.worker.ts', import.meta.url), { type: 'module' }),
)

/** Something long that was asked of it. */
export interface AskedOfYears<T> {
  /** Null where it was given up. */
  readonly answer: Promise<T | null>
  readonly giveUp: () => void
}

let names = 0

/** Asks something long of it. @example askOfYears((worker, name) => worker.lifeYears(name, plan, 15)) */
export function askOfYears<T>(call: (worker: Remote<YearCalls>, name: string) => Promise<T | null>): AskedOfYears<T> {
  const name = `${++names}`
  return { answer: call(years(), name), giveUp: () => void years().giveUp(name) }
}
