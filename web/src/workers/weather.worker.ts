import { yearSummary } from '@yard-lamp/core/site'
import { serve } from './serve.ts'
import { hoursRead, openWeather, readColumns } from './weather-file.ts'

/** What is too heavy for the page's own thread. */
const calls = { yearSummary, openWeather, readColumns, hoursRead }
export type WeatherCalls = typeof calls

serve(calls)
