import { type HourlyColumns, readEpw, readHourlyRows, yearSummary } from '@yard-lamp/core/site'
import Papa from 'papaparse'
import { serve } from './serve.ts'

/** What is too heavy for the page's own thread. */
const calls = {
  yearSummary,
  readEpw,
  /** The cells of a table, by rows. */
  readTable: (text: string): string[][] =>
    Papa.parse<string[]>(text.replace(/\r\n?/g, '\n'), { skipEmptyLines: true }).data,
  readHourlyRows: (rows: string[][], columns: HourlyColumns) => readHourlyRows(rows, columns),
}
export type WeatherCalls = typeof calls

serve(calls)
