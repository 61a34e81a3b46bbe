import type { DesignCalls } from './design.worker.ts'
import { startedOnce } from './started-once.ts'

/** The worker that designs a job many times over. */
export const designs = startedOnce<DesignCalls>(
  () => new Worker(new URL('./design.worker.ts', import.meta.url), { type: 'module' }),
)
