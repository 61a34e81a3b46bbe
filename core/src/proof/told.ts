import type { AskedOfYear, WorkedYear, YearFigures } from '../chain/worked-year.ts'
import { FIRST_DAY } from '../site/synthetic-year.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { atOneGo, type ByAndBy } from './by-and-by.ts'
import { FOR_FIGURES } from './kernel/lanes.ts'
import { LANES } from './kernel/words.ts'
import type { Plan } from './plan.ts'
import { FLOW_WIDTH, FLOWS, type Totals, WEATHER_WIDTH } from './terms.ts'
import { wearOf } from './wear.ts'
import type { YearQuestion } from './with-year.ts'
import { DAYS_IN_YEAR, type Prepared, prepare, workBeside, workYear, type YearResult } from './year.ts'
import { FIRST_SEED, JUDGED_YEARS, type MonthSpread, monthSpread, spreadOf, workedYear, yearFigures } from './years.ts'

/** Figures told by month, of the mean year and with their spread; kWh, hours, litres, nights, days. */
export interface MonthsTold {
  /** In the planes of the main array on a mean day, kWh/m². */
  readonly sunHours: readonly MonthSpread[]
  readonly pvKwh: readonly MonthSpread[]
  readonly wantedKwh: readonly MonthSpread[]
  readonly servedKwh: readonly MonthSpread[]
  readonly unmetKwh: readonly MonthSpread[]
  readonly unmetHours: readonly MonthSpread[]
  readonly shortNights: readonly MonthSpread[]
  readonly generatorHours: readonly MonthSpread[]
  readonly fuelL: readonly MonthSpread[]
  readonly surplusKwh: readonly MonthSpread[]
  readonly clippedKwh: readonly MonthSpread[]
  /** What each that takes surplus takes of it, in their order. */
  readonly dumpsKwh: readonly (readonly MonthSpread[])[]
  readonly fullDays: readonly MonthSpread[]
  /** What sun and engine bring to the loads and the bank, after all that is lost on the way to the bus. */
  readonly broughtKwh: readonly MonthSpread[]
}

/** What some years of a plan tell a page. Plain data. */
export interface YearsTold {
  readonly worked: WorkedYear
  readonly months: MonthsTold
  /** Of a year: the mean, and what one year in ten is below and above. */
  readonly spread: {
    readonly unmetHours: MonthSpread
    readonly generatorHours: MonthSpread
    readonly fuelL: MonthSpread
    readonly surplusKwh: MonthSpread
    readonly clippedKwh: MonthSpread
    readonly lowestSoc: MonthSpread
    readonly fullCharges: MonthSpread
    readonly equivalentCycles: MonthSpread
  }
  /** Of the bank's life in a mean year, and the years it lasts so. */
  readonly wear: { readonly byCycles: number; readonly byCalendar: number; readonly years: number }
  /** The year that goes worst. */
  readonly worstSeed: number
  /** Sun that comes in an ordinary year, kWh. */
  readonly pvKwh: number
}

/** Years whose charge is followed by the hour for the wear of the bank. */
const WORN_YEARS = 5
/** Years that lie side by side. */
const SIDE_BY_SIDE = LANES[FOR_FIGURES.shape]

/** How far years are that are being told: the share of them that is worked, and the first. */
export interface YearsCame {
  readonly share: number
  readonly first: YearFigures
}

/** Works some years and tells what they come to; a step is a year, or some that were worked side by side. */
export function* tellingYears(
  { plan, asked }: Pick<YearQuestion, 'plan' | 'asked'>,
  count: number = JUDGED_YEARS,
  prepared: Prepared = prepare(plan),
): ByAndBy<YearsCame, YearsTold> {
  const years: YearResult[] = []
  const suns: number[][] = []
  const socs: Float64Array[] = []
  let first: YearFigures | null = null
  const came = (some: readonly YearResult[]): YearsCame[] => {
    years.push(...some)
    if (!first && years[0]) first = yearFigures(years[0], plan)
    return first ? [{ share: years.length / count, first }] : []
  }
  for (let i = 0; i < Math.min(count, WORN_YEARS); i++) {
    const weather = prepared.weather.year(FIRST_SEED + i)
    const year = workYear(prepared, FIRST_SEED + i, { flows: true, weather })
    suns.push(sunHoursOf(weather))
    if (year.flows) socs.push(flowOf(year.flows, 'soc', plan.divisor))
    yield* came([{ ...year, flows: null }])
  }
  while (years.length < count) {
    const together = Array.from({ length: Math.min(SIDE_BY_SIDE, count - years.length) }, (_, i) => {
      const seed = FIRST_SEED + years.length + i
      return { seed, weather: prepared.weather.year(seed) }
    })
    for (const { weather } of together) suns.push(sunHoursOf(weather))
    yield* came(workBeside(prepared, together))
  }
  return told(prepared, asked, years, socs, suns)
}

/** What some years come to, worked at one go. @example tellYears(question).worked.share.hours // 0.9997 */
export const tellYears = (...asked: Parameters<typeof tellingYears>): YearsTold => atOneGo(tellingYears(...asked))

function told(
  prepared: Prepared,
  asked: AskedOfYear,
  years: readonly YearResult[],
  socs: readonly Float64Array[],
  suns: readonly (readonly number[])[],
): YearsTold {
  const { plan } = prepared
  const worked = workedYear(prepared, asked, years)
  const of = (figure: (year: YearResult) => number) => spreadOf(years.map(figure))
  const wear = socs.map((each) => wearOf(each, plan.wear))
  const mean = (figure: (each: (typeof wear)[number]) => number) =>
    wear.reduce((sum, each) => sum + figure(each), 0) / Math.max(1, wear.length)
  const kwh = (figure: (totals: Totals) => number) => monthSpread(years, (month) => figure(month) / 1000)
  return {
    worked,
    months: {
      sunHours: suns[0]?.map((_, month) => spreadOf(suns.map((year) => year[month] ?? 0))) ?? [],
      pvKwh: kwh(({ pvWh }) => pvWh),
      wantedKwh: kwh(({ wantedWh }) => wantedWh),
      servedKwh: kwh(({ wantedWh, unmetWh }) => wantedWh - unmetWh),
      unmetKwh: kwh(({ unmetWh }) => unmetWh),
      unmetHours: monthSpread(years, ({ unmetHours }) => unmetHours),
      shortNights: monthSpread(years, ({ shortNights }) => shortNights),
      generatorHours: monthSpread(years, ({ generatorHours }) => generatorHours),
      fuelL: monthSpread(years, ({ fuelL }) => fuelL),
      surplusKwh: kwh(({ cutWh, acCutWh }) => cutWh + acCutWh),
      clippedKwh: kwh(({ clippedWh }) => clippedWh),
      dumpsKwh: plan.terms.dumps.map((_, which) =>
        DAYS_IN_MONTH.map((__, month) => spreadOf(years.map(({ dumpedWh }) => (dumpedWh[month]?.[which] ?? 0) / 1000))),
      ),
      fullDays: monthSpread(years, ({ fullDays }) => fullDays),
      broughtKwh: kwh(
        (month) => month.pvWh - month.clippedWh - month.controllerLossWh + month.acCoupledWh + month.acCutWh,
      ),
    },
    spread: {
      unmetHours: of(({ totals }) => totals.unmetHours),
      generatorHours: of(({ totals }) => totals.generatorHours),
      fuelL: of(({ totals }) => totals.fuelL),
      surplusKwh: of(({ totals }) => (totals.cutWh + totals.acCutWh) / 1000),
      clippedKwh: of(({ totals }) => totals.clippedWh / 1000),
      lowestSoc: of(({ extremes }) => extremes.lowestSoc),
      fullCharges: of(({ totals }) => totals.fullDays),
      equivalentCycles: of(({ totals }) => totals.throughputWh / plan.terms.fullWh),
    },
    wear: {
      byCycles: mean(({ byCycles }) => byCycles),
      byCalendar: mean(({ byCalendar }) => byCalendar),
      years:
        1 /
        Math.max(
          1e-6,
          mean(({ fraction }) => fraction),
        ),
    },
    worstSeed: worstOf(years).seed,
    pvKwh: of(({ totals }) => totals.pvWh / 1000).mean,
  }
}

/** Sun on the main array of the mean day of each month, kWh/m². */
export function sunHoursOf(weather: Float64Array): number[] {
  return DAYS_IN_MONTH.map((days, month) => {
    const first = (FIRST_DAY[month] ?? 0) * 24
    let sum = 0
    for (let hour = first; hour < first + days * 24; hour++) sum += weather[hour * WEATHER_WIDTH] ?? 0
    return sum / 1000 / days
  })
}

/** The year in which most goes without; of equals the one whose bank gets lowest. */
function worstOf(years: readonly YearResult[]): YearResult {
  const [first] = years
  if (!first) throw new Error('no year was worked')
  return years.reduce((worst, year) => {
    if (year.totals.unmetWh !== worst.totals.unmetWh) return year.totals.unmetWh > worst.totals.unmetWh ? year : worst
    return year.extremes.lowestSoc < worst.extremes.lowestSoc ? year : worst
  }, first)
}

/** One flow of a year by the hour: what stands at its end for a charge, the mean of its steps for a flow. */
export function flowOf(flows: Float64Array, name: (typeof FLOWS)[number], divisor: number): Float64Array {
  const column = FLOWS.indexOf(name)
  const atEnd = name === 'soc' || name === 'storedWh' || name === 'batteryC'
  const hours = new Float64Array(DAYS_IN_YEAR * 24)
  for (let hour = 0; hour < hours.length; hour++) {
    if (atEnd) {
      hours[hour] = flows[((hour + 1) * divisor - 1) * FLOW_WIDTH + column] ?? 0
      continue
    }
    let sum = 0
    for (let part = 0; part < divisor; part++) sum += flows[(hour * divisor + part) * FLOW_WIDTH + column] ?? 0
    hours[hour] = sum / divisor
  }
  return hours
}

/** A year to be looked at hour by hour, each flow a row of 8760. */
export interface YearSeen {
  readonly seed: number
  readonly flows: Readonly<Record<(typeof FLOWS)[number], Float64Array>>
  /** Day, from 0, on which the worst fortnight begins. */
  readonly worstFortnight: number
}

/** The plan with nothing but the sun behind it. */
export const aloneOf = (plan: Plan): Plan => ({
  ...plan,
  terms: { ...plan.terms, generatorMostW: 0, mainsMostW: 0, alternatorMostW: 0 },
})

/** Days of the worst fortnight. */
export const FORTNIGHT = 14

/** The year of a seed, to be looked at. */
export const seeYear = (plan: Plan, seed: number, prepared: Prepared = prepare(plan)): YearSeen =>
  seenOf(workYear(prepared, seed, { flows: true }), plan)

/** A year that was worked with its flows, to be looked at. */
export function seenOf({ flows, seed }: YearResult, plan: Plan): YearSeen {
  if (!flows) throw new Error('no flows were kept')
  const seen = Object.fromEntries(FLOWS.map((name) => [name, flowOf(flows, name, plan.divisor)])) as YearSeen['flows']
  return { seed, flows: seen, worstFortnight: worstFortnight(seen) }
}

/** The fourteen days running in which most goes without; where nothing does, those in which the bank holds least. */
function worstFortnight({ unmetW, soc }: YearSeen['flows']): number {
  const byDay = (hourly: Float64Array) =>
    Array.from({ length: DAYS_IN_YEAR }, (_, day) =>
      hourly.subarray(day * 24, day * 24 + 24).reduce((a, b) => a + b, 0),
    )
  const [unmet, held] = [byDay(unmetW), byDay(soc)]
  let [worst, mostUnmet, leastHeld] = [0, -1, Number.POSITIVE_INFINITY]
  for (let day = 0; day + FORTNIGHT <= DAYS_IN_YEAR; day++) {
    let [missed, holds] = [0, 0]
    for (let i = day; i < day + FORTNIGHT; i++) {
      missed += unmet[i] ?? 0
      holds += held[i] ?? 0
    }
    if (missed > mostUnmet + 1e-6 || (missed > mostUnmet - 1e-6 && holds < leastHeld))
      [worst, mostUnmet, leastHeld] = [day, missed, holds]
  }
  return worst
}
