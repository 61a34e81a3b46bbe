import type { Bank } from '../battery/bank.ts'
import type { BatteryResult } from '../battery/link.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { BusNeed } from '../loads/bus-need.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { sizesOf } from '../rules/ways.ts'
import { conductorOf } from '../tables/conductor.ts'
import { type Known, known } from '../working/working.ts'
import type { ArrayBrief } from './brief.ts'
import type { FurtherArray } from './further-array.ts'
import { sunNeeded } from './in-planes.ts'
import type { LayoutBrief } from './layout.ts'
import type { Losses } from './losses.ts'

/** What is asked of the main array beside the others, and what its layouts are judged by. */

/** Sizes of PV cable a rule set buys, thin to thick, mm². */
const leadAreasOf = (rules: RuleSet): number[] =>
  sizesOf(rules.laid({ kind: 'building', use: 'pv', ac: false, place: 'roof' }).value)
    .map((size) => conductorOf(size).areaMm2)
    .sort((a, b) => a - b)

/** What layouts are judged by. */
export function layoutBriefOf(
  brief: ArrayBrief,
  bank: Bank,
  requiredPowerW: Known,
  mainNeedWh: Known<number[]>,
  losses: Losses,
): LayoutBrief {
  const { strung, site, battery } = brief
  return {
    arrayPowerW: requiredPowerW.value,
    systemVoltageV: battery.systemVoltageV.value,
    batteryMaxV: bank.absorptionV,
    coldestC: site.recordLowC?.value ?? null,
    recordHighC: site.recordHighC.value,
    arrayLeadM: brief.arrayLeadM,
    leadAreasMm2: leadAreasOf(brief.rules),
    fixedControllers: brief.fixedControllers,
    clippingFraction: strung.clippingFraction ?? DEFAULTS.clippingFraction.value,
    planes: site.planes.map(({ share, peakSunHours }) => ({ share, peakSunHours: peakSunHours.value })),
    neededWh: sunNeeded(brief, mainNeedWh, losses),
    roomFor: brief.roomFor,
  }
}

/** Energy the main array must still bring, by month. */
export function lessFurther(byMonthWh: Known<number[]>, further: readonly FurtherArray[]): Known<number[]> {
  if (further.length === 0) return byMonthWh
  return known(
    byMonthWh.value.map((wh, month) =>
      Math.max(
        0,
        further.reduce((left, each) => left - (each.yieldWh.value[month] ?? 0), wh),
      ),
    ),
    'computed',
    'the bus by month, less what the further arrays bring',
  )
}

/** Of what the bus needs, what the main array still brings. */
export function shareOf(mainWh: Known<number[]>, allWh: Known<number[]>): number {
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)
  const all = sum(allWh.value)
  return all > 0 ? sum(mainWh.value) / all : 1
}

/** The bus with what the bank loses by itself in the months in use. */
export function withSelfDischarge(need: BusNeed, { selfDischargeWh }: BatteryResult): BusNeed {
  if (!selfDischargeWh) return need
  const byMonthWh = need.byMonthWh.value.map((wh) => (wh > 0 ? wh + selfDischargeWh.value : wh))
  return { ...need, byMonthWh: known(byMonthWh, 'computed', 'the bus, and what the bank loses by itself') }
}

/** What arrays on controllers of their own charge with, so far as their sheets say, A. */
export const chargeOf = (further: readonly FurtherArray[], { systemVoltageV }: BatteryResult): number =>
  further.reduce((sum, { strings }) => {
    if (!strings || strings.acInverter) return sum
    const { controller, choice, controllerArrayPowerW } = strings
    const eachA = Math.min(controller.ratedOutputA, controllerArrayPowerW.value / systemVoltageV.value)
    return sum + choice.quantity * eachA
  }, 0)
