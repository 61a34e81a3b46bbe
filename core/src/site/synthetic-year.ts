import { DAYS_IN_MONTH, MONTH_MEAN_DAYS } from '../tables/month-mean-days.ts'
import { deviate, monthDeviate, PURPOSE } from './chance.ts'
import {
  CLEAR_ABOVE,
  clearnessAt,
  greatestClearness,
  hourDiffuseShare,
  OVERCAST_BELOW,
  spreadSteepness,
} from './clearness.ts'
import { cosDeg, extraterrestrialDailyWhPerM2 } from './solar-geometry.ts'
import { HOURS_IN_YEAR, type SunPath, sunPath } from './sun-path.ts'

/**
 * A year of 8760 solar hours made from twelve monthly figures. Days: the spread of daily clearness after Bendt,
 * Collares-Pereira & Rabl, Solar Energy 27 (1981) 1, with the greatest clearness after Hollands & Huget (as in Herzog 1985;
 * Duffie & Beckman, §2.9); each month takes the quantiles of that spread, so that its mean is the one wanted, in an order
 * with the persistence of Graham, Hollands & Brunger, Solar Energy 40 (1988) 269 (after Knight, Klein & Duffie, Solar
 * Energy 46 (1991) 109). Hours: Collares-Pereira & Rabl. Diffuse: Erbs, Klein & Duffie 1982, hourly. Planes: isotropic, or
 * Hay & Davies 1980. A typical year has the months entered; a drawn one has months that lie about them.
 */

/** Lag-one correlation of daily clearness. Source: Graham, Hollands & Brunger 1988. */
export const DAY_PERSISTENCE = 0.29
/**
 * Persistence of the series that gives a month its order: more than the days are to show, because holding each month to its
 * own quantiles takes some of it away. Found by trial over 60 seeds; the test holds the days to the published figure.
 */
const ORDER_PERSISTENCE = 0.38
/** Greatest daily clearness a scaled day may reach. Assumption of Yard Lamp: the clearest days on record in high dry places. */
const CLEAREST_DAY = 0.85
/** Greatest clearness a drawn month may reach. Assumption of Yard Lamp. */
const CLEAREST_MONTH = 0.8
/** Spread of a month's sun from year to year, of its mean: clear months and dull ones. Assumption of Yard Lamp. */
const MONTH_SPREAD = { clear: 0.03, dull: 0.16 } as const
/** Spread of a month's mean air from year to year, K, and how alike a day's departure is to the one before. Assumptions of Yard Lamp. */
const MONTH_AIR_SPREAD_K = 1.2
const AIR_PERSISTENCE = 0.75
/** Departures a record of some decades holds, of the spread of days. Assumption of Yard Lamp. */
const RECORD_DEVIATES = 3.5
/** Spread of a day's mean air where no record is entered, K. Assumption of Yard Lamp. */
const DAY_AIR_SPREAD_K = 2.5
/** Hour of the day that is warmest, solar time. Assumption of Yard Lamp. */
const WARMEST_H = 15

export interface SyntheticYear {
  readonly latitudeDeg: number
  /** Sun on the flat in each solar hour, W/m². */
  readonly totalW: Float64Array
  readonly diffuseW: Float64Array
  /** Air, °C. */
  readonly airC: Float64Array
  /** Clearness of each of the 365 days; 0 in polar night. */
  readonly clearness: Float64Array
  /** Month (0 to 11) of each day. */
  readonly monthOfDay: Uint8Array
}

export interface YearBrief {
  readonly latitudeDeg: number
  readonly flatKwhPerM2Day: readonly number[]
  readonly monthMeanC: readonly number[]
  readonly daySwingK: number
  readonly seed: number
  /** Months and days of air are drawn about those entered, as from year to year; not given, the year is a typical one. */
  readonly drawn?: {
    /** Lowest the air has been, °C; null where nobody knows. */
    readonly recordLowC: number | null
  }
}

export const MONTH_OF_DAY = Uint8Array.from(DAYS_IN_MONTH.flatMap((days, month) => Array<number>(days).fill(month)))
/** First day of each month, counted from 0. */
export const FIRST_DAY = DAYS_IN_MONTH.map((_, month) => MONTH_OF_DAY.indexOf(month))

/** @param brief twelve figures January first; any whole number as seed */
export function syntheticYear(brief: YearBrief): SyntheticYear {
  const path = sunPath(brief.latitudeDeg)
  const flatKwh = brief.drawn ? drawnMonths(brief, path) : brief.flatKwhPerM2Day
  const clearness = dailyClearness(flatKwh, brief.seed, path)
  const totalW = new Float64Array(HOURS_IN_YEAR)
  const diffuseW = new Float64Array(HOURS_IN_YEAR)
  for (let day = 0; day < 365; day++) fillDay(path, flatKwh, day, clearness[day] ?? 0, totalW, diffuseW)
  return {
    latitudeDeg: brief.latitudeDeg,
    totalW,
    diffuseW,
    airC: hourlyAir(brief),
    clearness,
    monthOfDay: MONTH_OF_DAY,
  }
}

/** Sun above the air on the flat in a month, kWh/m². */
function monthTopKwh({ dayTopWh }: SunPath, month: number): number {
  const first = FIRST_DAY[month] ?? 0
  let sum = 0
  for (let day = first; day < first + (DAYS_IN_MONTH[month] ?? 30); day++) sum += (dayTopWh[day] ?? 0) / 1000
  return sum
}

/** The months of one year about those entered: the mean of many is what was entered, and dull months differ more. */
function drawnMonths({ flatKwhPerM2Day, seed }: YearBrief, path: SunPath): number[] {
  return flatKwhPerM2Day.map((kwh, month) => {
    const topKwh = monthTopKwh(path, month) / (DAYS_IN_MONTH[month] ?? 30)
    if (topKwh <= 0 || kwh <= 0) return kwh
    const clearness = kwh / topKwh
    const along = Math.min(1, Math.max(0, (0.75 - clearness) / 0.5))
    const spread = MONTH_SPREAD.clear + (MONTH_SPREAD.dull - MONTH_SPREAD.clear) * along
    // As far down as up: a month that is clear already varies little, and the mean stays.
    const held = Math.max(0, Math.min(spread, (CLEAREST_MONTH / clearness - 1) / 2))
    return kwh * (1 + held * monthDeviate(seed, month))
  })
}

/** The quantiles of each month's spread, in an order with persistence, scaled to the month's energy. */
function dailyClearness(flatKwhPerM2Day: readonly number[], seed: number, path: SunPath): Float64Array {
  const clearness = new Float64Array(365)
  const fresh = Math.sqrt(1 - ORDER_PERSISTENCE ** 2)
  let wave = deviate(seed, -1, PURPOSE.dayOrder, PURPOSE.dayOrderAngle)
  for (let month = 0; month < 12; month++) {
    const count = DAYS_IN_MONTH[month] ?? 30
    const first = FIRST_DAY[month] ?? 0
    const waves = new Float64Array(count)
    for (let i = 0; i < count; i++) {
      wave = ORDER_PERSISTENCE * wave + fresh * deviate(seed, first + i, PURPOSE.dayOrder, PURPOSE.dayOrderAngle)
      waves[i] = wave
    }
    const topKwh = monthTopKwh(path, month)
    if (topKwh <= 0) continue
    const wantedKwh = (flatKwhPerM2Day[month] ?? 0) * count
    const days = clearness.subarray(first, first + count)
    fillQuantiles(days, wantedKwh / topKwh, waves)
    scale(days, path.dayTopWh.subarray(first, first + count), wantedKwh * 1000)
  }
  return clearness
}

/** Each day the quantile of its rank. */
function fillQuantiles(days: Float64Array, monthClearness: number, waves: Float64Array): void {
  const mean = Math.min(0.75, Math.max(0.1, monthClearness))
  const [gamma, high] = [spreadSteepness(mean), greatestClearness(mean)]
  const order = Array.from(waves.keys()).sort((a, b) => (waves[a] ?? 0) - (waves[b] ?? 0))
  for (const [rank, day] of order.entries()) days[day] = clearnessAt((rank + 0.5) / waves.length, gamma, high)
}

/** Days scaled to the month's energy, none above the clearest day unless the month asks for more than such days. */
function scale(days: Float64Array, topWh: Float64Array, wantedWh: number): void {
  let allTopWh = 0
  for (const top of topWh) allTopWh += top
  const most = Math.max(CLEAREST_DAY, wantedWh / Math.max(1e-6, allTopWh))
  let factor = 1
  for (let round = 0; round < 60; round++) {
    let heldWh = 0
    for (let i = 0; i < days.length; i++) heldWh += Math.min(most, (days[i] ?? 0) * factor) * (topWh[i] ?? 0)
    if (heldWh <= 0 || Math.abs(heldWh - wantedWh) < 1e-9 * Math.max(1, wantedWh)) break
    factor *= wantedWh / heldWh
  }
  for (let i = 0; i < days.length; i++) days[i] = Math.min(most, (days[i] ?? 0) * factor)
}

function fillDay(
  path: SunPath,
  flatKwhPerM2Day: readonly number[],
  day: number,
  clearness: number,
  totalW: Float64Array,
  diffuseW: Float64Array,
): void {
  const { hourShare, hourTopW, dayTopWh } = path
  const at = day * 24
  const dayWh = clearness * (dayTopWh[day] ?? 0)
  let lit = false
  for (let i = at; i < at + 24; i++) {
    const share = hourShare[i] ?? 0
    if (share <= 0) continue
    lit = true
    const watts = share * dayWh
    totalW[i] = watts
    diffuseW[i] = watts * hourDiffuseShare(Math.min(1, watts / (hourTopW[i] ?? 1)))
  }
  if (!lit) polarNight(path.latitudeDeg, flatKwhPerM2Day, day, totalW, diffuseW)
}

/** Twilight of a polar night, where a month of nights reports some: about noon, all of it diffuse. */
function polarNight(
  latitudeDeg: number,
  flatKwhPerM2Day: readonly number[],
  day: number,
  totalW: Float64Array,
  diffuseW: Float64Array,
): void {
  const month = MONTH_OF_DAY[day] ?? 0
  if (extraterrestrialDailyWhPerM2(latitudeDeg, MONTH_MEAN_DAYS[month] ?? 1) > 0) return
  for (let i = day * 24 + 10; i < day * 24 + 14; i++) {
    totalW[i] = ((flatKwhPerM2Day[month] ?? 0) * 1000) / 4
    diffuseW[i] = totalW[i] ?? 0
  }
}

/** Departures from the mean over the day, by the hour. */
const SWING = Array.from({ length: 24 }, (_, hour) => cosDeg(15 * (hour + 0.5 - WARMEST_H)))

/** Air by the hour: monthly means joined by straight lines from middle to middle, each kept, with a daily swing. */
function hourlyAir(brief: YearBrief): Float64Array {
  const { monthMeanC, daySwingK } = brief
  const air = new Float64Array(HOURS_IN_YEAR)
  const sums = new Float64Array(12)
  const daily = Float64Array.from(MONTH_OF_DAY, (month, day) => {
    const along = (day - (FIRST_DAY[month] ?? 0) + 0.5) / (DAYS_IN_MONTH[month] ?? 30) - 0.5
    const neighbour = monthMeanC[(month + (along < 0 ? 11 : 1)) % 12] ?? 0
    const own = monthMeanC[month] ?? 0
    const meanC = own + (neighbour - own) * Math.abs(along)
    sums[month] = (sums[month] ?? 0) + meanC
    return meanC
  })
  const departureK = departures(brief)
  for (let day = 0; day < 365; day++) {
    const month = MONTH_OF_DAY[day] ?? 0
    const correctionK = (monthMeanC[month] ?? 0) - (sums[month] ?? 0) / (DAYS_IN_MONTH[month] ?? 30)
    const meanC = (daily[day] ?? 0) + correctionK + (departureK?.[day] ?? 0)
    for (let hour = 0; hour < 24; hour++) air[day * 24 + hour] = meanC + (daySwingK / 2) * (SWING[hour] ?? 0)
  }
  return air
}

/**
 * What the air of each day departs from its month by in a drawn year, K; null in a typical one. As far that the record low is
 * met about once in the decades a record is kept.
 */
function departures({ drawn, monthMeanC, daySwingK, seed }: YearBrief): Float64Array | null {
  if (!drawn) return null
  const coldestC = Math.min(...monthMeanC) - daySwingK / 2
  const spreadK =
    drawn.recordLowC === null
      ? DAY_AIR_SPREAD_K
      : Math.min(7, Math.max(1, (coldestC - drawn.recordLowC) / RECORD_DEVIATES))
  const fresh = Math.sqrt(1 - AIR_PERSISTENCE ** 2)
  let wave = deviate(seed, -1, PURPOSE.air, PURPOSE.airAngle)
  return Float64Array.from(MONTH_OF_DAY, (month, day) => {
    wave = AIR_PERSISTENCE * wave + fresh * deviate(seed, day, PURPOSE.air, PURPOSE.airAngle)
    // Another order of months than the sun's: a dull one is not always a warm one.
    return spreadK * wave + MONTH_AIR_SPREAD_K * monthDeviate(seed + 17, 11 - month)
  })
}

/** How the days of a year are spread: counts by kind, and how alike a day is to the one before. */
export function yearStatistics({ clearness, monthOfDay }: SyntheticYear) {
  const days = [...clearness].flatMap((value, day) => (value > 0 ? [{ value, month: monthOfDay[day] ?? 0 }] : []))
  const means = DAYS_IN_MONTH.map((_, month) => {
    const own = days.filter((day) => day.month === month)
    return own.reduce((sum, { value }) => sum + value, 0) / Math.max(1, own.length)
  })
  const away = days.map(({ value, month }) => value - (means[month] ?? 0))
  const square = away.reduce((sum, each) => sum + each * each, 0)
  const product = away.slice(1).reduce((sum, each, i) => sum + each * (away[i] ?? 0), 0)
  return {
    clearDays: days.filter(({ value }) => value >= CLEAR_ABOVE).length,
    mixedDays: days.filter(({ value }) => value < CLEAR_ABOVE && value >= OVERCAST_BELOW).length,
    overcastDays: days.filter(({ value }) => value < OVERCAST_BELOW).length,
    lagOneCorrelation: square > 0 ? product / square : 0,
  }
}
