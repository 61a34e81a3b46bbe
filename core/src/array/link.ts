import type { Bank } from '../battery/bank.ts'
import type { BatteryResult } from '../battery/link.ts'
import { type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import type { BusNeed } from '../chain/design.ts'
import type { Need } from '../chain/links.ts'
import { assumed, entered, enteredOr, fromSheet, type Known, known, type Working } from '../chain/working.ts'
import type { Option, Site } from '../job/schema.ts'
import { DARK_SUN_HOURS, type SiteResult, sunMonths } from '../site/link.ts'
import { formatQuantity, monthName } from '../units/format.ts'
import { CIRCUIT_LENGTH_M } from '../wiring/circuits.ts'
import { type FurtherArray, furtherArrays } from './further.ts'
import { type Layout, type LayoutBrief, rankLayouts } from './layout.ts'
import { type Losses, lossesOf } from './losses.ts'
import { monthYield, recoveryPower, recoveryTime, worstMonth } from './methods.ts'
import { layout as layoutMethod } from './string-methods.ts'

/** Days in which the bank should be full again. Source: handbook, schools. */
export const RECOVERY_DAYS = 7

export interface ArrayResult extends Losses {
  readonly text: string
  readonly needs: readonly Need[]
  readonly requiredPowerW: Known | null
  readonly designMonth: Known | null
  /** Months the sun alone must carry. */
  readonly sunMonths: readonly number[]
  readonly layout: Layout | null
  readonly panelLocked: boolean
  readonly layouts: readonly Layout[]
  /** Every panel of the catalogue, to judge what is kept beside. */
  readonly shelf: readonly Panel[]
  readonly panels: Known | null
  /** Of the main array. */
  readonly arrayPowerW: Known | null
  readonly controllerArrayPowerW: Known | null
  /** Arrays with controllers of their own, and the AC-coupled one, beside the main array. */
  readonly further: readonly FurtherArray[]
  /** Of all arrays. */
  readonly yieldWh: Known<number[]> | null
  readonly balanceWh: Known<number[]> | null
  readonly needWh: readonly number[]
  /** Average days of the design month in which the empty bank is full again; its value null where nothing is left over. */
  readonly recoveryDays: Known<number | null> | null
}

export interface ArrayBrief {
  readonly site: Site
  readonly option: Option
  readonly panels: readonly Panel[]
  readonly controllers: readonly Controller[]
  /** All controllers, those of all-in-ones too, for further arrays. */
  readonly everyController: readonly Controller[]
  /** Controllers that an all-in-one brings: their number is settled. */
  readonly fixedControllers: number | null
  readonly siteResult: SiteResult
  readonly battery: BatteryResult
  readonly need: BusNeed
  readonly inverterEfficiency: Known
  /** Share of the loads that runs between sunrise and sunset. */
  readonly dayFraction: Known
}

export function arrayLink(brief: ArrayBrief, working: Working): ArrayResult {
  const { site, option, siteResult, battery, need } = brief
  const losses = lossesOf(brief, working)
  const months = sunMonths(site, option)
  const further = furtherArrays(brief, losses, working)
  const nothing = {
    ...losses,
    needs: [],
    sunMonths: months,
    further,
    needWh: need.byMonthWh.value,
    requiredPowerW: null,
    designMonth: null,
    layout: null,
    panelLocked: option.array.panelId !== null,
    layouts: [],
    shelf: brief.panels,
    panels: null,
    arrayPowerW: null,
    controllerArrayPowerW: null,
    yieldWh: null,
    balanceWh: null,
    recoveryDays: null,
  }
  const { sunHours } = siteResult
  if (need.averageWh.value <= 0) return { ...nothing, text: 'loads needed' }
  if (!sunHours) return { ...nothing, text: 'sun needed' }
  const dark = months.find((month) => (sunHours.value[month - 1] ?? 0) < DARK_SUN_HOURS)
  if (dark !== undefined) {
    const message = `a backup in ${monthName(dark)}: no sun comes then, so no array can carry it`
    return {
      ...nothing,
      needs: [{ link: 'array', place: 'backup.months', message }],
      text: `no sun in ${monthName(dark)}`,
    }
  }
  const worst = working.apply('array', worstMonth, {
    busDailyEnergyWh: lessFurther(need.byMonthWh, further),
    peakSunHours: sunHours,
    systemEfficiency: losses.efficiencyByMonth,
    backupMonths: entered(
      Array.from({ length: 12 }, (_, m) => m + 1).filter((month) => !months.includes(month)),
      'array',
    ),
  })
  const requiredPowerW = withRecovery(brief, losses, sunHours, worst, further, working)
  const required = { ...nothing, requiredPowerW, designMonth: worst.designMonth }
  if (!battery.bank) return { ...required, text: 'battery needed' }
  const layouts = rankLayouts(brief.panels, brief.controllers, option, {
    arrayPowerW: requiredPowerW.value,
    ...layoutBrief(brief, battery.bank.absorptionV),
  })
  const chosen = layouts[0]
  if (!chosen) return { ...required, needs: [noLayout(option)], text: 'none fits' }
  return {
    ...required,
    layouts,
    layout: chosen,
    ...measure(brief, chosen, sunHours, losses, worst.designMonth, further, working),
  }
}

/** What any string of this job must keep to. */
export function layoutBrief(
  { site, option, siteResult, battery, fixedControllers }: ArrayBrief,
  batteryMaxV: number,
): Omit<LayoutBrief, 'arrayPowerW'> {
  return {
    systemVoltageV: battery.systemVoltageV.value,
    batteryMaxV,
    coldestC: siteResult.recordLowC?.value ?? null,
    recordHighC: siteResult.recordHighC.value,
    arrayLeadM: option.wiring.circuits.array?.lengthM ?? site.arrayToBatteryM ?? CIRCUIT_LENGTH_M.array,
    fixedControllers,
    clippingFraction: option.controller.clippingFraction ?? 0,
  }
}

/** Energy the main array must still bring, by month. */
function lessFurther(byMonthWh: Known<number[]>, further: readonly FurtherArray[]): Known<number[]> {
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

/** The balance of the worst month, or where asked for also the bank refilled within so many days. */
function withRecovery(
  { option, battery, need }: ArrayBrief,
  losses: Losses,
  sunHours: Known<number[]>,
  worst: { readonly arrayPowerW: Known; readonly designMonth: Known },
  further: readonly FurtherArray[],
  working: Working,
): Known {
  const at = worst.designMonth.value - 1
  const sun = sunHours.value[at] ?? 0
  if (option.array.sizing !== 'recover' || !battery.bank || sun < DARK_SUN_HOURS) return worst.arrayPowerW
  const needed = lessFurther(need.byMonthWh, further).value[at] ?? 0
  const { arrayPowerW } = working.apply('array', recoveryPower, {
    busDailyEnergyWh: known(needed, 'computed', `the bus in ${monthName(at + 1)}`),
    deficitWh: deficitOf(battery.bank, battery),
    recoveryDays: enteredOr(option.array.recoveryDays, 'array', assumed(RECOVERY_DAYS, 'at most a week')),
    peakSunHours: known(sun, 'computed', monthName(at + 1)),
    systemEfficiency: known(losses.efficiencyByMonth.value[at] ?? 1, 'computed', monthName(at + 1)),
  })
  return arrayPowerW.value > worst.arrayPowerW.value ? arrayPowerW : worst.arrayPowerW
}

/** What the days without sun take out of the bank: not more than it gives, and not what it holds beyond the brief. */
function deficitOf(bank: Bank, { dayToCarryWh, autonomyDays }: BatteryResult): Known {
  const askedWh = dayToCarryWh.value * autonomyDays.value
  return askedWh < bank.usableWh.value ? known(askedWh, 'computed', 'the days without sun') : bank.usableWh
}

function noLayout(option: Option): Need {
  const which =
    option.array.panelId !== null || option.controller.itemId !== null
      ? 'the chosen panel and controller'
      : 'any panel and controller of the catalogue'
  return {
    link: 'array',
    place: 'array.panelId',
    message: `a panel and a controller: no string can be made with ${which}`,
  }
}

function measure(
  { option, need, battery }: ArrayBrief,
  chosen: Layout,
  sunHours: Known<number[]>,
  losses: Losses,
  designMonth: Known,
  further: readonly FurtherArray[],
  working: Working,
) {
  const best = (value: number) => known(value, 'computed', 'cheapest layout that fits')
  const laid = working.apply('array', layoutMethod, {
    panelsPerString: enteredOr(option.controller.panelsPerString, 'controller', best(chosen.panelsPerString)),
    stringsPerController: enteredOr(
      option.controller.stringsPerController,
      'controller',
      best(chosen.stringsPerController),
    ),
    controllers: enteredOr(option.controller.quantity, 'controller', best(chosen.controllers)),
    panelPowerW: fromSheet(chosen.panel.powerW, itemName(chosen.panel)),
  })
  const main = working.apply('array', monthYield, {
    arrayPowerW: laid.arrayPowerW,
    peakSunHours: sunHours,
    systemEfficiency: losses.efficiencyByMonth,
    busDailyEnergyWh: need.byMonthWh,
  })
  const yields = further.length === 0 ? main : together(main.yieldWh, further, need)
  const at = designMonth.value - 1
  const recovery =
    battery.bank &&
    working.apply('array', recoveryTime, {
      deficitWh: deficitOf(battery.bank, battery),
      yieldWh: known(yields.yieldWh.value[at] ?? 0, 'computed', `all arrays in ${monthName(at + 1)}`),
      busDailyEnergyWh: known(need.byMonthWh.value[at] ?? 0, 'computed', `the bus in ${monthName(at + 1)}`),
    }).recoveryDays
  const count = further.length > 0 ? `, and ${further.length} more` : ''
  return {
    ...laid,
    ...yields,
    recoveryDays: recovery ?? null,
    text: `${laid.panels.value} × ${formatQuantity(chosen.panel.powerW, 'W')}${count}`,
  }
}

function together(mainWh: Known<number[]>, further: readonly FurtherArray[], need: BusNeed) {
  const yieldWh = mainWh.value.map((wh, month) =>
    further.reduce((sum, each) => sum + (each.yieldWh.value[month] ?? 0), wh),
  )
  return {
    yieldWh: known(yieldWh, 'computed', 'all arrays together'),
    balanceWh: known(
      yieldWh.map((wh, month) => wh - (need.byMonthWh.value[month] ?? 0)),
      'computed',
      'all arrays less the bus',
    ),
  }
}
