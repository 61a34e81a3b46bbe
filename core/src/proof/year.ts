import { deviate, PURPOSE } from '../site/chance.ts'
import { FIRST_DAY, MONTH_OF_DAY } from '../site/synthetic-year.ts'
import { MOST_LOAD_DEVIATES } from './assumptions.ts'
import { runDays } from './balance.ts'
import { besideOf } from './beside.ts'
import { FOR_FIGURES } from './kernel/lanes.ts'
import type { Beside, LaneRows, PlantRows, YearRows } from './one-by-one.ts'
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
  WEATHER_WIDTH,
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
export function workYear(prepared: Prepared, seed: number, choices: YearChoices = {}): YearResult {
  const { plan, weather, schedule, parameters } = prepared
  const days = daysOf(seed, plan.dayLoadSpread)
  const run = { parameters, schedule, days, weather: choices.weather ?? weather.year(seed), divisor: plan.divisor }
  const flows = choices.flows ? new Float64Array(DAYS_IN_YEAR * 24 * plan.divisor * FLOW_WIDTH) : null
  const [year] = goneThrough(plan, [{ seed, weather: run.weather, days }], (firstDay, pastDay, [rows], isCounted) => {
    if (!rows) return
    const { state, totals, extremes, dumps } = rows
    runDays({ ...run, dumps }, firstDay, pastDay, state, totals, extremes, isCounted ? flows : null)
  })
  if (!year) throw new Error('a year was not worked')
  return { ...year, flows }
}

let figures: Beside | null = null

/**
 * Years of a plan worked side by side, as many as are given: the same as each by itself, to the last bit, in less than half
 * the time. No flows are kept.
 */
export function workBeside(
  prepared: Prepared,
  years: readonly { readonly seed: number; readonly weather?: Float64Array }[],
): YearResult[] {
  const { plan, weather } = prepared
  figures ??= besideOf(FOR_FIGURES)
  const beside = figures
  const worked: YearResult[] = []
  for (let at = 0; at < years.length; at += beside.count) {
    const lanes = years.slice(at, at + beside.count).map(({ seed, weather: given }) => ({
      seed,
      weather: given ?? weather.year(seed),
      days: daysOf(seed, plan.dayLoadSpread),
    }))
    const placed = beside.place(lanes, true)
    const plant = plantOf(prepared)
    const step = (firstDay: number, pastDay: number, rows: readonly LaneRows[]) =>
      beside.run(plant, placed, firstDay, pastDay, rows)
    worked.push(...goneThrough(plan, lanes, step))
  }
  return worked
}

const plants = new WeakMap<Prepared, PlantRows>()

/** What a plant hands the loop; the same for the same one, so that it is put in place once. */
function plantOf(prepared: Prepared): PlantRows {
  const { parameters, schedule, plan } = prepared
  const plant = plants.get(prepared) ?? { parameters, schedule, divisor: plan.divisor }
  plants.set(prepared, plant)
  return plant
}

/** Takes years through their run-in and their months. */
function goneThrough(
  { terms }: Plan,
  years: readonly (YearRows & { readonly seed: number })[],
  step: (firstDay: number, pastDay: number, rows: readonly LaneRows[], isCounted: boolean) => void,
): YearResult[] {
  const rows = years.map(({ weather }) => begunYear(terms, weather))
  step(RUN_IN_DAY, DAYS_IN_YEAR, rows, false)
  const gone = years.map(({ seed }, lane) => {
    const { state } = rows[lane] as LaneRows
    startCounting(state)
    const storedBeforeWh = (state[0] ?? 0) + (state[1] ?? 0)
    return { seed, state, extremes: noExtremes(), storedBeforeWh, months: [] as Totals[], dumpedWh: [] as number[][] }
  })
  const dumps = years.map(() => dumpRows(terms))
  for (const [month, first] of FIRST_DAY.entries()) {
    const before = dumps.map(takenOf)
    const now = gone.map(({ state, extremes }, lane) => ({
      state,
      extremes,
      totals: noTotals(),
      dumps: dumps[lane] as Float64Array,
    }))
    step(first, FIRST_DAY[month + 1] ?? DAYS_IN_YEAR, now, true)
    for (const [lane, { totals, dumps: taken }] of now.entries()) {
      gone[lane]?.months.push(named(TOTALS, totals))
      gone[lane]?.dumpedWh.push(takenOf(taken).map((wh, i) => wh - (before[lane]?.[i] ?? 0)))
    }
  }
  return gone.map(({ seed, months, dumpedWh, extremes, storedBeforeWh }) => ({
    seed,
    totals: sumOf(months),
    months,
    dumpedWh,
    extremes: named(EXTREMES, extremes),
    storedBeforeWh,
    flows: null,
  }))
}

/** Rows of a year before its run-in: a full bank, nothing counted. */
export const begunYear = (terms: Terms, weather: Float64Array): LaneRows => ({
  state: fullState(terms, weather[RUN_IN_DAY * 24 * WEATHER_WIDTH + WEATHER_WIDTH - 1] ?? 15),
  totals: noTotals(),
  extremes: noExtremes(),
  dumps: dumpRows(terms),
})

/** A gap that began in the run-in is not counted. */
export function startCounting(state: Float64Array): void {
  state[STATE.indexOf('gapH')] = 0
  state[STATE.indexOf('criticalGapH')] = 0
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
