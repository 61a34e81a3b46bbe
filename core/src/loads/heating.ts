import type { Need } from '../chain/links.ts'
import { assumed, entered, enteredOr, type Known, known, type Working } from '../chain/working.ts'
import type { Job } from '../job/schema.ts'
import { ASSUMED_DAY_SWING_K } from '../site/link.ts'
import { MONTH_NAMES } from '../units/format.ts'
import { boxHeating, heaterPower } from './heating-methods.ts'

/** Outside while neither a monthly mean nor a record low is entered, °C: the safer figure. Assumption of Yard Lamp. */
const ASSUMED_OUTSIDE_C = -20

/** The heater of the battery box, by month. */
export interface HeatingResult {
  readonly supply: 'ac' | 'dc'
  /** Energy a day, January first. */
  readonly byMonthWh: readonly Known[]
  /** What the heater must give at the record low. */
  readonly neededW: Known
  /** Its rating where entered, else what it must give. */
  readonly heaterW: Known
  readonly seenByMonitor: boolean
  readonly none: Known
}

export function heatingOf(job: Job, needs: Need[], working: Working): HeatingResult | null {
  const { batteryHeating: heating, site } = job
  if (!heating) return null
  const setPointC = entered(heating.setPointC, 'battery box')
  const boxWPerK = entered(heating.boxWPerK, 'battery box')
  const coldC = enteredOr(
    site.recordLowC,
    'site',
    assumed(ASSUMED_OUTSIDE_C, 'no record low entered: the safer figure'),
  )
  const missing = site.monthMeanC.indexOf(null)
  if (missing >= 0)
    needs.push({
      link: 'site',
      place: `site.monthMeanC.${missing}`,
      message:
        'the mean temperature of each month, for the heating of the battery box; the record low is taken until then',
    })
  const daySwingK = enteredOr(site.daySwingK, 'site', assumed(ASSUMED_DAY_SWING_K, 'a common swing of day and night'))
  const byMonthWh = MONTH_NAMES.map(
    (name, month) =>
      working.about(`battery box, ${name}`, () =>
        working.apply('loads', boxHeating, {
          outsideMeanC: enteredOr(site.monthMeanC[month] ?? null, 'site', coldC),
          daySwingK,
          setPointC,
          boxWPerK,
        }),
      ).dailyEnergyWh,
  )
  const neededW = working.about('battery box', () =>
    working.apply('loads', heaterPower, { coldestC: coldC, setPointC, boxWPerK }),
  ).heaterW
  return {
    supply: heating.supply,
    byMonthWh,
    neededW,
    heaterW: enteredOr(heating.heaterW, 'battery box', neededW),
    seenByMonitor: heating.seenByMonitor,
    none: known(0, 'computed', 'no heating'),
  }
}
