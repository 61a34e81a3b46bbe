import { yearSummary } from '@yard-lamp/core/site'
import { expose } from 'comlink'
import { hoursRead, openWeather, readColumns } from './weather-file.ts'

/** What is too heavy for the page's own thread. */
const calls = { yearSummary, openWeather, readColumns, hoursRead }
export type WeatherCalls = typeof calls

expose(calls)
