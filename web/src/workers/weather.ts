import { startedAgain, startedOnce } from './started-once.ts'
import type { WeatherCalls } from './weather.worker.ts'

/** The worker for weather. */
export const weather = startedOnce<WeatherCalls>(
  () => new Worker(new URL('./weather.worker.ts', import.meta.url), { type: 'module' }),
)

/** A worker of its own for files: one that takes too long is let go. */
export const weatherFiles = startedAgain<WeatherCalls>(
  () => new Worker(new URL('./weather.worker.ts', import.meta.url), { type: 'module' }),
)
