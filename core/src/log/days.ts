import { DAY_MS, HOUR_FIGURES, HOUR_MS, type HourFigure, type HourSums, hourOf, hourSums, type Sample } from './sums.ts'

/** An hour as it is kept: figures in the order of HOUR_FIGURES. */
export interface KeptHour {
  readonly hourMs: number
  readonly figures: readonly (number | null)[]
}

/** What a day comes to, in the order in which it is kept. */
export const DAY_FIGURES = [
  'readings',
  'pvWh',
  'loadWh',
  'sunWh',
  'socLow',
  'socHigh',
  'socEnd',
  'batteryVLow',
  'batteryVHigh',
  'batteryC',
  'airC',
  'chargeWh',
  'dischargeWh',
  'generatorH',
  'absorptionMin',
  'floatMin',
] as const
export type DayFigure = (typeof DAY_FIGURES)[number]
export type DaySums = Record<DayFigure, number | null>

/** Hours of a day that may be missing before its sums are left open, and hour from which a count of the day stands for it. */
const MOST_MISSING_H = 2
const EVENING_H = 16

export const packedHour = (hourMs: number, sums: HourSums): KeptHour => ({
  hourMs,
  figures: HOUR_FIGURES.map((name) => sums[name]),
})

/**
 * The hours that begin from one moment up to another.
 * @param samples in order of time; with the last one before and the first one after, where there are any
 */
export function hoursOf(
  samples: readonly Sample[],
  { fromMs, toMs, offsetMs, spaceMs }: { fromMs: number; toMs: number; offsetMs: number; spaceMs: number },
): KeptHour[] {
  const hours: KeptHour[] = []
  let at = samples.findIndex(({ atMs }) => atMs >= fromMs)
  while (at >= 0 && at < samples.length) {
    const hourMs = hourOf(samples[at]?.atMs ?? 0, offsetMs)
    if (hourMs >= toMs) break
    let end = at
    while (end < samples.length && (samples[end]?.atMs ?? 0) < hourMs + HOUR_MS) end++
    const sums = hourSums(samples.slice(Math.max(0, at - 1), end + 1), hourMs, spaceMs)
    if (sums) hours.push(packedHour(hourMs, sums))
    at = end
  }
  return hours
}

/** Number of the day of the place, counted from 1 January 1970. */
export const dayOf = (atMs: number, offsetMs: number): number => Math.floor((atMs + offsetMs) / DAY_MS)
/** @example dateOfDay(20_786) // '2026-11-29' */
export const dateOfDay = (day: number): string => new Date(day * DAY_MS).toISOString().slice(0, 10)
export const dayOfDate = (date: string): number => Math.round(Date.parse(`${date}T00:00:00Z`) / DAY_MS)
/** From 0, 29 February as the day before it. */
export function dayInYear(day: number): number {
  const date = new Date(day * DAY_MS)
  const year = date.getUTCFullYear()
  const since = Math.round((day * DAY_MS - Date.UTC(year, 0, 1)) / DAY_MS)
  const isLeap = new Date(Date.UTC(year, 1, 29)).getUTCMonth() === 1
  return isLeap && since >= 59 ? since - 1 : since
}
/** Monday 0. 1 January 1970 was a Thursday. */
export const weekdayOf = (day: number): number => (day + 3) % 7

/** Hours of one log, day by day by the clock of the place. A gap is NaN. */
export interface LogHours {
  /** Number of the first day. */
  readonly firstDay: number
  readonly days: number
  /** 24 figures a day. */
  readonly figures: Readonly<Record<HourFigure, Float64Array>>
}

/** Most days that are looked at together: ten years. */
export const MOST_DAYS = 3660

/**
 * Kept hours laid out by days. Of two rows of the same hour the first that has a figure gives it: the source that is trusted
 * more comes first.
 */
export function logHours(sources: readonly (readonly KeptHour[])[], offsetMs: number): LogHours | null {
  const all = sources.flat()
  if (all.length === 0) return null
  const numbers = all.map(({ hourMs }) => dayOf(hourMs, offsetMs))
  const lastDay = numbers.reduce((a, b) => Math.max(a, b))
  const firstDay = Math.max(
    lastDay - MOST_DAYS + 1,
    numbers.reduce((a, b) => Math.min(a, b)),
  )
  const days = lastDay - firstDay + 1
  const log = emptyLog(firstDay, days)
  for (const { hourMs, figures } of all) {
    const at = Math.round((hourMs + offsetMs) / HOUR_MS) - firstDay * 24
    if (at < 0 || at >= days * 24) continue
    for (const [i, name] of HOUR_FIGURES.entries()) {
      const column = log.figures[name]
      const value = figures[i] ?? null
      if (value !== null && Number.isNaN(column[at] ?? 0)) column[at] = value
    }
  }
  return log
}

export function emptyLog(firstDay: number, days: number): LogHours {
  const figures = Object.fromEntries(
    HOUR_FIGURES.map((name) => [name, new Float64Array(days * 24).fill(Number.NaN)]),
  ) as Record<HourFigure, Float64Array>
  return { firstDay, days, figures }
}

/** What a day comes to; null where nothing was read. @param at of its first hour in the log */
export function daySums({ figures }: LogHours, at: number): DaySums | null {
  const of = (name: HourFigure) => figures[name].subarray(at, at + 24)
  const there = (name: HourFigure) => [...of(name)].filter((value) => !Number.isNaN(value))
  const readings = there('readings')
  if (readings.length === 0) return null
  const sum = (name: HourFigure) => {
    const known = there(name)
    return known.length >= 24 - MOST_MISSING_H ? known.reduce((total, each) => total + each, 0) : null
  }
  const mean = (name: HourFigure) => {
    const known = there(name)
    return known.length > 0 ? known.reduce((total, each) => total + each, 0) / known.length : null
  }
  const soc = there('socEnd')
  return {
    readings: readings.reduce((total, each) => total + each, 0),
    pvWh: sum('pvWh') ?? inTheEvening(of('pvTodayKwh')),
    loadWh: sum('loadWh') ?? inTheEvening(of('loadTodayKwh')),
    sunWh: sum('sunWh'),
    socLow: least(there('socLow')),
    socHigh: most(soc),
    socEnd: soc.at(-1) ?? null,
    batteryVLow: least(there('batteryVLow')),
    batteryVHigh: most(there('batteryVHigh')),
    batteryC: mean('batteryC'),
    airC: mean('airC'),
    chargeWh: sum('chargeWh'),
    dischargeWh: sum('dischargeWh'),
    generatorH: sum('generatorH'),
    absorptionMin: sum('absorptionMin'),
    floatMin: sum('floatMin'),
  }
}

/** A count of the day, read late enough to be the day’s, Wh. */
function inTheEvening(counts: Float64Array): number | null {
  const late = [...counts.subarray(EVENING_H)].filter((value) => !Number.isNaN(value))
  const highest = most(late)
  return highest === null ? null : highest * 1000
}

const least = (values: readonly number[]): number | null => (values.length > 0 ? Math.min(...values) : null)
const most = (values: readonly number[]): number | null => (values.length > 0 ? Math.max(...values) : null)
