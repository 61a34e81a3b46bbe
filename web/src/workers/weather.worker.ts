import { type HourlyColumns, readEpw, readHourlyRows } from '@yard-lamp/core/site/weather-file'
import { yearSummary } from '@yard-lamp/core/site/year-summary'
import { expose } from 'comlink'
import Papa from 'papaparse'

/** What is too heavy for the page's own thread. */
const weather = {
  yearSummary,
  readEpw,
  /** The cells of a table, by rows. */
  readTable: (text: string): string[][] =>
    Papa.parse<string[]>(text.replace(/\r\n?/g, '\n'), { skipEmptyLines: true }).data,
  readHourlyRows: (rows: string[][], columns: HourlyColumns) => readHourlyRows(rows, columns),
}
export type Weather = typeof weather

expose(weather)
