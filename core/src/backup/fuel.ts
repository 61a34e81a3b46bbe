import { type Generator, itemName } from '../catalogue/schema.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import { assumedOf, entered, fromSheet, type Known, known, type Working } from '../working/working.ts'
import type { AlternatorResult } from './alternator.ts'
import type { BackupBrief } from './brief.ts'
import type { ChargeSource } from './charge-source.ts'
import { generatorYear } from './methods.ts'

/** What the generator runs and burns in an average year. */
export interface FuelYear {
  readonly hoursByMonth: Known<number[]>
  readonly litresByMonth: Known<number[]>
  readonly hours: Known
  readonly litres: Known
  readonly litresPerHour: Known
  readonly price: number | null
}

/** Hours and fuel of the months left to the backup, from what sun and alternator leave open; null without sun. */
export function fuelYear(
  { choice, array, battery, monthsInUse, controller }: BackupBrief,
  generator: Generator,
  charge: ChargeSource,
  { demandW, siteFactor }: { demandW: Known; siteFactor: Known },
  alternator: AlternatorResult | null,
  working: Working,
): FuelYear | null {
  if (!array.yieldWh || !controller.strings) return null
  const engineWh = alternator?.dailyEnergyWh.value ?? 0
  const left = choice.months.filter((month) => monthsInUse.includes(month))
  const deficits = array.needWh.map((needWh, month) =>
    left.includes(month + 1) ? Math.max(0, needWh - (array.yieldWh?.value[month] ?? 0) - engineWh) : 0,
  )
  const sheet = itemName(generator)
  const year = working.apply(generatorYear, {
    deficitWh: known(deficits, 'computed', 'what sun and engine leave open in the months left to the backup'),
    daysInMonth: known([...DAYS_IN_MONTH], 'table', 'days of the months'),
    chargerPowerW: charge.powerW,
    chargeEfficiency: battery.item
      ? fromSheet(battery.item.roundTripEfficiency, itemName(battery.item))
      : assumedOf(DEFAULTS.chargeEfficiency),
    demandW,
    generatorW: fromSheet(generator.continuousW, sheet),
    siteFactor,
    fuelPoints: fromSheet(generator.fuelPoints, sheet),
  })
  const price = choice.fuelPricePerL
  return { ...year, price: price === null ? null : entered(price, 'backup').value * year.litres.value }
}
