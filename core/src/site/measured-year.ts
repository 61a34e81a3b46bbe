import { InputError } from '../method/input-error.ts'
import { MONTH_NAMES } from '../units/format.ts'
import { hourDiffuseShare } from './clearness.ts'
import { HOURS_IN_YEAR, sunPath } from './sun-path.ts'
import { MONTH_OF_DAY, type SyntheticYear } from './synthetic-year.ts'

/** A year of hours brought in from outside, by the clock of the place, from midnight of 1 January, without 29 February. */
export interface MeasuredHours {
  /** Sun on the flat, W/m². */
  readonly sunW: readonly number[]
  /** Air, °C; null where the file has none. */
  readonly airC: readonly number[] | null
}

/** An hour as a file has it; null for a gap. */
export interface FileHour {
  readonly month: number
  readonly sunW: number | null
  readonly airC: number | null
}

const LEAP_HOURS = 8784
/** The first hour of 29 February, and that after its last. */
const LEAP_DAY = [59 * 24, 60 * 24] as const

/**
 * The hours of a file as a year: 29 February left out, each gap filled with the mean of the same hour of its month.
 * @throws {InputError} where there is no whole year, or a month has no sun for an hour of the day
 */
export function measuredHours(all: readonly FileHour[]): MeasuredHours {
  if (all.length !== HOURS_IN_YEAR && all.length !== LEAP_HOURS)
    throw broken('rows', `the file has ${all.length} hours; expected 8760, or 8784 for a leap year`)
  const hours = all.length === LEAP_HOURS ? all.filter((_, i) => i < LEAP_DAY[0] || i >= LEAP_DAY[1]) : all
  for (const [i, { month }] of hours.entries())
    if (month !== MONTH_OF_DAY[Math.floor(i / 24)])
      throw broken('rows', `hour ${i + 1} is of ${MONTH_NAMES[month] ?? 'no month'}; expected a year from 1 January on`)
  const hasAir = hours.some(({ airC }) => airC !== null)
  return {
    sunW: filled(hours, ({ sunW }) => sunW, 'sun'),
    airC: hasAir ? filled(hours, ({ airC }) => airC, 'air temperature') : null,
  }
}

function filled(hours: readonly FileHour[], of: (hour: FileHour) => number | null, what: string): number[] {
  const sums = new Map<number, { sum: number; count: number }>()
  for (const [i, hour] of hours.entries()) {
    const figure = of(hour)
    if (figure === null) continue
    const key = hour.month * 24 + (i % 24)
    const { sum, count } = sums.get(key) ?? { sum: 0, count: 0 }
    sums.set(key, { sum: sum + figure, count: count + 1 })
  }
  return hours.map((hour, i) => {
    const mean = sums.get(hour.month * 24 + (i % 24))
    if (!mean)
      throw broken(
        'rows',
        `${MONTH_NAMES[hour.month]} has no ${what} at ${i % 24} o’clock on any day: the year cannot be worked from it`,
      )
    return of(hour) ?? mean.sum / mean.count
  })
}

/**
 * A measured year as the sky over a site: in solar hours, its scattered light told apart by its clearness.
 * @param noonLateH hours by which the sun's noon comes after twelve on the clock, January first
 * @param typicalAirC air by solar hour, for a file without
 */
export function measuredYear(
  latitudeDeg: number,
  { sunW, airC }: MeasuredHours,
  noonLateH: readonly number[],
  typicalAirC: Float64Array,
): SyntheticYear {
  const path = sunPath(latitudeDeg)
  const totalW = inSolarHours(sunW, noonLateH)
  const diffuseW = totalW.map((watts, i) => {
    const topW = path.hourTopW[i] ?? 0
    return topW > 0 ? watts * hourDiffuseShare(Math.min(1, watts / topW)) : watts
  })
  const clearness = Float64Array.from(MONTH_OF_DAY, (_, day) => {
    const topWh = path.dayTopWh[day] ?? 0
    return topWh > 0 ? totalW.subarray(day * 24, day * 24 + 24).reduce((a, b) => a + b, 0) / topWh : 0
  })
  const air = airC ? inSolarHours(airC, noonLateH) : typicalAirC
  return { latitudeDeg, totalW, diffuseW, airC: air, clearness, monthOfDay: MONTH_OF_DAY }
}

/** Hours of the clock in the sun's: what falls across an hour's end is shared between two. */
function inSolarHours(clock: readonly number[], noonLateH: readonly number[]): Float64Array {
  return Float64Array.from(clock, (_, i) => {
    const lateH = noonLateH[MONTH_OF_DAY[Math.floor(i / 24)] ?? 0] ?? 0
    const whole = Math.floor(lateH)
    const part = lateH - whole
    const at = (hour: number) => clock[(hour + HOURS_IN_YEAR) % HOURS_IN_YEAR] ?? 0
    return (1 - part) * at(i + whole) + part * at(i + whole + 1)
  })
}

const broken = (path: string, message: string) => new InputError('INPUT_INVALID', path, message)
