import type { ArrayResult } from '../array/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { Controller, Panel } from '../catalogue/schema.ts'
import type { SiteResult } from '../site/link.ts'
import { formatQuantity } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import { type StringFigures, stringFigures } from './strings.ts'

export interface ControllerResult extends LinkResult {
  readonly item: Controller | null
  readonly locked: boolean
  readonly quantity: number
  readonly strings: StringFigures | null
  /** Strings of the further arrays, each on controllers of its own. */
  readonly further: readonly StrungArray[]
  /** Charge current of all controllers, A. */
  readonly chargeA: number
}

/** The id of the array that the design lays out; further ones have ids of their own. */
export const MAIN_ARRAY_ID = 'main'

/** An array on its controllers, with its strings. */
export interface StrungArray {
  /** MAIN_ARRAY_ID, or that of the job's further array. */
  readonly id: string
  /** Empty for the main array. */
  readonly name: string
  readonly panel: Panel
  readonly controller: Controller
  readonly quantity: number
  readonly strings: StringFigures
}

/** Every array on a controller with its strings: the main one first. */
export function everyString({
  array: { layout },
  controller: { strings, item, quantity, further },
}: {
  readonly array: Pick<ArrayResult, 'layout'>
  readonly controller: ControllerResult
}): StrungArray[] {
  const main =
    layout && strings && item
      ? [{ id: MAIN_ARRAY_ID, name: '', panel: layout.panel, controller: item, quantity, strings }]
      : []
  return [...main, ...further]
}

export interface Upstream {
  readonly site: SiteResult
  readonly battery: BatteryResult
  readonly array: ArrayResult
}

/** Each string inside its controller's window, and what the controllers give the battery. */
export const controllerLink: Link<Upstream, ControllerResult> = defineLink(
  'controller',
  ({ option }, { site, battery, array }) => ({
    itemId: option.controller.itemId,
    recordLowC: site.recordLowC,
    recordHighC: site.recordHighC,
    bank: battery.bank,
    systemVoltageV: battery.systemVoltageV,
    array,
  }),
  ({ itemId, bank, systemVoltageV, array, ...site }, working): ControllerResult => {
    const none = { needs: [], item: null, locked: itemId !== null, quantity: 0, strings: null }
    if (!bank) return { ...none, answer: 'array needed', further: [], chargeA: 0 }
    const around = { absorptionV: bank.absorptionV, systemVoltageV, site }
    const further = array.further.flatMap(({ id, name, strings }): StrungArray[] => {
      if (!strings) return []
      const { choice, panel, controller, controllerArrayPowerW } = strings
      const strung = { ...choice, panel, controller, controllers: choice.quantity, controllerArrayPowerW }
      const figures = working.about({ id, name }, () => stringFigures(strung, around, working))
      return [{ id, name, panel, controller, quantity: choice.quantity, strings: figures }]
    })
    const furtherA = further.reduce((sum, each) => sum + each.strings.chargeA, 0)
    const { layout, controllerArrayPowerW } = array
    if (!layout || !controllerArrayPowerW) return { ...none, answer: 'array needed', further, chargeA: furtherA }
    const { controller, controllers, panelsPerString } = layout
    const strings = stringFigures({ ...layout, controllerArrayPowerW }, around, working)
    const units = controllers > 1 ? `${controllers} × ` : ''
    const rating = `${formatQuantity(controller.maxInputV, 'V')} ${formatQuantity(controller.ratedOutputA, 'A')}`
    const series = panelsPerString === 1 ? 'single panels' : `${panelsPerString} in series`
    return {
      answer: `${units}${rating}, ${series}${further.length > 0 ? `, and ${further.length} more` : ''}`,
      needs: [],
      item: controller,
      locked: itemId !== null,
      quantity: controllers,
      strings,
      further,
      chargeA: strings.chargeA + furtherA,
    }
  },
)
