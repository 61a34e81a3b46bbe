import { startedAgain } from './started-once.ts'
import type { TrialCalls } from './trials.worker.ts'

/** The door of a worker that is ended where a person cancels; each trial has its own, so that none ends another. */
export const newTrials = () =>
  startedAgain<TrialCalls>(() => new Worker(new URL('./trials.worker.ts', import.meta.url), { type: 'module' }))
