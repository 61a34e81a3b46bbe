import { type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Option } from '../job/schema.ts'
import type { Need } from '../working/links.ts'
import { assumedOf, entered, type Known, known, type Working } from '../working/working.ts'
import type { ArrayBrief } from './brief.ts'
import type { Losses } from './losses.ts'
import { acCoupled, monthYield } from './methods.ts'
import { layout as layoutMethod } from './string-methods.ts'

export type FurtherChoice = Option['controller']['further'][number]

/** An array beside the main one: strings on a controller of its own, or AC-coupled. */
export interface FurtherArray {
  /** Of the job's further array, or AC_COUPLED_ID. */
  readonly id: string
  readonly name: string
  /** Null for an AC-coupled array, which has an inverter of its own. */
  readonly strings: {
    readonly choice: FurtherChoice
    readonly panel: Panel
    readonly controller: Controller
    readonly panels: Known
    readonly controllerArrayPowerW: Known
  } | null
  readonly powerW: Known
  readonly yieldWh: Known<number[]>
  /** Of an AC-coupled array: what reaches the loads, as energy at the battery bus. */
  readonly acEfficiency: { readonly byDay: Known; readonly byNight: Known; readonly efficiency: Known } | null
}

/** Arrays beside the main one whose sheets are known, with what they bring, and what is needed of the others. */
export function furtherArrays(
  brief: ArrayBrief,
  losses: Losses,
  working: Working,
): { readonly further: FurtherArray[]; readonly needs: Need[] } {
  const further: FurtherArray[] = []
  const needs: Need[] = []
  for (const choice of brief.strung.further) {
    const panel = brief.panels.find(({ id }) => id === choice.panelId)
    const controller = brief.everyController.find(({ id }) => id === choice.controllerId)
    if (panel && controller && brief.site.sunHours)
      further.push(strungArray(brief, choice, panel, controller, losses, working))
    if (!panel) needs.push(lackOf(choice, 'panelId', 'panel'))
    if (!controller) needs.push(lackOf(choice, 'controllerId', 'controller'))
  }
  if (brief.acCoupledW && brief.site.sunHours) further.push(coupledArray(brief, brief.acCoupledW, losses, working))
  return { further, needs }
}

const lackOf = (choice: FurtherChoice, field: 'panelId' | 'controllerId', what: string): Need => ({
  link: 'controller',
  place: `controller.further.${choice.id}.${field}`,
  message: `the ${what} of ${choice.name}: "${choice[field]}" is not in the catalogue, and the array is not counted until then`,
})

function strungArray(
  { site, need }: ArrayBrief,
  choice: FurtherChoice,
  panel: Panel,
  controller: Controller,
  losses: Losses,
  working: Working,
): FurtherArray {
  return working.about({ id: choice.id, name: choice.name }, () => {
    const laid = working.apply(layoutMethod, {
      panelsPerString: entered(choice.panelsPerString, 'controller'),
      stringsPerController: entered(choice.stringsPerController, 'controller'),
      controllers: entered(choice.quantity, 'controller'),
      panelPowerW: known(panel.powerW, 'catalogue', itemName(panel)),
    })
    const plane = site.planes.find(({ plane: { id } }) => id === choice.planeId)
    const { yieldWh } = working.apply(monthYield, {
      arrayPowerW: laid.arrayPowerW,
      peakSunHours: plane?.peakSunHours ?? site.sunHours ?? known(Array<number>(12).fill(0), 'computed', ''),
      systemEfficiency: losses.efficiencyByMonth,
      busDailyEnergyWh: need.byMonthWh,
    })
    const { panels, controllerArrayPowerW } = laid
    return {
      id: choice.id,
      name: choice.name,
      strings: { choice, panel, controller, panels, controllerArrayPowerW },
      powerW: laid.arrayPowerW,
      yieldWh,
      acEfficiency: null,
    }
  })
}

export const AC_COUPLED_ID = 'ac-coupled'
const AC_COUPLED = { id: AC_COUPLED_ID, name: 'AC-coupled array' }

function coupledArray(brief: ArrayBrief, powerW: number, losses: Losses, working: Working): FurtherArray {
  return working.about(AC_COUPLED, () => {
    const at = (name: string) => 1 - (losses.losses[name]?.value ?? 0)
    const ahead = losses.single
      ? losses.systemEfficiency.value / brief.inverterEfficiency.value
      : at('soiling') * at('mismatch') * at('wiring') * at('ageing') * at('temperature')
    const acEfficiency = working.apply(acCoupled, {
      arrayEfficiency: known(Math.min(1, ahead), 'computed', 'losses up to its own inverter'),
      ownInverterEfficiency: assumedOf(DEFAULTS.acCoupledEfficiency),
      dayFraction: brief.dayFraction,
      inverterEfficiency: brief.inverterEfficiency,
      batteryEfficiency: known(at('battery'), 'computed', 'through the battery'),
    })
    const power = entered(powerW, 'inverter')
    const { yieldWh } = working.apply(monthYield, {
      arrayPowerW: power,
      peakSunHours: brief.site.sunHours ?? known(Array<number>(12).fill(0), 'computed', ''),
      systemEfficiency: known(Math.min(1, acEfficiency.efficiency.value), 'computed', 'AC-coupled, on the whole'),
      busDailyEnergyWh: brief.need.byMonthWh,
    })
    return { ...AC_COUPLED, strings: null, powerW: power, yieldWh, acEfficiency }
  })
}
