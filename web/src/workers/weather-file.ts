import {
  epwYear,
  type HourlyColumns,
  type MeasuredHours,
  readEpw,
  readHourlyRows,
  rowsYear,
  type WeatherMonths,
} from '@yard-lamp/core/site'
import { formatNumber } from '@yard-lamp/core/units'
import Papa from 'papaparse'

/** Files above this are no year of hours, bytes. */
export const MOST_WEATHER_BYTES = 60_000_000
/** Hours of a leap year, with room for headings. */
const MOST_ROWS = 8784 + 200
const LEAST_ROWS = 100
/** Rows from the top that are shown, and those about noon of the first day after a heading. */
const SHOWN_ROWS = 60

/** What a file is: a weather file read, or a table of which a person names the columns. The table itself stays in the worker. */
export type OpenedWeather =
  | { readonly kind: 'months'; readonly months: WeatherMonths }
  | { readonly kind: 'table'; readonly rows: number; readonly heading: number; readonly first: string[][] }

let table: string[][] = []
/** How the hours of the file read last are had. */
let hoursOfFile: (() => MeasuredHours) | null = null

/** @throws {Error} in a sentence, where it is no year of hours */
export async function openWeather(file: File, onShare: (share: number) => void): Promise<OpenedWeather> {
  table = []
  hoursOfFile = null
  if (file.size > MOST_WEATHER_BYTES)
    throw new Error(
      `The file has ${formatNumber(file.size / 1e6, 0)} MB; a year of hours has less than ${MOST_WEATHER_BYTES / 1e6}.`,
    )
  const text = await textOf(file, (share) => onShare(share / 2))
  if (/^\s*LOCATION,/i.test(text) || /\.epw$/i.test(file.name)) {
    hoursOfFile = () => epwYear(text)
    return { kind: 'months', months: readEpw(text) }
  }
  table = rowsIn(text, (share) => onShare(0.5 + share / 2))
  if (table.length < LEAST_ROWS)
    throw new Error(`The table has ${table.length} rows; expected a year of hours, 8760 or 8784.`)
  const heading = Math.max(
    0,
    table.findIndex((row) => row.some(isFigure)),
  )
  return { kind: 'table', rows: table.length, heading, first: table.slice(0, heading + SHOWN_ROWS) }
}

/** @param skipped rows of heading */
export function readColumns(skipped: number, columns: HourlyColumns): WeatherMonths {
  hoursOfFile = () => rowsYear(table.slice(skipped), columns)
  return readHourlyRows(table.slice(skipped), columns)
}

/**
 * The hours of the file whose months were read.
 * @throws {Error} in a sentence, where they are no whole year
 */
export function hoursRead(): MeasuredHours {
  if (!hoursOfFile) throw new Error('No file has been read.')
  return hoursOfFile()
}

const isFigure = (cell: string): boolean => cell.trim() !== '' && Number.isFinite(Number(cell.replace(',', '.')))

async function textOf(file: File, onShare: (share: number) => void): Promise<string> {
  const reader = file.stream().getReader()
  const decoder = new TextDecoder()
  const parts: string[] = []
  for (let bytes = 0; ; ) {
    const { done, value } = await reader.read()
    if (done) break
    bytes += value.length
    parts.push(decoder.decode(value, { stream: true }))
    onShare(bytes / Math.max(1, file.size))
  }
  return parts.join('') + decoder.decode()
}

function rowsIn(text: string, onShare: (share: number) => void): string[][] {
  const rows: string[][] = []
  Papa.parse<string[]>(text.replace(/\r\n?/g, '\n'), {
    skipEmptyLines: true,
    step: ({ data, meta }, parser) => {
      rows.push(data)
      if (rows.length % 500 === 0) onShare(meta.cursor / text.length)
      if (rows.length > MOST_ROWS) parser.abort()
    },
  })
  if (rows.length > MOST_ROWS)
    throw new Error(
      `The table has more than ${formatNumber(MOST_ROWS)} rows; expected a year of hours, 8760 or 8784. Minutes are to be summed to hours first.`,
    )
  return rows
}
