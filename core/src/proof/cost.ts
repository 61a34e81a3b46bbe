import type { Design } from '../chain/design.ts'
import { DEFAULTS } from '../job/defaults.ts'
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

export interface Running {
  readonly price: number
  readonly bankPrice: number
  readonly wear: Wear
  readonly generatorHours: number
  readonly fuelL: number
  /** Equivalent full cycles of a mean year. */
  readonly cycles: number
}

/** Years a bank lasts in such a life: by the calendar or by its cycles, whichever ends it first. */
export function bankYears({ wear, cycles }: Pick<Running, 'wear' | 'cycles'>): number {
  const byCycles =
    cycles > 0 ? cyclesAt(wear.cycleLife, COUNTED_DEPTH) / (cycles / COUNTED_DEPTH) : Number.POSITIVE_INFINITY
  return Math.max(0.5, Math.min(wear.calendarYears, byCycles))
}

/** Price of the parts, and of fuel, upkeep and banks bought again over the years looked at, each discounted to today. */
export function wholeCost({ job, option }: Pick<Design, 'job' | 'option'>, running: Running): number {
  const years = job.horizonYears ?? DEFAULTS.horizonYears.value
  const fuelPrice = option.backup.fuelPricePerL ?? FUEL_PRICE_PER_L
  const yearly = running.fuelL * fuelPrice + running.generatorHours * UPKEEP_PER_HOUR
  const today = (after: number) => (1 + DISCOUNT_FRACTION) ** -after
  let cost = running.price
  for (let year = 1; year <= years; year++) cost += yearly * today(year)
  const lasts = bankYears(running)
  for (let again = lasts; again < years - 1e-9; again += lasts) cost += running.bankPrice * today(again)
  return cost
}
