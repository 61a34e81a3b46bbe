import { NO_BATTERY_V } from '../array/ac-coupled.ts'
import type { ArrayResult } from '../array/link.ts'
import type { BatteryResult } from '../battery/link.ts'
import type { ArrayInverter, Controller, Panel } from '../catalogue/schema.ts'
import type { SiteResult } from '../site/link.ts'
import { formatQuantity } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import { entered, type Known, known, Working } from '../working/working.ts'
import { type StringFigures, type StringSurroundings, stringFigures } from './strings.ts'

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
  /** What its strings hang on: a controller, or an inverter on the AC side seen as one. */
  readonly controller: Controller
  /** That inverter; null for an array on the battery bus. */
  readonly acInverter: ArrayInverter | null
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
      ? [{ id: MAIN_ARRAY_ID, name: '', panel: layout.panel, controller: item, acInverter: null, quantity, strings }]
      : []
  return [...main, ...further]
}

export interface Upstream {
  readonly site: SiteResult
  readonly battery: BatteryResult
  readonly array: ArrayResult
  /** Share of the bank's charge current left to the controllers, which are set lower where they give more; null for no limit. */
  readonly heldShare: number | null
}

/** Each string inside its controller's window, and what the controllers give the battery. */
export const controllerLink: Link<Upstream, ControllerResult> = defineLink(
  'controller',
  ({ option }, { site, battery, array, heldShare }) => ({
    itemId: option.controller.itemId,
    setA: option.controller.setA,
    recordLowC: site.recordLowC,
    recordHighC: site.recordHighC,
    bank: battery.bank,
    systemVoltageV: battery.systemVoltageV,
    layout: array.layout,
    controllerArrayPowerW: array.controllerArrayPowerW,
    further: array.further,
    heldShare,
  }),
  (
    { itemId, setA, bank, systemVoltageV, layout, controllerArrayPowerW, further: beside, heldShare, ...site },
    working,
  ): ControllerResult => {
    const none = { needs: [], item: null, locked: itemId !== null, quantity: 0, strings: null }
    if (!bank) return { ...none, answer: 'array needed', further: [], chargeA: 0 }
    const around = { absorptionV: bank.absorptionV, systemVoltageV, site }
    const array = { layout, controllerArrayPowerW, further: beside }
    const brief = { array, setA, around }
    const overFraction =
      heldShare === null
        ? 1
        : (heldShare * bank.maxChargeA) / chargeOf(stringAll(brief, null, new Working('controller')))
    const arrays = stringAll(brief, overFraction < 1 ? overFraction : null, working)
    const further = arrays.filter(({ id }) => id !== MAIN_ARRAY_ID)
    const [main] = arrays
    if (!layout || main?.id !== MAIN_ARRAY_ID)
      return { ...none, answer: 'array needed', further, chargeA: chargeOf(arrays) }
    const { controller, controllers, panelsPerString } = layout
    const units = controllers > 1 ? `${controllers} × ` : ''
    const rating = `${formatQuantity(controller.maxInputV, 'V')} ${formatQuantity(controller.ratedOutputA, 'A')}`
    const series = panelsPerString === 1 ? 'single panels' : `${panelsPerString} in series`
    return {
      answer: `${units}${rating}, ${series}${further.length > 0 ? `, and ${further.length} more` : ''}`,
      needs: [],
      item: controller,
      locked: itemId !== null,
      quantity: controllers,
      strings: main.strings,
      further,
      chargeA: chargeOf(arrays),
    }
  },
)

const chargeOf = (arrays: readonly StrungArray[]): number =>
  arrays.reduce((sum, { strings }) => sum + strings.chargeA, 0)

interface StringBrief {
  readonly array: Pick<ArrayResult, 'layout' | 'controllerArrayPowerW' | 'further'>
  readonly setA: number | null
  readonly around: StringSurroundings
}

/**
 * Strings of every array: the main one first, where it is laid out.
 * @param heldFraction share of what they give that the bank bears; null where it bears all
 */
function stringAll({ array, setA, around }: StringBrief, heldFraction: number | null, working: Working): StrungArray[] {
  const { layout, controllerArrayPowerW } = array
  const held = (controller: Controller, chosenA: number | null, ratedA: () => number) =>
    settingOf(controller, chosenA, heldFraction, ratedA)
  const further = array.further.flatMap(({ id, name, strings }): StrungArray[] => {
    if (!strings) return []
    const { choice, panel, controller, acInverter } = strings
    const strung = {
      ...choice,
      panel,
      controller,
      acInverter,
      controllers: choice.quantity,
      controllerArrayPowerW: strings.controllerArrayPowerW,
    }
    const own = acInverter ? { ...around, absorptionV: NO_BATTERY_V } : around
    const outputA = () => stringFigures({ ...strung, setA: null }, own, new Working('controller')).outputA.value
    const set = acInverter ? null : held(controller, choice.setA, outputA)
    const figures = working.about({ id, name }, () => stringFigures({ ...strung, setA: set }, own, working))
    return [{ id, name, panel, controller, acInverter, quantity: choice.quantity, strings: figures }]
  })
  if (!layout || !controllerArrayPowerW) return further
  const strung = { ...layout, controllerArrayPowerW }
  const outputA = () => stringFigures({ ...strung, setA: null }, around, new Working('controller')).outputA.value
  const figures = stringFigures({ ...strung, setA: held(layout.controller, setA, outputA) }, around, working)
  const { panel, controller, controllers } = layout
  return [
    { id: MAIN_ARRAY_ID, name: '', panel, controller, acInverter: null, quantity: controllers, strings: figures },
    ...further,
  ]
}

/** What a controller is set to hold: as a person chose, or what the bank bears of it where its sheet lets it be set so low. */
function settingOf(
  controller: Controller,
  chosenA: number | null,
  heldFraction: number | null,
  outputA: () => number,
): Known | null {
  if (chosenA !== null) return entered(chosenA, 'controller')
  if (heldFraction === null || controller.leastSetA === null) return null
  const heldA = Math.floor(outputA() * heldFraction * 10) / 10
  return heldA >= controller.leastSetA ? known(heldA, 'computed', 'what the bank bears') : null
}
