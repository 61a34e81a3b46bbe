import { type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import type { Need } from '../working/links.ts'
import { entered, known, type Working } from '../working/working.ts'
import { coupledArray } from './ac-coupled.ts'
import type { ArrayBrief } from './brief.ts'
import type { FurtherArray, FurtherChoice } from './further-array.ts'
import type { Losses } from './losses.ts'
import { monthYield } from './methods.ts'
import { layout as layoutMethod } from './string-methods.ts'

/** Arrays beside the main one whose sheets are known, with what they bring, and what is needed of the others. */
export function furtherArrays(
  brief: ArrayBrief,
  losses: Losses,
  working: Working,
): { readonly further: readonly FurtherArray[]; readonly needs: Need[] } {
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
  if (brief.acCoupled) {
    const coupled = coupledArray(brief, brief.acCoupled, losses, working)
    if (coupled.array) further.push(coupled.array)
    needs.push(...coupled.needs)
  }
  return { further: further.length === 0 ? NO_FURTHER : further, needs }
}
/** The same list each time, so that what is made of it is taken again. */
const NO_FURTHER: readonly FurtherArray[] = []

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
    const plane = site.everyPlane.find(({ plane: { id } }) => id === choice.planeId)
    const { yieldWh } = working.apply(monthYield, {
      arrayPowerW: laid.arrayPowerW,
      peakSunHours: plane?.peakSunHours ?? site.sunHours ?? known(Array<number>(12).fill(0), 'computed', ''),
      systemEfficiency: losses.ofController(panel, controller),
      busDailyEnergyWh: need.byMonthWh,
    })
    const { panels, controllerArrayPowerW } = laid
    return {
      id: choice.id,
      name: choice.name,
      strings: { choice, panel, controller, acInverter: null, panels, controllerArrayPowerW },
      powerW: laid.arrayPowerW,
      yieldWh,
      acEfficiency: null,
    }
  })
}
