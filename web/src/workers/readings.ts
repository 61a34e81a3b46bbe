import type { ReadingCalls } from './readings.worker.ts'
import { startedAgain } from './started-once.ts'

/** The worker that takes files of readings apart; ended when a person lets a file go. */
export const readingFiles = startedAgain<ReadingCalls>(
  () => new Worker(new URL('./readings.worker.ts', import.meta.url), { type: 'module' }),
)
