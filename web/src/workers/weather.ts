import { type Remote, wrap } from 'comlink'
import type { Weather } from './weather.worker.ts'

let started: Remote<Weather> | null = null

/** The worker for weather; started when it is first asked. */
export function weather(): Remote<Weather> {
  started ??= wrap<Weather>(new Worker(new URL('./weather.worker.ts', import.meta.url), { type: 'module' }))
  return started
}
