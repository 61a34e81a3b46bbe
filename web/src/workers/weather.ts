import { startedOnce } from './started-once.ts'
import type { WeatherCalls } from './weather.worker.ts'

/** The worker for weather. */
export const weather = startedOnce<WeatherCalls>(
  () => new Worker(new URL('./weather.worker.ts', import.meta.url), { type: 'module' }),
)
