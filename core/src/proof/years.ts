import type { AskedOfYear, WorkedYear, YearFigures, YearShares } from '../chain/worked-year.ts'
import { MONTH_OF_DAY } from '../site/synthetic-year.ts'
import { digestOf } from './digest.ts'
import { nightsFromFull } from './nights.ts'
import type { Plan } from './plan.ts'
import { judged } from './reliability.ts'
import type { Total, Totals } from './terms.ts'
import { DAYS_IN_YEAR, type Prepared, workBeside, workYear, type YearResult } from './year.ts'

/** Years a design is judged by wherever it is judged: page, list, check and report then say the same. */
export const JUDGED_YEARS = 20
/** Seed of the first of them. */
export const FIRST_SEED = 1

/** The figures of a year as they are told. */
export function yearFigures({ seed, totals, extremes }: YearResult, plan: Plan): YearFigures {
  return {
    seed,
    unmetWh: totals.unmetWh,
    unmetHours: totals.unmetHours,
    criticalUnmetWh: totals.criticalUnmetWh,
    criticalUnmetHours: totals.criticalUnmetHours,
    longestGapHours: extremes.longestGapHours,
    generatorHours: totals.generatorHours,
    fuelL: totals.fuelL,
    surplusWh: totals.cutWh + totals.acCutWh,
    lowestSoc: extremes.lowestSoc,
    fullCharges: totals.fullDays,
    equivalentCycles: totals.throughputWh / plan.terms.fullWh,
  }
}

/** Shares carried over all years together; a system that wants nothing carries all of it. */
export function sharesOf(years: readonly YearResult[]): YearShares {
  const sum = (name: Total) => years.reduce((total, { totals }) => total + totals[name], 0)
  const share = (missed: Total, wanted: Total) => (sum(wanted) > 0 ? 1 - sum(missed) / sum(wanted) : 1)
  return {
    wh: share('unmetWh', 'wantedWh'),
    hours: share('unmetHours', 'hours'),
    criticalWh: share('criticalUnmetWh', 'criticalWantedWh'),
    criticalHours: share('criticalUnmetHours', 'criticalHours'),
  }
}

/** The month, 1 to 12, in which the longest gap of a year began. */
export function gapMonth({ extremes }: YearResult, divisor: number): number {
  const begun = (extremes.longestGapEnd + 1) / divisor - extremes.longestGapHours
  const day = Math.max(0, Math.min(DAYS_IN_YEAR - 1, Math.floor(begun / 24)))
  return (MONTH_OF_DAY[day] ?? 0) + 1
}

export const digestOfPlan = (plan: Plan, asked: AskedOfYear): string => digestOf(JSON.stringify([plan, asked]))

/** How a span of years stands to what is asked. */
function judgedYears({ plan }: Prepared, asked: AskedOfYear, years: readonly YearResult[], nights: number) {
  return judged(asked, {
    years: years.map((year) => yearFigures(year, plan)),
    hours: years.map(({ totals }) => totals.hours),
    criticalHours: years.map(({ totals }) => totals.criticalHours),
    share: sharesOf(years),
    nights,
  })
}

/** How many of them, each by itself, carry what is asked. */
export function yearsCarried(prepared: Prepared, asked: AskedOfYear, years: readonly YearResult[]): number {
  const nights = nightsFromFull(prepared.plan)
  return years.filter((year) => judgedYears(prepared, asked, [year], nights).every(({ met }) => met)).length
}

/** What so many years come to, held against what is asked of them. */
export function workedYear(prepared: Prepared, asked: AskedOfYear, years: readonly YearResult[]): WorkedYear {
  const { plan } = prepared
  const told = years.map((year) => yearFigures(year, plan))
  const share = sharesOf(years)
  const nights = nightsFromFull(plan)
  const askedFor = judgedYears(prepared, asked, years, nights)
  const longest = years.reduce<YearResult | null>(
    (most, year) => (year.extremes.longestGapHours > (most?.extremes.longestGapHours ?? 0) ? year : most),
    null,
  )
  return {
    digest: digestOfPlan(plan, asked),
    years: told,
    share,
    asked,
    askedFor,
    carried: askedFor.every(({ met }) => met),
    longestGap: longest
      ? { hours: longest.extremes.longestGapHours, month: gapMonth(longest, plan.divisor), seed: longest.seed }
      : { hours: 0, month: 0, seed: 0 },
    clipping: { pvWh: meanTotal(years, 'pvWh'), clippedWh: meanTotal(years, 'clippedWh') },
    nights,
  }
}

const meanTotal = (years: readonly YearResult[], name: Total): number =>
  years.reduce((sum, { totals }) => sum + totals[name], 0) / Math.max(1, years.length)

/** So many years, one seed after another. */
export const workYears = (prepared: Prepared, count: number, firstSeed: number = FIRST_SEED): YearResult[] =>
  count === 1
    ? [workYear(prepared, firstSeed)]
    : workBeside(
        prepared,
        Array.from({ length: count }, (_, i) => ({ seed: firstSeed + i })),
      )

/** Mean and spread of a total by month over many years. */
export interface MonthSpread {
  readonly mean: number
  readonly low: number
  readonly high: number
}

/** By month, January first: the mean, and what one year in ten is below and above. */
export function monthSpread(years: readonly YearResult[], of: (month: Totals) => number): MonthSpread[] {
  return Array.from({ length: 12 }, (_, month) => {
    const figures = years.flatMap(({ months }) => (months[month] ? [of(months[month])] : []))
    return spreadOf(figures)
  })
}

/** Mean of some figures, and what a tenth of them is below and above. */
export function spreadOf(figures: readonly number[]): MonthSpread {
  const sorted = [...figures].sort((a, b) => a - b)
  return {
    mean: figures.reduce((sum, each) => sum + each, 0) / Math.max(1, figures.length),
    low: quantile(sorted, 0.1),
    high: quantile(sorted, 0.9),
  }
}

/** @param sorted ascending */
export function quantile(sorted: readonly number[], share: number): number {
  if (sorted.length === 0) return 0
  const at = share * (sorted.length - 1)
  const below = Math.floor(at)
  const [low, high] = [sorted[below] ?? 0, sorted[Math.min(sorted.length - 1, below + 1)] ?? 0]
  return low + (at - below) * (high - low)
}
