import { startedAgain } from './started-once.ts'
import type { TrialCalls } from './trials.worker.ts'

/** A worker that is ended where a person cancels: the next trial starts another. */
export const trials = startedAgain<TrialCalls>(
  () => new Worker(new URL('./trials.worker.ts', import.meta.url), { type: 'module' }),
)
