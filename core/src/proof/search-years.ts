import type { AskedOfYear } from '../chain/worked-year.ts'
import { FIRST_DAY } from '../site/synthetic-year.ts'
import type { Beside, LaneRows, Placed } from './one-by-one.ts'
import { packed } from './parameters.ts'
import type { Plan } from './plan.ts'
import { DAY_WIDTH, noTotals, SCHEDULE_WIDTH, type Terms, TOTALS, type Total, WEATHER_WIDTH } from './terms.ts'
import type { Weather } from './weather.ts'
import { begunYear, DAYS_IN_YEAR, daysOf, RUN_IN_DAY, startCounting } from './year.ts'
import { FIRST_SEED } from './years.ts'

/**
 * Years of weather of one layout, the hardest first, then the easiest: what lies between them is then guessed from both. In
 * groups that are worked side by side.
 */
export interface SearchYears {
  readonly count: number
  readonly groups: readonly Placed[]
}

/** Days running whose sun tells how hard a year is. */
const DARK_DAYS = 30

/** @param beside what the years are worked by: they are put in place there, beside those of other layouts */
export function searchYears(beside: Beside, weather: Weather, count: number, dayLoadSpread: number): SearchYears {
  const years = Array.from({ length: count }, (_, i) => {
    const seed = FIRST_SEED + i
    const hours = weather.year(seed)
    return { weather: hours, days: daysOf(seed, dayLoadSpread), darkest: darkestSun(hours) }
  })
  const [hardest, ...others] = years.sort((a, b) => a.darkest - b.darkest)
  const easiest = others.pop()
  const inOrder = [hardest, easiest, ...others].filter((year) => year !== undefined)
  const groups: Placed[] = []
  for (let at = 0; at < count; at += beside.count) groups.push(beside.place(inOrder.slice(at, at + beside.count)))
  return { count, groups }
}

/** The first of some years: the hardest, the easiest, and those that stand beside them. */
export const firstGroup = ({ groups }: SearchYears): SearchYears => {
  const first = groups.slice(0, 1)
  return { count: first[0]?.years.length ?? 0, groups: first }
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

/** What some years of a design came to. */
export interface SearchedYears {
  /** Worked to the end; or left, because it misses what is asked or because it would cost too much. */
  readonly end: 'whole' | 'misses' | 'dear'
  readonly holds: boolean
  /** Shares carried; of one that was left those of the years that were worked. */
  readonly hours: number
  readonly criticalHours: number
  /** Of a mean year; of one that was left no more than a whole run would give. */
  readonly generatorHours: number
  readonly fuelL: number
  readonly cycles: number
  /** Of the generator in each year that was worked. */
  readonly hoursByYear: readonly number[]
}

const at = (name: Total): number => TOTALS.indexOf(name)
const [UNMET, CRITICAL, HOURS, CRITICAL_HOURS] = [
  at('unmetHours'),
  at('criticalUnmetHours'),
  at('hours'),
  at('criticalHours'),
]
const [GENERATOR, FUEL, THROUGHPUT] = [at('generatorHours'), at('fuelL'), at('throughputWh')]
/** A year not worked yet runs the generator at least so much of what the least of those worked does: a guide, not a law. */
const LEAST_OF_LEAST = 0.9

/** Of what the years worked so far foretell by how hard each was for others, at least so much comes: a guide as well. */
const LEAST_OF_FORETOLD = 0.88
/** Of all years' hours, those of the years worked foretell nothing below. */
const LEAST_TELLING = 0.15

/** When years may be left before their end. */
export interface Leaving {
  /** Whether a mean year of a generator costs more than a design may. */
  readonly isTooDear: (generatorHours: number, fuelL: number) => boolean
  /** What years not worked yet come to is guessed from those that were; else only what is certain counts. */
  readonly mayGuess: boolean
  /** Share of all hours of a generator that fell in each year with designs worked before; null while there are none. */
  readonly yearShares: readonly number[] | null
}

/** What is worked of every design of a search. */
export interface SearchSetting {
  readonly plan: Plan
  readonly schedule: Float64Array
  readonly asked: AskedOfYear
}

/**
 * Works the years of a design, some side by side, and looks after each month whether it misses what is asked, after each group
 * of years whether it costs too much. The same years as those a design is judged by.
 * @param beside what the years were put in place in
 * @param leaving null to work them to the end whatever they say
 */
export function workSearched(
  terms: Terms,
  setting: SearchSetting,
  beside: Beside,
  { count, groups }: SearchYears,
  leaving: Leaving | null,
): SearchedYears {
  const { plan, schedule, asked } = setting
  const plant = { parameters: packed(terms), schedule, divisor: plan.divisor }
  const verdict = verdictOf(setting, count)
  const sum = noTotals()
  const hoursByYear: number[] = []
  const least = { hours: Number.POSITIVE_INFINITY, fuelL: Number.POSITIVE_INFINITY }
  for (const group of groups) {
    const rows = group.years.map(({ weather }) => begunYear(terms, weather))
    beside.run(plant, group, RUN_IN_DAY, DAYS_IN_YEAR, rows)
    for (const { state, totals } of rows) {
      startCounting(state)
      totals.fill(0)
    }
    verdict.begin()
    for (const [month, first] of FIRST_DAY.entries()) {
      beside.run(plant, group, first, FIRST_DAY[month + 1] ?? DAYS_IN_YEAR, rows)
      verdict.look(sum, rows)
      if (!leaving || verdict.holds) continue
      for (const { totals } of rows) add(sum, totals)
      return told('misses', sum, terms, count, hoursByYear.length + rows.length, hoursByYear)
    }
    for (const { totals } of rows) {
      add(sum, totals)
      hoursByYear.push(totals[GENERATOR] ?? 0)
      least.hours = Math.min(least.hours, totals[GENERATOR] ?? 0)
      least.fuelL = Math.min(least.fuelL, totals[FUEL] ?? 0)
    }
    const done = hoursByYear.length
    if (!leaving || done === count) continue
    const ahead = leaving.mayGuess ? (count - done) * LEAST_OF_LEAST : 0
    const foretold = leaving.mayGuess ? foretelling(leaving.yearShares, done) : 0
    const most = (sumOf: number, leastOf: number) => Math.max(sumOf + ahead * leastOf, foretold * sumOf) / count
    const hours = most(sum[GENERATOR] ?? 0, least.hours)
    const fuelL = most(sum[FUEL] ?? 0, least.fuelL)
    const misses = asked.generatorHours !== null && hours > asked.generatorHours
    if (misses || leaving.isTooDear(hours, fuelL)) {
      const end = misses ? 'misses' : 'dear'
      return { ...told(end, sum, terms, count, done, hoursByYear), generatorHours: hours, fuelL }
    }
  }
  return { ...told('whole', sum, terms, count, count, hoursByYear), holds: verdict.holds }
}

/** What all years come to at least, for each hour of those that were worked. */
function foretelling(yearShares: readonly number[] | null, worked: number): number {
  const told = yearShares?.slice(0, worked).reduce((sum, share) => sum + share, 0) ?? 0
  return told >= LEAST_TELLING ? LEAST_OF_FORETOLD / told : 0
}

function add(sum: Float64Array, totals: Float64Array): Float64Array {
  for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] ?? 0) + (totals[i] ?? 0)
  return sum
}

/** Whether what is missed so far is more than all the years may miss. */
function verdictOf({ schedule, asked }: SearchSetting, count: number) {
  const { hoursFraction, criticalFraction, yearsOfTen, generatorHours } = asked
  const wanted = yearHours(schedule)
  const mayMiss = yearsOfTen === null ? 0 : Math.floor(count * (1 - yearsOfTen / 10) + 1e-9)
  const over = (fraction: number | null, goneH: number, wantedH: number) =>
    fraction !== null && goneH > (1 - fraction) * wantedH + 1e-6
  let missed = 0
  const isMissed = new Set<number>()
  return {
    holds: true,
    begin() {
      isMissed.clear()
    },
    /** @param before of the years before; now of those side by side so far */
    look(before: Float64Array, now: readonly LaneRows[]) {
      const all = (which: number) => now.reduce((total, { totals }) => total + (totals[which] ?? 0), before[which] ?? 0)
      if (generatorHours !== null && all(GENERATOR) > generatorHours * count + 1e-6) this.holds = false
      if (yearsOfTen === null) {
        // Over all years together: what is missed already against what all of them may miss.
        if (
          over(hoursFraction, all(UNMET), wanted.all * count) ||
          over(criticalFraction, all(CRITICAL), wanted.critical * count)
        )
          this.holds = false
        return
      }
      for (const [year, { totals }] of now.entries()) {
        const misses =
          over(hoursFraction, totals[UNMET] ?? 0, wanted.all) ||
          over(criticalFraction, totals[CRITICAL] ?? 0, wanted.critical)
        if (!misses || isMissed.has(year)) continue
        isMissed.add(year)
        if (++missed > mayMiss) this.holds = false
      }
    },
  }
}

function told(
  end: SearchedYears['end'],
  sum: Float64Array,
  terms: Terms,
  count: number,
  worked: number,
  hoursByYear: readonly number[],
): SearchedYears {
  const share = (gone: number, wanted: number) => (wanted > 0 ? 1 - gone / wanted : 1)
  return {
    end,
    holds: false,
    hoursByYear,
    hours: share(sum[UNMET] ?? 0, sum[HOURS] ?? 0),
    criticalHours: share(sum[CRITICAL] ?? 0, sum[CRITICAL_HOURS] ?? 0),
    generatorHours: (sum[GENERATOR] ?? 0) / count,
    fuelL: (sum[FUEL] ?? 0) / count,
    cycles: (sum[THROUGHPUT] ?? 0) / terms.fullWh / worked,
  }
}

const wantedHours = new WeakMap<Float64Array, { readonly all: number; readonly critical: number }>()

/** Hours of a year in which something, and something critical, is wanted. */
function yearHours(schedule: Float64Array): { readonly all: number; readonly critical: number } {
  const known = wantedHours.get(schedule)
  if (known) return known
  const days = daysOf(1, 0)
  let [all, critical] = [0, 0]
  for (let day = 0; day < DAYS_IN_YEAR; day++)
    for (let hour = 0; hour < 24; hour++) {
      const row = (days[day * DAY_WIDTH] ?? 0) + hour * SCHEDULE_WIDTH
      const wanted = (column: number) => schedule[row + column] ?? 0
      const criticalW = wanted(0) + wanted(3)
      if (criticalW > 1e-6) critical++
      if (criticalW + wanted(1) + wanted(2) + wanted(4) + wanted(5) > 1e-6) all++
    }
  const found = { all, critical }
  wantedHours.set(schedule, found)
  return found
}
