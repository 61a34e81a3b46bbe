import { COLDEST_ASSUMED_C, FULL_SUN_W_PER_M2, limitInputs } from '../array/layout.ts'
import type { ArrayResult } from '../array/link.ts'
import { stringFuse, stringLimits, stringVoltages } from '../array/string-methods.ts'
import type { BatteryResult } from '../battery/link.ts'
import { type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import type { Need } from '../chain/links.ts'
import { assumed, fromSheet, type Known, known, type Working } from '../chain/working.ts'
import type { Option } from '../job/schema.ts'
import type { SiteResult } from '../site/link.ts'
import { cellTemperature } from '../site/methods.ts'
import { formatQuantity } from '../units/format.ts'
import { mpptOutput, pwm } from './methods.ts'

export interface ControllerResult {
  readonly text: string
  readonly needs: readonly Need[]
  readonly item: Controller | null
  readonly locked: boolean
  readonly quantity: number
  readonly strings: StringFigures | null
  /** Strings of the further arrays, each on controllers of its own. */
  readonly further: readonly FurtherStrings[]
  /** Charge current of all controllers, A. */
  readonly chargeA: number
}

export interface FurtherStrings {
  readonly name: string
  readonly panel: Panel
  readonly controller: Controller
  readonly quantity: number
  readonly strings: StringFigures
}

/** Every array on a controller with its strings: the main one first. */
export function everyString({ array, controller }: { array: ArrayResult; controller: ControllerResult }) {
  const main =
    array.layout && controller.strings && controller.item
      ? [
          {
            name: '',
            panel: array.layout.panel,
            controller: controller.item,
            quantity: controller.quantity,
            strings: controller.strings,
          },
        ]
      : []
  return [...main, ...controller.further]
}

/** A string inside its controller's window, and what it feeds. */
export interface StringFigures {
  readonly panelsPerString: number
  readonly stringsPerController: number
  /** Parallel on one input: what the input current and the string fuse follow. */
  readonly stringsPerInput: number
  readonly maxSeries: Known
  readonly minSeries: Known
  /** Open-circuit at the record low, V. */
  readonly coldV: Known
  readonly openV: Known
  readonly workingV: Known
  /** Working voltage when hot, V. */
  readonly hotV: Known
  /** Lowest working voltage the controller charges at, V. */
  readonly neededV: number
  readonly maxInputV: number
  readonly hottestCellC: Known
  /** Short-circuit current of all strings on one controller with 1.25 for bright sun, A. */
  readonly inputA: Known
  readonly fuseRequired: Known<boolean>
  readonly fuseRatingA: Known<number | null>
  readonly reverseCurrentA: Known
  /** Current one controller gives the battery, A. */
  readonly outputA: Known
  readonly clippedW: Known
  /** Charge current of all controllers alike, A. */
  readonly chargeA: number
}

export function controllerLink(
  option: Option,
  site: SiteResult,
  battery: BatteryResult,
  array: ArrayResult,
  working: Working,
): ControllerResult {
  const locked = option.controller.itemId !== null
  const { bank } = battery
  if (!bank)
    return { text: 'array needed', needs: [], item: null, locked, quantity: 0, strings: null, further: [], chargeA: 0 }
  const figures = (strung: Strung) => measureStrings(strung, bank.absorptionV, battery, site, working)
  const further = array.further.flatMap(({ name, strings }): FurtherStrings[] => {
    if (!strings) return []
    const { choice, panel, controller, controllerArrayPowerW } = strings
    const strung = { ...choice, panel, controller, controllers: choice.quantity, controllerArrayPowerW }
    return [{ name, panel, controller, quantity: choice.quantity, strings: working.about(name, () => figures(strung)) }]
  })
  const furtherA = further.reduce((sum, each) => sum + each.strings.chargeA, 0)
  if (!array.layout || !array.controllerArrayPowerW) {
    return {
      text: 'array needed',
      needs: [],
      item: null,
      locked,
      quantity: 0,
      strings: null,
      further,
      chargeA: furtherA,
    }
  }
  const { controller, controllers, panelsPerString } = array.layout
  const strings = figures({ ...array.layout, controllerArrayPowerW: array.controllerArrayPowerW })
  const units = controllers > 1 ? `${controllers} × ` : ''
  const rating = `${formatQuantity(controller.maxInputV, 'V')} ${formatQuantity(controller.ratedOutputA, 'A')}`
  return {
    text: `${units}${rating}, ${seriesText(panelsPerString)}${further.length > 0 ? `, and ${further.length} more` : ''}`,
    needs: [],
    item: controller,
    locked,
    quantity: controllers,
    strings,
    further,
    chargeA: strings.chargeA + furtherA,
  }
}

/** Strings of one panel on controllers of one kind. */
interface Strung {
  readonly panel: Panel
  readonly controller: Controller
  readonly controllers: number
  readonly panelsPerString: number
  readonly stringsPerController: number
  readonly controllerArrayPowerW: Known
}

const seriesText = (panelsPerString: number): string =>
  panelsPerString === 1 ? 'single panels' : `${panelsPerString} in series`

function measureStrings(
  { panel, controller, controllers, panelsPerString, stringsPerController, controllerArrayPowerW }: Strung,
  absorptionV: number,
  battery: BatteryResult,
  site: SiteResult,
  working: Working,
): StringFigures {
  const stringsPerInput = Math.ceil(stringsPerController / controller.inputs)
  const panelSheet = itemName(panel)
  const controllerSheet = itemName(controller)
  const hottest = working.apply('controller', cellTemperature, {
    ambientC: site.recordHighC,
    irradianceWPerM2: assumed(FULL_SUN_W_PER_M2, 'full sun'),
    noctC: fromSheet(panel.noctC, panelSheet),
  })
  const batteryMaxV = known(absorptionV, 'catalogue', 'absorption voltage of the bank')
  const sheets = Object.fromEntries(
    Object.entries(limitInputs(panel, controller)).map(([key, value]) => [
      key,
      fromSheet(value, key.startsWith('v') ? panelSheet : controllerSheet),
    ]),
  ) as Record<keyof ReturnType<typeof limitInputs>, Known>
  const limits = working.apply('controller', stringLimits, {
    ...sheets,
    coldestC: site.recordLowC ?? assumed(COLDEST_ASSUMED_C, 'no record low entered: the safer figure'),
    hottestCellC: hottest.cellC,
    batteryMaxV,
  })
  const series = known(panelsPerString, 'computed', 'layout')
  const parallel = known(
    stringsPerInput,
    'computed',
    controller.inputs > 1 ? `${stringsPerController} strings on ${controller.inputs} inputs` : 'layout',
  )
  const voltages = working.apply('controller', stringVoltages, {
    panelsPerString: series,
    vocColdV: limits.vocColdV,
    vocV: sheets.vocV,
    vmpV: sheets.vmpV,
    vmpHotV: limits.vmpHotV,
  })
  const fuse = working.apply('controller', stringFuse, {
    iscA: fromSheet(panel.iscA, panelSheet),
    parallel,
    maxSeriesFuseA: fromSheet(panel.maxSeriesFuseA, panelSheet),
  })
  const input = working.apply('controller', pwm, { iscA: fromSheet(panel.iscA, panelSheet), parallel })
  const output = working.apply('controller', mpptOutput, {
    arrayPowerW: controllerArrayPowerW,
    batteryVoltageV: known(
      battery.systemVoltageV.value,
      'computed',
      'system voltage, nominal: the lower voltage gives the higher current',
    ),
    ratedOutputA: fromSheet(controller.ratedOutputA, controllerSheet),
    efficiency: fromSheet(controller.efficiency, controllerSheet),
  })
  return {
    panelsPerString,
    stringsPerController,
    stringsPerInput,
    maxSeries: limits.maxSeries,
    minSeries: limits.minSeries,
    coldV: voltages.coldV,
    openV: voltages.openV,
    workingV: voltages.workingV,
    hotV: voltages.hotV,
    neededV: Math.max(absorptionV + controller.startHeadroomV, controller.mpptMinV),
    maxInputV: controller.maxInputV,
    hottestCellC: hottest.cellC,
    inputA: input.minimumRatingA,
    fuseRequired: fuse.required,
    fuseRatingA: fuse.ratingA,
    reverseCurrentA: fuse.reverseCurrentA,
    outputA: output.limitedCurrentA,
    clippedW: output.clippedW,
    chargeA: output.limitedCurrentA.value * controllers,
  }
}
