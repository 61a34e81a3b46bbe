import { runDays } from '../proof/balance.ts'
import { FLOW_WIDTH, FLOWS, noExtremes, noTotals, type Terms, WEATHER_WIDTH } from '../proof/terms.ts'
import { dumpRows, fullState, type Prepared } from '../proof/year.ts'
import { FIRST_SEED } from '../proof/years.ts'
import { MONTH_OF_DAY } from '../site/synthetic-year.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { dayRow, monthOf } from './calendar.ts'
import type { LogHours } from './days.ts'
import { heldHours } from './held.ts'
import type { Reference } from './system.ts'

/** From what the weather of a day is known. */
export type WeatherFrom = 'sun' | 'pv'

/** What a sound system would have done in the weather there was, hour by hour as the log has it; NaN where nobody can say. */
export interface Expected {
  /** From the sensor of sun or from the PV power itself; null for a day that cannot be worked. */
  readonly weatherFrom: readonly (WeatherFrom | null)[]
  /** What the arrays could give, less what their controllers cannot take. */
  readonly pvCouldWh: Float64Array
  /** What is left of that where a full bank holds back. */
  readonly pvWh: Float64Array
  readonly loadWh: Float64Array
  /** At the end of the hour, %. */
  readonly soc: Float64Array
  readonly generatorW: Float64Array
  /** 1 where the sun may be held back: what PV gives says nothing of the array then. */
  readonly isHeld: Uint8Array
}

/** Drawn years from which the common run of an hour of a month is told. */
const COMMON_YEARS = 6
/** A day is worked where its sun is known in all hours but so many. */
const MOST_UNKNOWN_H = 1
/** Of a day that was held back from morning to evening: how clear it was, of a common one. Assumption. */
const CLEAR_DAY = 1.3

/** Weather of the common day of each month, by hour. */
export interface CommonWeather {
  /** WEATHER_WIDTH figures for each hour of each month. */
  readonly hours: Float64Array
}

/** @param years drawn */
export function commonWeather({ weather }: Prepared, years = COMMON_YEARS): CommonWeather {
  const hours = new Float64Array(12 * 24 * WEATHER_WIDTH)
  for (let i = 0; i < years; i++) {
    const year = weather.year(FIRST_SEED + i)
    for (let at = 0; at < year.length; at++) {
      const day = Math.floor(at / (24 * WEATHER_WIDTH))
      const month = MONTH_OF_DAY[day] ?? 0
      const to = month * 24 * WEATHER_WIDTH + (at % (24 * WEATHER_WIDTH))
      hours[to] = (hours[to] ?? 0) + (year[at] ?? 0) / years / (DAYS_IN_MONTH[month] ?? 30)
    }
  }
  return { hours }
}

/**
 * Works a sound system through the days of a log: in the sun that was measured in the plane of the main array; where no
 * sensor stands, in what its PV power tells of the sun. Loads as listed. Begins each stretch at the charge that was read.
 */
export function expectedHours(prepared: Prepared, reference: Reference, log: LogHours): Expected {
  const { plan } = reference
  const isHeld = heldHours(reference, log)
  const { weather, weatherFrom } = weatherOfLog(prepared, reference, log, isHeld)
  const nothing = () => new Float64Array(log.days * 24).fill(Number.NaN)
  const expected = {
    weatherFrom,
    isHeld,
    pvCouldWh: nothing(),
    pvWh: nothing(),
    loadWh: nothing(),
    soc: nothing(),
    generatorW: nothing(),
  }
  const schedule = Float64Array.from(plan.schedule)
  const { parameters } = prepared
  const flows = new Float64Array(24 * plan.divisor * FLOW_WIDTH)
  let state: Float64Array | null = null
  for (let day = 0; day < log.days; day++) {
    if (weatherFrom[day] === null) {
      state = null
      continue
    }
    state ??= begun(plan.terms, log, day)
    const at = day * 24 * WEATHER_WIDTH
    const run = {
      parameters,
      schedule,
      days: dayRow(log.firstDay + day, 0, 0),
      weather: weather.subarray(at, at + 24 * WEATHER_WIDTH),
      dumps: dumpRows(plan.terms),
      divisor: plan.divisor,
    }
    runDays(run, 0, 1, state, noTotals(), noExtremes(), flows)
    for (let hour = 0; hour < 24; hour++) writeHour(expected, day * 24 + hour, flows, hour, plan.divisor)
  }
  return expected
}

const COLUMN = Object.fromEntries(FLOWS.map((name, at) => [name, at])) as Record<(typeof FLOWS)[number], number>

function writeHour(
  to: Omit<Expected, 'weatherFrom' | 'isHeld'>,
  at: number,
  flows: Float64Array,
  hour: number,
  divisor: number,
): void {
  const mean = (name: keyof typeof COLUMN) => {
    let sum = 0
    for (let part = 0; part < divisor; part++) sum += flows[(hour * divisor + part) * FLOW_WIDTH + COLUMN[name]] ?? 0
    return sum / divisor
  }
  const couldW = mean('pvW') - mean('clippedW')
  to.pvCouldWh[at] = couldW
  to.pvWh[at] = couldW - mean('cutW')
  to.loadWh[at] = mean('acServedW') + mean('dcServedW')
  to.soc[at] = 100 * (flows[((hour + 1) * divisor - 1) * FLOW_WIDTH + COLUMN.soc] ?? 0)
  to.generatorW[at] = mean('generatorW')
}

/** A bank as full as it was read at the end of the day before, or first on the day; three quarters where nobody read it. */
function begun(terms: Terms, { figures }: LogHours, day: number): Float64Array {
  const { socEnd, airC } = figures
  const around = [...socEnd.subarray(Math.max(0, day * 24 - 3), day * 24 + 6)].filter((value) => !Number.isNaN(value))
  const air = airC[day * 24] ?? Number.NaN
  const state = fullState(terms, Number.isNaN(air) ? 15 : air)
  const share = (around[0] ?? 75) / 100
  state[0] = (state[0] ?? 0) * share
  state[1] = (state[1] ?? 0) * share
  return state
}

function weatherOfLog(prepared: Prepared, { plan }: Reference, log: LogHours, isHeld: Uint8Array) {
  const common = commonWeather(prepared)
  const weather = new Float64Array(log.days * 24 * WEATHER_WIDTH)
  const weatherFrom: (WeatherFrom | null)[] = []
  for (let day = 0; day < log.days; day++) {
    const month = monthOf(log.firstDay + day)
    const usual = common.hours.subarray(month * 24 * WEATHER_WIDTH, (month + 1) * 24 * WEATHER_WIDTH)
    const sun = sunOfDay(log, day) ?? null
    const shares = sun ? sharesBySun(sun, usual) : sharesByPv(log, day, usual, isHeld, plan.terms)
    weatherFrom.push(shares ? (sun ? 'sun' : 'pv') : null)
    if (!shares) continue
    for (let hour = 0; hour < 24; hour++) {
      const to = (day * 24 + hour) * WEATHER_WIDTH
      for (let column = 0; column < WEATHER_WIDTH - 1; column++)
        weather[to + column] = (usual[hour * WEATHER_WIDTH + column] ?? 0) * (shares[hour] ?? 0)
      if (sun) weather[to] = sun[hour] ?? 0
      const air = log.figures.airC[day * 24 + hour] ?? Number.NaN
      const last = WEATHER_WIDTH - 1
      weather[to + last] = Number.isNaN(air) ? (usual[hour * WEATHER_WIDTH + last] ?? 15) : air
    }
  }
  return { weather, weatherFrom }
}

/** Sun on the main array by the hour; undefined where too little of the day was measured. */
function sunOfDay({ figures }: LogHours, day: number): number[] | undefined {
  const sun = [...figures.sunWh.subarray(day * 24, day * 24 + 24)]
  return sun.filter(Number.isNaN).length <= MOST_UNKNOWN_H ? sun.map((wh) => (Number.isNaN(wh) ? 0 : wh)) : undefined
}

/** Each hour of the common day times so much: the other arrays and planes go with the main one. */
const sharesBySun = (sun: readonly number[], usual: Float64Array): number[] =>
  sun.map((wh, hour) => ((usual[hour * WEATHER_WIDTH] ?? 0) > 1 ? wh / (usual[hour * WEATHER_WIDTH] ?? 1) : 0))

/** What PV power tells of the sun: itself where nothing holds it back, and as clear as those hours where something does. */
function sharesByPv(
  { figures }: LogHours,
  day: number,
  usual: Float64Array,
  isHeld: Uint8Array,
  { arrayA, arrayB }: Terms,
): number[] | null {
  const pv = [...figures.pvWh.subarray(day * 24, day * 24 + 24)]
  if (pv.filter(Number.isNaN).length > MOST_UNKNOWN_H) return null
  const commonW = (hour: number) =>
    (usual[hour * WEATHER_WIDTH] ?? 0) * arrayA.wPerWm2 + (usual[hour * WEATHER_WIDTH + 1] ?? 0) * arrayB.wPerWm2
  let [free, freeCommon] = [0, 0]
  for (let hour = 0; hour < 24; hour++) {
    if (isHeld[day * 24 + hour]) continue
    free += pv[hour] ?? 0
    freeCommon += commonW(hour)
  }
  const clear = freeCommon > 0 ? free / freeCommon : CLEAR_DAY
  return pv.map((wh, hour) => {
    const watts = commonW(hour)
    if (watts <= 1 || Number.isNaN(wh)) return 0
    return isHeld[day * 24 + hour] ? Math.max(wh / watts, clear) : wh / watts
  })
}
