import type { Design } from '../chain/design.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Job } from '../job/schema.ts'
import type { Wear } from './plan.ts'
import { cyclesAt } from './wear.ts'

/** Yearly interest at which later money counts less. Assumption of Yard Lamp. */
export const DISCOUNT_FRACTION = 0.03
/** Oil, filters and wear of a generator, in money an hour. Assumption of Yard Lamp. */
export const UPKEEP_PER_HOUR = 0.5
/** Price of a litre where none is entered. Assumption of Yard Lamp. */
export const FUEL_PRICE_PER_L = 2
/** Depth at which the cycles of a mean year are counted, where only their number is known. */
const COUNTED_DEPTH = 0.5
/** No bank is said to last less. */
const LEAST_BANK_YEARS = 0.5

/** What is spent on a system besides its purchase. */
export interface Running {
  readonly price: number
  readonly bankPrice: number
  /** Years a bank lasts. */
  readonly bankYears: number
  /** Years after which it is bought again, where they were followed; each time it has lasted, where not. */
  readonly boughtAgain?: readonly number[]
  readonly generatorHours: number
  readonly fuelL: number
}

/**
 * Years a bank lasts where only the equivalent full cycles of a mean year are known: by the calendar or by its cycles,
 * whichever ends it first.
 */
export function bankYears({ wear, cycles }: { readonly wear: Wear; readonly cycles: number }): number {
  const byCycles =
    cycles > 0 ? cyclesAt(wear.cycleLife, COUNTED_DEPTH) / (cycles / COUNTED_DEPTH) : Number.POSITIVE_INFINITY
  return Math.max(LEAST_BANK_YEARS, Math.min(wear.calendarYears, byCycles))
}

/** What the years looked at cost, in money of the parts. */
export interface YearsAhead {
  /** Years looked at. */
  readonly years: number
  readonly bankYears: number
  /** Years from now in which the bank is bought again. */
  readonly boughtAgain: readonly number[]
  readonly bankPrice: number
  readonly fuelYearly: number
  readonly upkeepYearly: number
  /** Whether the price of a litre is assumed. */
  readonly isFuelAssumed: boolean
  /** Parts, and all the rest discounted to today. */
  readonly wholeCost: number
}

function everyTime(lasts: number, years: number): number[] {
  const times: number[] = []
  for (let again = lasts; again < years - 1e-9; again += lasts) times.push(again)
  return times
}

/** Years a person looks ahead. */
export const yearsLookedAt = ({ horizonYears }: Pick<Job, 'horizonYears'>): number =>
  horizonYears ?? DEFAULTS.horizonYears.value

/** Parts, and fuel, upkeep and banks bought again over the years looked at, each discounted to today. */
export function yearsAhead({ job, option }: Pick<Design, 'job' | 'option'>, running: Running): YearsAhead {
  const years = yearsLookedAt(job)
  const { fuelPricePerL } = option.backup
  const lasts = Math.max(LEAST_BANK_YEARS, running.bankYears)
  const fuelYearly = running.fuelL * (fuelPricePerL ?? FUEL_PRICE_PER_L)
  const upkeepYearly = running.generatorHours * UPKEEP_PER_HOUR
  const today = (after: number) => (1 + DISCOUNT_FRACTION) ** -after
  const boughtAgain = running.boughtAgain ?? everyTime(lasts, years)
  let cost = running.price
  for (let year = 1; year <= years; year++) cost += (fuelYearly + upkeepYearly) * today(year)
  for (const again of boughtAgain) cost += running.bankPrice * today(again)
  return {
    years,
    bankYears: lasts,
    boughtAgain,
    bankPrice: running.bankPrice,
    fuelYearly,
    upkeepYearly,
    isFuelAssumed: fuelPricePerL === null,
    wholeCost: cost,
  }
}
