import type { Design } from '../chain/design.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { deliveredPrice } from '../parts/delivered-price.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { assumed, enteredOr, type Known, known, Working } from '../working/working.ts'

/** What a kilowatt-hour of this system costs over its years; null while it is not whole. */
export function deliveredPerKwh({ job, battery: { bank, chemistry }, parts, loads }: Design): Known | null {
  const yearWh = loads.busByMonthWh.value.reduce((sum, wh, month) => sum + wh * (DAYS_IN_MONTH[month] ?? 30), 0)
  if (!bank || yearWh <= 0 || bank.years.value <= 0) return null
  return new Working('parts').apply(deliveredPrice, {
    systemPrice: parts.price,
    bankPrice: known(
      bank.price * (job.batteryPriceFactors[chemistry] ?? 1),
      'catalogue',
      'units of the bank, after subsidy or tax',
    ),
    bankYears: bank.years,
    horizonYears: enteredOr(job.horizonYears, 'battery', assumed(DEFAULTS.horizonYears.value, 'years looked at')),
    yearlyEnergyKwh: known(yearWh / 1000, 'computed', 'the bus, month by month'),
  }).pricePerKwh
}
