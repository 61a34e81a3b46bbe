import type { Design } from '../chain/design.ts'

/** Half a watt-hour a day is rounding, not a shortfall. */
const ROUNDING_WH = 0.5

export interface ShortMonth {
  readonly month: number
  /** Missing on an average day, Wh. */
  readonly shortWh: number
  /** Left to an alternator that does not bring it either. */
  readonly withAlternator: boolean
}

/**
 * Months nothing carries: those of the array alone, and those left to an alternator that brings less than is missing.
 * Generator and mains carry what is left to them. Null without a yield.
 */
export function shortMonths({ option, array, backup }: Design): ShortMonth[] | null {
  const { balanceWh, sunMonths } = array
  if (!balanceWh) return null
  const drivenWh = backup.alternator?.dailyEnergyWh.value ?? 0
  const driven = backup.kind === 'none' && option.backup.alternator !== null ? option.backup.months : []
  return array.needWh.flatMap((needWh, at) => {
    const month = at + 1
    const byArray = sunMonths.includes(month)
    if (!byArray && !(driven.includes(month) && needWh > 0)) return []
    const shortWh = -(balanceWh.value[at] ?? 0) - (byArray ? 0 : drivenWh)
    return shortWh > ROUNDING_WH ? [{ month, shortWh, withAlternator: !byArray }] : []
  })
}
