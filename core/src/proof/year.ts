import { deviate, PURPOSE } from '../site/chance.ts'
import { FIRST_DAY, MONTH_OF_DAY } from '../site/synthetic-year.ts'
import { MOST_LOAD_DEVIATES } from './assumptions.ts'
import { type Run, runDays } from './balance.ts'
import { packed } from './parameters.ts'
import type { Plan } from './plan.ts'
import { kindOfDay, scheduleRow } from './plan-loads.ts'
import {
  DAY_WIDTH,
  DUMP_WIDTH,
  EXTREMES,
  type Extremes,
  FLOW_WIDTH,
  named,
  noExtremes,
  noTotals,
  STATE,
  type StateName,
  type Terms,
  TOTALS,
  type Totals,
} from './terms.ts'
import { type Weather, weatherOf } from './weather.ts'

export const DAYS_IN_YEAR = 365
/** A year is run in from here, the bank full: 1 September. What it holds on 1 January is then its own. */
export const RUN_IN_DAY = 243

/** A plan made ready: its weather's geometry, its schedule. Made once, for as many years as wanted. */
export interface Prepared {
  readonly plan: Plan
  readonly weather: Weather
  readonly schedule: Float64Array
  readonly parameters: Float64Array
}

/** @param weather of a plan with the same site and planes, to be taken again */
export function prepare(plan: Plan, weather?: Weather): Prepared {
  return {
    plan,
    weather: weather ?? weatherOf(plan.weather),
    schedule: Float64Array.from(plan.schedule),
    parameters: packed(plan.terms),
  }
}

export interface YearResult {
  readonly seed: number
  readonly totals: Totals
  /** January first. */
  readonly months: readonly Totals[]
  /** What each that takes surplus took, by month. */
  readonly dumpedWh: readonly (readonly number[])[]
  readonly extremes: Extremes
  /** What the bank held before the first hour, Wh. */
  readonly storedBeforeWh: number
  /** FLOW_WIDTH figures a step; null where none were asked for. */
  readonly flows: Float64Array | null
}

export interface YearChoices {
  /** Keep every step's flows. */
  readonly flows?: boolean
  /** Hours of weather in place of the seed's, WEATHER_WIDTH figures an hour. */
  readonly weather?: Float64Array
}

/**
 * One year of a plan, from a seed: run in from 1 September with a full bank, then counted from 1 January. The same seed
 * gives the same year to the last bit, whichever others are worked before or beside it.
 * @example workYear(prepare(plan), 7).totals.unmetWh
 */
export function workYear(
  { plan, weather, schedule, parameters }: Prepared,
  seed: number,
  choices: YearChoices = {},
): YearResult {
  const { terms, divisor } = plan
  const run: Run = {
    dumps: dumpRows(terms),
    parameters,
    schedule,
    divisor,
    days: daysOf(seed, plan.dayLoadSpread),
    weather: choices.weather ?? weather.year(seed),
  }
  const state = fullState(terms, run.weather[RUN_IN_DAY * 24 * 4 + 3] ?? 15)
  runDays(run, RUN_IN_DAY, DAYS_IN_YEAR, state, noTotals(), noExtremes(), null)
  state[STATE.indexOf('gapH')] = 0
  state[STATE.indexOf('criticalGapH')] = 0
  const storedBeforeWh = (state[0] ?? 0) + (state[1] ?? 0)
  const flows = choices.flows ? new Float64Array(DAYS_IN_YEAR * 24 * divisor * FLOW_WIDTH) : null
  const extremes = noExtremes()
  run.dumps.set(dumpRows(terms))
  const dumpedWh: number[][] = []
  const months = FIRST_DAY.map((first, month) => {
    const totals = noTotals()
    const before = takenOf(run.dumps)
    runDays(run, first, FIRST_DAY[month + 1] ?? DAYS_IN_YEAR, state, totals, extremes, flows)
    dumpedWh.push(takenOf(run.dumps).map((wh, i) => wh - (before[i] ?? 0)))
    return named(TOTALS, totals)
  })
  return { seed, totals: sumOf(months), months, dumpedWh, extremes: named(EXTREMES, extremes), storedBeforeWh, flows }
}

/** What takes surplus, as the balance writes it down. */
export const dumpRows = ({ dumps }: Terms): Float64Array =>
  Float64Array.from(dumps.flatMap(({ powerW, mostWhPerDay }) => [powerW, mostWhPerDay, mostWhPerDay, 0]))

const takenOf = (rows: Float64Array): number[] =>
  Array.from({ length: rows.length / DUMP_WIDTH }, (_, i) => rows[i * DUMP_WIDTH + 3] ?? 0)

/** Where each day's hours begin, and what its loads are multiplied by. */
export function daysOf(seed: number, spread: number): Float64Array {
  const days = new Float64Array(DAYS_IN_YEAR * DAY_WIDTH)
  for (let day = 0; day < DAYS_IN_YEAR; day++) {
    days[day * DAY_WIDTH] = scheduleRow(MONTH_OF_DAY[day] ?? 0, kindOfDay(day))
    const drawn = spread > 0 ? deviate(seed, day, PURPOSE.load, PURPOSE.loadAngle) : 0
    days[day * DAY_WIDTH + 1] = 1 + spread * Math.max(-MOST_LOAD_DEVIATES, Math.min(MOST_LOAD_DEVIATES, drawn))
  }
  return days
}

/** A full bank at rest, as warm as its room or its heater keeps it. */
export function fullState(terms: Terms, airC: number): Float64Array {
  const roomC = Math.min(terms.roomHighC, Math.max(terms.roomLowC, airC))
  const heatedC = Math.min(terms.setPointC, roomC + terms.heaterMostW / terms.boxWPerK)
  const begun: Partial<Record<StateName, number>> = {
    ownWh: terms.fullWh * terms.wellShare,
    boundWh: terms.fullWh * (1 - terms.wellShare),
    batteryC: Math.max(roomC, heatedC),
  }
  return Float64Array.from(STATE, (name) => begun[name] ?? 0)
}

export function sumOf(all: readonly Totals[]): Totals {
  const sum = named(TOTALS, noTotals())
  for (const totals of all) for (const name of TOTALS) sum[name] += totals[name]
  return sum
}
