import { type Run, runDays } from './balance.ts'
import { besideOf } from './beside.ts'
import { FOR_FIGURES, FOR_SEARCH } from './kernel/lanes.ts'
import { noExtremes, noTotals, TOTALS } from './terms.ts'
import { DAYS_IN_YEAR, daysOf, dumpRows, fullState, type Prepared } from './year.ts'

const MANNERS = { figures: FOR_FIGURES, search: FOR_SEARCH }

/** The loop and the kernel alone, for who measures them beside another. */
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
  /** Works the first years of a plan side by side, once each time it is called, and gives the sum of the first one's totals. */
  sideBySide({ plan, weather, schedule, parameters }: Prepared, manner: keyof typeof MANNERS) {
    const { terms, divisor, dayLoadSpread } = plan
    const beside = besideOf(MANNERS[manner])
    const seeds = Array.from({ length: beside.count }, (_, i) => i + 1)
    const placed = beside.place(
      seeds.map((seed) => ({ weather: weather.year(seed), days: daysOf(seed, dayLoadSpread) })),
    )
    const plant = { parameters, schedule, divisor }
    const kept = MANNERS[manner].kept?.map((name) => TOTALS.indexOf(name))
    return {
      years: beside.count,
      /** Whether a total is among those added up. */
      isKept: (at: number) => kept === undefined || kept.includes(at),
      work(): Float64Array {
        const rows = seeds.map(() => ({
          state: fullState(terms, 10),
          totals: noTotals(),
          extremes: noExtremes(),
          dumps: dumpRows(terms),
        }))
        beside.run(plant, placed, 0, DAYS_IN_YEAR, rows)
        return rows[0]?.totals ?? noTotals()
      },
    }
  },
}
