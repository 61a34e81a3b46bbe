import { yearSummary } from '@yard-lamp/core/site'
import { serve } from './serve.ts'
import { openWeather, readColumns } from './weather-file.ts'

/** What is too heavy for the page's own thread. */
const calls = { yearSummary, openWeather, readColumns }
export type WeatherCalls = typeof calls

serve(calls)
