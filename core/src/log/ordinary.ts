import { flowOf } from '../proof/told.ts'
import { DAYS_IN_YEAR, type Prepared, workYear } from '../proof/year.ts'
import { FIRST_SEED, JUDGED_YEARS, spreadOf } from '../proof/years.ts'
import { FIRST_DAY, MONTH_OF_DAY } from '../site/synthetic-year.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import type { Band, Ordinary } from './diagnosis.ts'

/** Figures of the days of one year. */
interface YearOfDays {
  readonly pvWh: readonly number[]
  readonly loadWh: readonly number[]
  readonly lowestSoc: readonly number[]
  readonly generatorH: readonly number[]
  readonly fullDays: readonly number[]
}

/** What ordinary years give: the years the design is judged by, by month and by day of a month. Some tenths of a second. */
export function ordinaryOf(prepared: Prepared, years: number = JUDGED_YEARS): Ordinary {
  const all = Array.from({ length: years }, (_, i) => yearOfDays(prepared, FIRST_SEED + i))
  const months = (of: (year: YearOfDays, month: number) => number): Band[] =>
    DAYS_IN_MONTH.map((_, month) => spreadOf(all.map((year) => of(year, month))))
  const sum = (days: readonly number[], month: number) =>
    days.slice(FIRST_DAY[month] ?? 0, FIRST_DAY[month + 1] ?? DAYS_IN_YEAR).reduce((total, each) => total + each, 0)
  const byDay = (of: (year: YearOfDays) => readonly number[], per: number): Band[] =>
    DAYS_IN_MONTH.map((_, month) =>
      spreadOf(
        all.flatMap((year) =>
          of(year)
            .slice(FIRST_DAY[month] ?? 0, FIRST_DAY[month + 1] ?? DAYS_IN_YEAR)
            .map((each) => each / per),
        ),
      ),
    )
  return {
    pvKwh: months((year, month) => sum(year.pvWh, month) / 1000),
    loadKwh: months((year, month) => sum(year.loadWh, month) / 1000),
    generatorH: months((year, month) => year.generatorH[month] ?? 0),
    fullDays: months((year, month) => year.fullDays[month] ?? 0),
    dayPvKwh: byDay(({ pvWh }) => pvWh, 1000),
    dayLoadKwh: byDay(({ loadWh }) => loadWh, 1000),
    dayLowestSoc: byDay(({ lowestSoc }) => lowestSoc, 0.01),
  }
}

function yearOfDays(prepared: Prepared, seed: number): YearOfDays {
  const { divisor } = prepared.plan
  const { flows, months } = workYear(prepared, seed, { flows: true })
  if (!flows) throw new Error('no flows were kept')
  const hours = (name: Parameters<typeof flowOf>[1]) => flowOf(flows, name, divisor)
  const [pv, clipped, cut, ac, dc] = [
    hours('pvW'),
    hours('clippedW'),
    hours('cutW'),
    hours('acServedW'),
    hours('dcServedW'),
  ]
  const soc = hours('soc')
  const days = (of: (at: number) => number) =>
    Array.from(MONTH_OF_DAY, (_, day) => {
      let sum = 0
      for (let at = day * 24; at < day * 24 + 24; at++) sum += of(at)
      return sum
    })
  return {
    pvWh: days((at) => (pv[at] ?? 0) - (clipped[at] ?? 0) - (cut[at] ?? 0)),
    loadWh: days((at) => (ac[at] ?? 0) + (dc[at] ?? 0)),
    lowestSoc: Array.from(MONTH_OF_DAY, (_, day) => Math.min(...soc.subarray(day * 24, day * 24 + 24))),
    generatorH: months.map(({ generatorHours }) => generatorHours),
    fullDays: months.map(({ fullDays }) => fullDays),
  }
}
