import type { AskedOfYear } from '../chain/worked-year.ts'
import { FIRST_DAY } from '../site/synthetic-year.ts'
import { runDays } from './balance.ts'
import { packed } from './parameters.ts'
import type { Plan } from './plan.ts'
import { noExtremes, noTotals, STATE, type Terms, TOTALS, type Total, WEATHER_WIDTH } from './terms.ts'
import type { Weather } from './weather.ts'
import { DAYS_IN_YEAR, daysOf, dumpRows, fullState, RUN_IN_DAY } from './year.ts'
import { FIRST_SEED } from './years.ts'

/** Years of weather of one layout, the hardest first. */
export interface SearchYears {
  readonly years: readonly { readonly seed: number; readonly weather: Float64Array; readonly days: Float64Array }[]
}

/** Days running whose sun tells how hard a year is. */
const DARK_DAYS = 30

export function searchYears(weather: Weather, count: number, dayLoadSpread: number): SearchYears {
  const years = Array.from({ length: count }, (_, i) => {
    const seed = FIRST_SEED + i
    const hours = weather.year(seed)
    return { seed, weather: hours, days: daysOf(seed, dayLoadSpread), darkest: darkestSun(hours) }
  })
  return { years: years.sort((a, b) => a.darkest - b.darkest) }
}

/** Least sun of so many days running, on the main array. */
function darkestSun(weather: Float64Array): number {
  const byDay = Array.from({ length: DAYS_IN_YEAR }, (_, day) => {
    let sum = 0
    for (let hour = day * 24; hour < day * 24 + 24; hour++) sum += weather[hour * WEATHER_WIDTH] ?? 0
    return sum
  })
  let running = byDay.slice(0, DARK_DAYS).reduce((a, b) => a + b, 0)
  let least = running
  for (let day = DARK_DAYS; day < DAYS_IN_YEAR; day++) {
    running += (byDay[day] ?? 0) - (byDay[day - DARK_DAYS] ?? 0)
    least = Math.min(least, running)
  }
  return least
}

/** What some years of a design came to; not whole where it was left early. */
export interface SearchedYears {
  readonly holds: boolean
  /** Months worked, of all. */
  readonly whole: boolean
  readonly hours: number
  readonly criticalHours: number
  readonly generatorHours: number
  readonly fuelL: number
  readonly cycles: number
}

const at = (name: Total): number => TOTALS.indexOf(name)
const [UNMET, CRITICAL, HOURS, CRITICAL_HOURS] = [
  at('unmetHours'),
  at('criticalUnmetHours'),
  at('hours'),
  at('criticalHours'),
]
const [GENERATOR, FUEL, THROUGHPUT] = [at('generatorHours'), at('fuelL'), at('throughputWh')]

/**
 * Works the years of a design, hardest first, and looks after each month: with the first that makes it miss what is asked
 * it is left, where `early` says so. The same years as those a design is judged by, month by month.
 */
export function workSearched(
  terms: Terms,
  plan: Plan,
  schedule: Float64Array,
  { years }: SearchYears,
  asked: AskedOfYear,
  early: boolean,
): SearchedYears {
  const parameters = packed(terms)
  const sum = noTotals()
  const { hoursFraction, criticalFraction, yearsOfTen, generatorHours } = asked
  const mayMiss = yearsOfTen === null ? 0 : Math.floor(years.length * (1 - yearsOfTen / 10) + 1e-9)
  let missed = 0
  let holds = true
  for (const { weather, days } of years) {
    const run = { parameters, schedule, days, weather, dumps: dumpRows(terms), divisor: plan.divisor }
    const state = fullState(terms, weather[RUN_IN_DAY * 24 * WEATHER_WIDTH + WEATHER_WIDTH - 1] ?? 15)
    runDays(run, RUN_IN_DAY, DAYS_IN_YEAR, state, noTotals(), noExtremes(), null)
    state[STATE.indexOf('gapH')] = 0
    const totals = noTotals()
    const extremes = noExtremes()
    let isMissed = false
    for (const [month, first] of FIRST_DAY.entries()) {
      runDays(run, first, FIRST_DAY[month + 1] ?? DAYS_IN_YEAR, state, totals, extremes, null)
      if (yearsOfTen === null) {
        // Over all years together: what is missed already against what all of them may miss.
        const most = (fraction: number, wanted: number) => (1 - fraction) * wanted * years.length + 1e-6
        if (
          hoursFraction !== null &&
          (sum[UNMET] ?? 0) + (totals[UNMET] ?? 0) > most(hoursFraction, yearHours(plan, schedule).all)
        )
          holds = false
        if (
          criticalFraction !== null &&
          (sum[CRITICAL] ?? 0) + (totals[CRITICAL] ?? 0) > most(criticalFraction, yearHours(plan, schedule).critical)
        )
          holds = false
      } else if (!isMissed) {
        const hours = yearHours(plan, schedule)
        const over = (fraction: number | null, gone: number, wanted: number) =>
          fraction !== null && gone > (1 - fraction) * wanted + 1e-6
        if (
          over(hoursFraction, totals[UNMET] ?? 0, hours.all) ||
          over(criticalFraction, totals[CRITICAL] ?? 0, hours.critical)
        ) {
          isMissed = true
          missed++
          if (missed > mayMiss) holds = false
        }
      }
      if (
        generatorHours !== null &&
        (sum[GENERATOR] ?? 0) + (totals[GENERATOR] ?? 0) > generatorHours * years.length + 1e-6
      )
        holds = false
      if (early && !holds) return told(false, false, sum, terms, years.length)
    }
    for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] ?? 0) + (totals[i] ?? 0)
  }
  return told(holds, true, sum, terms, years.length)
}

function told(holds: boolean, whole: boolean, sum: Float64Array, terms: Terms, count: number): SearchedYears {
  const share = (gone: number, wanted: number) => (wanted > 0 ? 1 - gone / wanted : 1)
  return {
    holds,
    whole,
    hours: share(sum[UNMET] ?? 0, sum[HOURS] ?? 0),
    criticalHours: share(sum[CRITICAL] ?? 0, sum[CRITICAL_HOURS] ?? 0),
    generatorHours: (sum[GENERATOR] ?? 0) / count,
    fuelL: (sum[FUEL] ?? 0) / count,
    cycles: (sum[THROUGHPUT] ?? 0) / terms.fullWh / count,
  }
}

const wantedHours = new WeakMap<Float64Array, { readonly all: number; readonly critical: number }>()

/** Hours of a year in which something, and something critical, is wanted. */
function yearHours(_plan: Plan, schedule: Float64Array): { readonly all: number; readonly critical: number } {
  const known = wantedHours.get(schedule)
  if (known) return known
  const days = daysOf(1, 0)
  let [all, critical] = [0, 0]
  for (let day = 0; day < DAYS_IN_YEAR; day++)
    for (let hour = 0; hour < 24; hour++) {
      const row = (days[day * 2] ?? 0) + hour * 13
      const wanted = (column: number) => schedule[row + column] ?? 0
      const criticalW = wanted(0) + wanted(3)
      if (criticalW > 1e-6) critical++
      if (criticalW + wanted(1) + wanted(2) + wanted(4) + wanted(5) > 1e-6) all++
    }
  const found = { all, critical }
  wantedHours.set(schedule, found)
  return found
}
