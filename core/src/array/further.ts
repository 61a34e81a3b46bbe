import { type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import { assumed, entered, type Known, known, type Working } from '../chain/working.ts'
import type { Option } from '../job/schema.ts'
import type { ArrayBrief } from './link.ts'
import type { Losses } from './losses.ts'
import { acCoupled, monthYield } from './methods.ts'
import { layout as layoutMethod } from './string-methods.ts'

export type FurtherChoice = Option['controller']['further'][number]

/** An array beside the main one: strings on a controller of its own, or AC-coupled. */
export interface FurtherArray {
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

/** Arrays beside the main one whose sheets are known, with what they bring. */
export function furtherArrays(brief: ArrayBrief, losses: Losses, working: Working): FurtherArray[] {
  const { option, siteResult } = brief
  if (!siteResult.sunHours) return []
  const strung = option.controller.further.flatMap((choice) => {
    const panel = brief.panels.find(({ id }) => id === choice.panelId)
    const controller = brief.everyController.find(({ id }) => id === choice.controllerId)
    return panel && controller ? [strungArray(brief, choice, panel, controller, losses, working)] : []
  })
  const coupled = option.inverter.acCoupledW ? [coupledArray(brief, option.inverter.acCoupledW, losses, working)] : []
  return [...strung, ...coupled]
}

function strungArray(
  { siteResult, need }: ArrayBrief,
  choice: FurtherChoice,
  panel: Panel,
  controller: Controller,
  losses: Losses,
  working: Working,
): FurtherArray {
  return working.about(choice.name, () => {
    const laid = working.apply('array', layoutMethod, {
      panelsPerString: entered(choice.panelsPerString, 'controller'),
      stringsPerController: entered(choice.stringsPerController, 'controller'),
      controllers: entered(choice.quantity, 'controller'),
      panelPowerW: known(panel.powerW, 'catalogue', itemName(panel)),
    })
    const plane = siteResult.planes.find(({ plane: { id } }) => id === choice.planeId)
    const { yieldWh } = working.apply('array', monthYield, {
      arrayPowerW: laid.arrayPowerW,
      peakSunHours: plane?.peakSunHours ?? siteResult.sunHours ?? known(Array<number>(12).fill(0), 'computed', ''),
      systemEfficiency: losses.efficiencyByMonth,
      busDailyEnergyWh: need.byMonthWh,
    })
    const { panels, controllerArrayPowerW } = laid
    return {
      name: choice.name,
      strings: { choice, panel, controller, panels, controllerArrayPowerW },
      powerW: laid.arrayPowerW,
      yieldWh,
      acEfficiency: null,
    }
  })
}

const AC_COUPLED = 'AC-coupled array'

function coupledArray(brief: ArrayBrief, powerW: number, losses: Losses, working: Working): FurtherArray {
  return working.about(AC_COUPLED, () => {
    const at = (name: string) => 1 - (losses.losses[name]?.value ?? 0)
    const ahead = losses.single
      ? losses.systemEfficiency.value / brief.inverterEfficiency.value
      : at('soiling') * at('mismatch') * at('wiring') * at('ageing') * at('temperature')
    const acEfficiency = working.apply('array', acCoupled, {
      arrayEfficiency: known(Math.min(1, ahead), 'computed', 'losses up to its own inverter'),
      ownInverterEfficiency: assumed(0.96, 'common sheets'),
      dayFraction: brief.dayFraction,
      inverterEfficiency: brief.inverterEfficiency,
      batteryEfficiency: known(at('battery'), 'computed', 'through the battery'),
    })
    const power = entered(powerW, 'inverter')
    const { yieldWh } = working.apply('array', monthYield, {
      arrayPowerW: power,
      peakSunHours: brief.siteResult.sunHours ?? known(Array<number>(12).fill(0), 'computed', ''),
      systemEfficiency: known(Math.min(1, acEfficiency.efficiency.value), 'computed', 'AC-coupled, on the whole'),
      busDailyEnergyWh: brief.need.byMonthWh,
    })
    return { name: AC_COUPLED, strings: null, powerW: power, yieldWh, acEfficiency }
  })
}
