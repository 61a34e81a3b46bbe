import { DEFAULTS } from '../job/defaults.ts'
import type { Job, Site } from '../job/schema.ts'
import { MONTH_NAMES } from '../units/format.ts'
import type { Need } from '../working/links.ts'
import { assumedOf, entered, enteredOr, type Known, known, type Working } from '../working/working.ts'
import { boxHeating, boxHolds, heaterPower } from './heating-methods.ts'

/** What the heating of a battery box rests on. */
export type HeatingBrief = Pick<Job, 'batteryHeating'> & Pick<Site, 'recordLowC' | 'monthMeanC' | 'daySwingK'>

/** The heater of the battery box, by month. */
export interface HeatingResult {
  readonly supply: 'ac' | 'dc'
  /** Energy a day, January first. */
  readonly byMonthWh: readonly Known[]
  /** What the heater must give at the record low. */
  readonly neededW: Known
  /** Its rating where entered, else what it must give. */
  readonly heaterW: Known
  readonly setPointC: Known
  /** What the box holds at the record low with the heater it has. */
  readonly heldC: Known
  readonly seenByMonitor: boolean
  readonly none: Known
}

export function heatingOf(site: HeatingBrief, needs: Need[], working: Working): HeatingResult | null {
  const { batteryHeating: heating } = site
  if (!heating) return null
  const setPointC = entered(heating.setPointC, 'battery box')
  const boxWPerK = entered(heating.boxWPerK, 'battery box')
  const coldC = enteredOr(site.recordLowC, 'site', assumedOf(DEFAULTS.outsideBoxC))
  const missing = site.monthMeanC.indexOf(null)
  if (missing >= 0)
    needs.push({
      link: 'site',
      place: `site.monthMeanC.${missing}`,
      message:
        'the mean temperature of each month, for the heating of the battery box; the record low is taken until then',
    })
  const daySwingK = enteredOr(site.daySwingK, 'site', assumedOf(DEFAULTS.daySwingK))
  const byMonthWh = MONTH_NAMES.map(
    (name, month) =>
      working.about({ id: `battery-box.${month + 1}`, name: `battery box, ${name}` }, () =>
        working.apply(boxHeating, {
          outsideMeanC: enteredOr(site.monthMeanC[month] ?? null, 'site', coldC),
          daySwingK,
          setPointC,
          boxWPerK,
        }),
      ).dailyEnergyWh,
  )
  const box = { coldestC: coldC, setPointC, boxWPerK }
  const { neededW, heaterW, heldC } = working.about({ id: 'battery-box', name: 'battery box' }, () => {
    const needed = working.apply(heaterPower, box).heaterW
    const rated = enteredOr(heating.heaterW, 'battery box', needed)
    return { neededW: needed, heaterW: rated, heldC: working.apply(boxHolds, { ...box, heaterW: rated }).heldC }
  })
  return {
    supply: heating.supply,
    byMonthWh,
    neededW,
    heaterW,
    setPointC,
    heldC,
    seenByMonitor: heating.seenByMonitor,
    none: known(0, 'computed', 'no heating'),
  }
}
