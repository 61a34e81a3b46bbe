import type { Design } from '../chain/design.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'

export interface DumpShare {
  readonly id: string
  readonly name: string
  /** What it takes on an average day of each month, kWh. */
  readonly kwhByMonth: readonly number[]
  readonly kwhYear: number
}

export interface Surplus {
  /** Left over on an average day of each month, kWh. */
  readonly kwhByMonth: readonly number[]
  readonly kwhYear: number
  readonly dumps: readonly DumpShare[]
  /** Still left when every dump load has taken its part, kWh a year. */
  readonly unusedKwhYear: number
}

/** What the array has left over by month, and what the dump loads take of it in their order; null without a yield. */
export function surplusOf({ array, site, option }: Design): Surplus | null {
  if (!array.balanceWh) return null
  const left = array.balanceWh.value.map((wh) => Math.max(0, wh) / 1000)
  const kwhByMonth = [...left]
  const dumps = option.array.dumpLoads.map(({ id, name, powerW, mostKwhPerDay }): DumpShare => {
    const taken = left.map((kwh, month) => {
      // It can run no longer than the sun gives its peak, and no more than it has use for.
      const byPowerKwh = (powerW * (site.sunHours?.value[month] ?? 0)) / 1000
      return Math.min(kwh, mostKwhPerDay, byPowerKwh)
    })
    taken.forEach((kwh, month) => {
      left[month] = (left[month] ?? 0) - kwh
    })
    return { id, name, kwhByMonth: taken, kwhYear: yearOf(taken) }
  })
  return { kwhByMonth, kwhYear: yearOf(kwhByMonth), dumps, unusedKwhYear: yearOf(left) }
}

const yearOf = (byMonth: readonly number[]): number =>
  byMonth.reduce((sum, kwh, month) => sum + kwh * (DAYS_IN_MONTH[month] ?? 30), 0)
