import { FULL_SUN_W_PER_M2, limitInputs } from '../array/layout.ts'
import { stringFuse, stringLimits, stringVoltages } from '../array/string-methods.ts'
import { type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { SiteResult } from '../site/link.ts'
import { cellTemperature } from '../site/methods.ts'
import { assumed, assumedOf, fromSheet, type Known, known, type Working } from '../working/working.ts'
import { mpptOutput, pwm } from './methods.ts'

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

/** Strings of one panel on controllers of one kind. */
export interface Strung {
  readonly panel: Panel
  readonly controller: Controller
  readonly controllers: number
  readonly panelsPerString: number
  readonly stringsPerController: number
  readonly controllerArrayPowerW: Known
}

/** What the strings of any array of the job stand against. */
export interface StringSurroundings {
  readonly absorptionV: number
  readonly systemVoltageV: Known
  readonly site: Pick<SiteResult, 'recordLowC' | 'recordHighC'>
}

export function stringFigures(strung: Strung, around: StringSurroundings, working: Working): StringFigures {
  const { panel, controller, controllers, panelsPerString, stringsPerController } = strung
  const stringsPerInput = Math.ceil(stringsPerController / controller.inputs)
  const panelSheet = itemName(panel)
  const iscA = fromSheet(panel.iscA, panelSheet)
  const { limits, voltages, hottestCellC } = windowOf(strung, around, working)
  const parallel = known(
    stringsPerInput,
    'computed',
    controller.inputs > 1 ? `${stringsPerController} strings on ${controller.inputs} inputs` : 'layout',
  )
  const fuse = working.apply(stringFuse, {
    iscA,
    parallel,
    maxSeriesFuseA: fromSheet(panel.maxSeriesFuseA, panelSheet),
  })
  const input = working.apply(pwm, { iscA, parallel })
  const output = outputOf(strung, around, working)
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
    neededV: Math.max(around.absorptionV + controller.startHeadroomV, controller.mpptMinV),
    maxInputV: controller.maxInputV,
    hottestCellC,
    inputA: input.minimumRatingA,
    fuseRequired: fuse.required,
    fuseRatingA: fuse.ratingA,
    reverseCurrentA: fuse.reverseCurrentA,
    outputA: output.limitedCurrentA,
    clippedW: output.clippedW,
    chargeA: output.limitedCurrentA.value * controllers,
  }
}

/** Volts of a string, cold and hot, and how many panels the window takes. */
function windowOf(
  { panel, controller, panelsPerString }: Strung,
  { absorptionV, site }: StringSurroundings,
  working: Working,
) {
  const [panelSheet, controllerSheet] = [itemName(panel), itemName(controller)]
  const { cellC } = working.apply(cellTemperature, {
    ambientC: site.recordHighC,
    irradianceWPerM2: assumed(FULL_SUN_W_PER_M2, 'full sun'),
    noctC: fromSheet(panel.noctC, panelSheet),
  })
  const sheets = Object.fromEntries(
    Object.entries(limitInputs(panel, controller)).map(([key, value]) => [
      key,
      fromSheet(value, key.startsWith('v') ? panelSheet : controllerSheet),
    ]),
  ) as Record<keyof ReturnType<typeof limitInputs>, Known>
  const limits = working.apply(stringLimits, {
    ...sheets,
    coldestC: site.recordLowC ?? assumedOf(DEFAULTS.stringColdestC),
    hottestCellC: cellC,
    batteryMaxV: known(absorptionV, 'catalogue', 'absorption voltage of the bank'),
  })
  const voltages = working.apply(stringVoltages, {
    panelsPerString: known(panelsPerString, 'computed', 'layout'),
    vocColdV: limits.vocColdV,
    vocV: sheets.vocV,
    vmpV: sheets.vmpV,
    vmpHotV: limits.vmpHotV,
  })
  return { limits, voltages, hottestCellC: cellC }
}

function outputOf(
  { controller, controllerArrayPowerW }: Strung,
  { systemVoltageV }: StringSurroundings,
  working: Working,
) {
  const sheet = itemName(controller)
  return working.apply(mpptOutput, {
    arrayPowerW: controllerArrayPowerW,
    batteryVoltageV: known(
      systemVoltageV.value,
      'computed',
      'system voltage, nominal: the lower voltage gives the higher current',
    ),
    ratedOutputA: fromSheet(controller.ratedOutputA, sheet),
    efficiency: fromSheet(controller.efficiency, sheet),
  })
}
