import { startedOnce } from './started-once.ts'
import type { YearCalls } from './years.worker.ts'

/** The worker that works the years of the design in hand. */
export const years = startedOnce<YearCalls>(
  () => new Worker(new URL('./years.worker.ts', import.meta.url), { type: 'module' }),
)
