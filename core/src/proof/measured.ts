import type { YearFigures, YearShares } from '../chain/worked-year.ts'
import type { MeasuredHours } from '../site/measured-year.ts'
import { seenOf, sunHoursOf, type YearSeen } from './told.ts'
import type { YearQuestion } from './with-year.ts'
import { type Prepared, prepare, workYear, type YearResult } from './year.ts'
import { FIRST_SEED, gapMonth, workedYear } from './years.ts'

/** What a measured year comes to with a plan. Plain data. */
export interface MeasuredTold {
  readonly figures: YearFigures
  readonly share: YearShares
  /** Whether this year alone would be what the brief asks. */
  readonly carried: boolean
  /** 1 to 12; 0 where there is no gap. */
  readonly gapMonth: number
  /** In the planes of the main array on a mean day, January first, kWh/m². */
  readonly sunHours: readonly number[]
  readonly seen: YearSeen
}

/** The year of hours that were brought in, run in and counted as a drawn one; loads differ from day to day as in that of the seed. */
export function workMeasured(
  prepared: Prepared,
  hours: MeasuredHours,
  seed: number = FIRST_SEED,
): { readonly year: YearResult; readonly weather: Float64Array } {
  const weather = prepared.weather.measured(hours)
  return { year: workYear(prepared, seed, { flows: true, weather }), weather }
}

/** What a measured year tells a page. */
export function tellMeasured(
  { plan, asked }: Pick<YearQuestion, 'plan' | 'asked'>,
  hours: MeasuredHours,
): MeasuredTold {
  const prepared = prepare(plan)
  const { year, weather } = workMeasured(prepared, hours)
  const worked = workedYear(prepared, asked, [year])
  const [figures] = worked.years
  if (!figures) throw new Error('no year was worked')
  return {
    figures,
    share: worked.share,
    carried: worked.carried,
    gapMonth: figures.longestGapHours > 0 ? gapMonth(year, plan.divisor) : 0,
    sunHours: sunHoursOf(weather),
    seen: seenOf(year, plan),
  }
}
