import { InputError } from '../method/input-error.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { MONTH_NAMES } from '../units/format.ts'
import { type FileHour, type MeasuredHours, measuredHours } from './measured-year.ts'

/** Hours of a month that may be missing before its mean is not taken. Assumption of Yard Lamp. */
const MOST_MISSING_SHARE = 0.2
/** More than arrives above the air: a wrong column or unit, W/m². */
const MOST_SUN_W_PER_M2 = 1600
const EPW_HEADER_LINES = 8
/** Columns of an EPW row, counted from 0. Source: EnergyPlus, Auxiliary Programs, EPW data dictionary. */
const EPW = { month: 1, day: 2, hour: 3, airC: 6, sunW: 13, missingAirC: 99.9, missingSunW: 9999 } as const

/** Twelve months read from hours, and what was wrong with them. */
export interface WeatherMonths {
  readonly place: string
  readonly latitudeDeg: number | null
  readonly longitudeDeg: number | null
  readonly altitudeM: number | null
  readonly utcOffsetH: number | null
  readonly rows: number
  /** Sun on the flat, kWh/m² a day; null where too much of the month is missing. */
  readonly sunKwhPerM2Day: readonly (number | null)[]
  readonly monthMeanC: readonly (number | null)[]
  readonly daySwingK: number | null
  readonly lowestC: number | null
  readonly highestC: number | null
  /** Hours without sun figure, by month. */
  readonly missingHours: readonly number[]
  /** In words, for the person who imports. */
  readonly remarks: readonly string[]
}

/**
 * Reads the months of an EPW weather file.
 * @throws {InputError} where it is no such file, naming the line
 */
export function readEpw(text: string): WeatherMonths {
  const lines = linesOf(text)
  const header = (lines[0] ?? '').split(',')
  if (header[0]?.trim().toUpperCase() !== 'LOCATION' || header.length < 10)
    throw broken('line 1', 'this is no EPW weather file: its first line should begin with LOCATION and hold ten fields')
  const number = (at: number, name: string, low: number, high: number): number => {
    const value = Number(header[at])
    if (!(header[at]?.trim() && value >= low && value <= high))
      throw broken('line 1', `line 1: ${name} is “${header[at] ?? ''}”; expected a number from ${low} to ${high}`)
    return value
  }
  const place = [header[1], header[3]].map((part) => part?.trim() ?? '').filter((part) => part !== '' && part !== '-')
  const found = monthsOf(epwHours(lines))
  return {
    ...found,
    place: place.join(', '),
    latitudeDeg: number(6, 'the latitude', -90, 90),
    longitudeDeg: number(7, 'the longitude', -180, 180),
    utcOffsetH: number(8, 'the time zone', -12, 14),
    altitudeM: number(9, 'the altitude', -430, 9000),
  }
}

/**
 * The hours of an EPW weather file as a year.
 * @throws {InputError} where they are no whole year, or a line is broken
 */
export const epwYear = (text: string): MeasuredHours => measuredHours(epwHours(linesOf(text)))

const linesOf = (text: string): string[] => text.split(/\r?\n/).filter((line) => line.trim() !== '')

const epwHours = (lines: readonly string[]): FileHour[] =>
  lines.slice(EPW_HEADER_LINES).map((line, i): FileHour => {
    const fields = line.split(',')
    const at = EPW_HEADER_LINES + i + 1
    const month = Number(fields[EPW.month])
    if (fields.length <= EPW.sunW || !(month >= 1 && month <= 12))
      throw broken(
        `line ${at}`,
        `line ${at}: expected an hour of at least ${EPW.sunW + 1} fields with a month from 1 to 12`,
      )
    const sunW = Number(fields[EPW.sunW])
    const airC = Number(fields[EPW.airC])
    return {
      month: month - 1,
      sunW: fields[EPW.sunW]?.trim() && sunW >= 0 && sunW < EPW.missingSunW ? sunW : null,
      airC: fields[EPW.airC]?.trim() && airC > -90 && airC < EPW.missingAirC ? airC : null,
    }
  })

/** Which column of an hourly table holds what, counted from 0. */
export interface HourlyColumns {
  readonly sun: number
  readonly sunUnit: 'W/m²' | 'kWh/m²' | 'MJ/m²'
  readonly air: number | null
  readonly airUnit: '°C' | '°F'
}

const SUN_TO_W: Record<HourlyColumns['sunUnit'], number> = { 'W/m²': 1, 'kWh/m²': 1000, 'MJ/m²': 1000 / 3.6 }

/**
 * Reads the months of a year of hours from the rows of a table, from midnight of 1 January, without its heading.
 * @param rows 8760 rows, or 8784 of a leap year; empty cells and words such as NaN are gaps
 * @throws {InputError} on another number of rows, or a column that is not there
 */
export function readHourlyRows(rows: Rows, columns: HourlyColumns): WeatherMonths {
  const found = monthsOf(rowHours(rows, columns))
  return { ...found, place: '', latitudeDeg: null, longitudeDeg: null, altitudeM: null, utcOffsetH: null }
}

/** The rows of a table as a year; as readHourlyRows. */
export const rowsYear = (rows: Rows, columns: HourlyColumns): MeasuredHours => measuredHours(rowHours(rows, columns))

type Rows = readonly (readonly string[])[]

/** Which column of a table is the sun and which the air, by its heading; the first where none says so. */
export function guessedColumns(titles: readonly string[]): HourlyColumns {
  const at = (pattern: RegExp) => titles.findIndex((title) => pattern.test(title))
  const air = at(/temp|air|t_?2m|dry.?bulb/i)
  return {
    sun: Math.max(0, at(/ghi|global|solar|sun|irrad|radiation/i)),
    sunUnit: 'W/m²',
    air: air >= 0 ? air : null,
    airUnit: '°C',
  }
}

function rowHours(rows: Rows, columns: HourlyColumns): FileHour[] {
  if (rows.length !== 8760 && rows.length !== 8784) {
    throw broken('rows', `the table has ${rows.length} rows of hours; expected 8760, or 8784 for a leap year`)
  }
  const width = Math.max(...rows.slice(0, 50).map((row) => row.length))
  if (!(columns.sun >= 0 && columns.sun < width)) throw broken('sun', 'choose the column that holds the sun')
  const leap = rows.length === 8784
  const monthOfHour = DAYS_IN_MONTH.flatMap((days, month) =>
    Array<number>((days + (leap && month === 1 ? 1 : 0)) * 24).fill(month),
  )
  return rows.map((row, i): FileHour => {
    const sun = cell(row[columns.sun])
    const air = columns.air === null ? null : cell(row[columns.air])
    return {
      month: monthOfHour[i] ?? 0,
      sunW: sun === null || sun < 0 ? null : sun * SUN_TO_W[columns.sunUnit],
      airC: air === null ? null : columns.airUnit === '°F' ? ((air - 32) * 5) / 9 : air,
    }
  })
}

/** A number; null for a gap. A decimal comma is understood. */
function cell(text: string | undefined): number | null {
  const plain = (text ?? '').trim().replace(',', '.')
  const value = Number(plain)
  return plain === '' || !Number.isFinite(value) ? null : value
}

function monthsOf(hours: readonly FileHour[]) {
  const high = hours.findIndex(({ sunW }) => sunW !== null && sunW > MOST_SUN_W_PER_M2)
  if (high >= 0) {
    throw broken(
      `hour ${high + 1}`,
      `hour ${high + 1} has ${Math.round(hours[high]?.sunW ?? 0)} W/m² of sun, more than arrives above the air: is it another column or unit?`,
    )
  }
  const byMonth = MONTH_NAMES.map((_, month) => hours.filter((hour) => hour.month === month))
  const missingHours = byMonth.map((list) => list.filter(({ sunW }) => sunW === null).length)
  const air = hours.flatMap(({ airC }) => (airC === null ? [] : [airC]))
  const remarks = byMonth.flatMap((list, month) => remarksOn(MONTH_NAMES[month] ?? '', list, missingHours[month] ?? 0))
  if (air.length === 0) remarks.push('There are no air temperatures: those of the site are left as they are.')
  return {
    rows: hours.length,
    sunKwhPerM2Day: byMonth.map((list, month) => sunOf(list, missingHours[month] ?? 0)),
    monthMeanC: byMonth.map((list) =>
      meanOf(
        list.flatMap(({ airC }) => (airC === null ? [] : [airC])),
        1,
      ),
    ),
    daySwingK: swingOf(hours),
    lowestC: air.length > 0 ? air.reduce((a, b) => Math.min(a, b)) : null,
    highestC: air.length > 0 ? air.reduce((a, b) => Math.max(a, b)) : null,
    missingHours,
    remarks,
  }
}

const tooFew = (hours: number, missing: number): boolean => hours === 0 || missing > MOST_MISSING_SHARE * hours

/**
 * Mean of the hours there are, by hour of the day, so that a gap at noon does not make the month dark.
 * A month without enough hours has none.
 */
function sunOf(list: readonly FileHour[], missing: number): number | null {
  if (tooFew(list.length, missing)) return null
  let dayW = 0
  for (let hour = 0; hour < 24; hour++) {
    const same = list.flatMap(({ sunW }, i) => (i % 24 === hour && sunW !== null ? [sunW] : []))
    if (same.length === 0) return null
    dayW += same.reduce((sum, each) => sum + each, 0) / same.length
  }
  return Math.round(dayW / 10) / 100
}

function meanOf(values: readonly number[], decimals: number): number | null {
  if (values.length === 0) return null
  const scale = 10 ** decimals
  return Math.round((values.reduce((sum, each) => sum + each, 0) / values.length) * scale) / scale
}

function swingOf(hours: readonly FileHour[]): number | null {
  const swings: number[] = []
  for (let at = 0; at + 24 <= hours.length; at += 24) {
    const day = hours.slice(at, at + 24).flatMap(({ airC }) => (airC === null ? [] : [airC]))
    if (day.length === 24) swings.push(Math.max(...day) - Math.min(...day))
  }
  return meanOf(swings, 1)
}

function remarksOn(month: string, list: readonly FileHour[], missing: number): string[] {
  if (list.length === 0) return [`${month} is not in the file.`]
  if (tooFew(list.length, missing))
    return [`${month}: ${missing} of ${list.length} hours have no sun figure; its figure is left open.`]
  return missing > 0
    ? [`${month}: ${missing} of ${list.length} hours have no sun figure; the others of the same hour stand for them.`]
    : []
}

const broken = (path: string, message: string) => new InputError('INPUT_INVALID', path, message)
