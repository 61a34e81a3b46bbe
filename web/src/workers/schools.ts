import { type Remote, wrap } from 'comlink'
import type { Schools } from './schools.worker.ts'

let started: Remote<Schools> | null = null

/** The worker for schools; started when it is first asked. */
export function schools(): Remote<Schools> {
  started ??= wrap<Schools>(new Worker(new URL('./schools.worker.ts', import.meta.url), { type: 'module' }))
  return started
}
