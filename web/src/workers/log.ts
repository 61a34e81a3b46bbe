import type { LogCalls } from './log.worker.ts'
import { startedOnce } from './started-once.ts'

/** The worker that holds readings against the design. */
export const logWorker = startedOnce<LogCalls>(
  () => new Worker(new URL('./log.worker.ts', import.meta.url), { type: 'module' }),
)
