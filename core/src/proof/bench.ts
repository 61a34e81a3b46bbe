import { type Run, runDays } from './balance.ts'
import { noExtremes, noTotals } from './terms.ts'
import { daysOf, dumpRows, fullState, type Prepared } from './year.ts'

/** The loop alone, for who measures it beside another. */
export const bench = {
  runDays,
  noTotals,
  noExtremes,
  /** What a year of a plan is worked from, and the state it begins in. */
  ready({ plan, weather, schedule, parameters }: Prepared): { readonly run: Run; readonly first: Float64Array } {
    const { terms, divisor, dayLoadSpread } = plan
    const days = daysOf(1, dayLoadSpread)
    const run = { parameters, schedule, days, weather: weather.year(1), dumps: dumpRows(terms), divisor }
    return { run, first: fullState(terms, 10) }
  },
}
