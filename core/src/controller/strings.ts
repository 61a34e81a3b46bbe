import { stringFuse, stringLimits, stringVoltages } from '../array/string-methods.ts'
import { FULL_SUN_W_PER_M2, limitInputs, neededVoltsOf } from '../array/string-window.ts'
import { type ArrayInverter, type Controller, itemName, type Panel } from '../catalogue/schema.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { SiteResult } from '../site/link.ts'
import { cellTemperature } from '../site/methods.ts'
import { assumed, assumedOf, fromSheet, type Known, known, type Working } from '../working/working.ts'
import { mpptOutput, pwm, pwmOutput } from './methods.ts'

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
  /** Open-circuit when hot, V: what a tracking controller starts on. */
  readonly openHotV: Known
  /** Lowest working voltage the controller charges at, V. */
  readonly neededV: number
  /** Open-circuit voltage it starts at, V; 0 for one that needs none. */
  readonly toStartV: number
  readonly maxInputV: number
  readonly hottestCellC: Known
  /** Short-circuit current of all strings on one controller with 1.25 for bright sun, A. */
  readonly inputA: Known
  readonly fuseRequired: Known<boolean>
  readonly fuseRatingA: Known<number | null>
  readonly reverseCurrentA: Known
  /** Current one controller gives the battery, A. */
  readonly outputA: Known
  /** What it is set to hold, A; null where it gives what it is rated for. */
  readonly setA: Known | null
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
  /** In parallel on one input, where planes have inputs of their own; otherwise they are shared out evenly. */
  readonly stringsPerInput?: number
  readonly controllerArrayPowerW: Known
  /** Set to hold this, where a person or the design does so. */
  readonly setA?: Known | null
  /** The array's own inverter on the AC side: nothing of it reaches the battery bus. */
  readonly acInverter?: ArrayInverter | null
}

/** What the strings of any array of the job stand against. */
export interface StringSurroundings {
  readonly absorptionV: number
  readonly systemVoltageV: Known
  readonly site: Pick<SiteResult, 'recordLowC' | 'recordHighC'>
}

export function stringFigures(strung: Strung, around: StringSurroundings, working: Working): StringFigures {
  const { panel, controller, controllers, panelsPerString, stringsPerController } = strung
  const stringsPerInput = strung.stringsPerInput ?? Math.ceil(stringsPerController / controller.inputs)
  const setA = strung.setA ?? null
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
  const output = strung.acInverter ? onAcSide(strung, strung.acInverter) : outputOf(strung, around, working)
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
    openHotV: known(panelsPerString * limits.vocHotV.value, 'computed', 'open-circuit of the string when hot'),
    neededV: neededVoltsOf(controller, around.absorptionV),
    toStartV: controller.technology === 'pwm' ? 0 : around.absorptionV + controller.startHeadroomV,
    maxInputV: controller.maxInputV,
    hottestCellC,
    inputA: input.minimumRatingA,
    fuseRequired: fuse.required,
    fuseRatingA: fuse.ratingA,
    reverseCurrentA: fuse.reverseCurrentA,
    outputA: output.outputA,
    setA,
    clippedW: output.clippedW,
    chargeA: output.outputA.value * controllers,
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

function onAcSide({ controllerArrayPowerW }: Strung, { continuousW, efficiency }: ArrayInverter) {
  return {
    outputA: known(0, 'computed', 'on the AC side: nothing reaches the bus bars'),
    clippedW: known(
      Math.max(0, controllerArrayPowerW.value * efficiency - continuousW),
      'computed',
      'above what its own inverter gives',
    ),
  }
}

/** What one controller gives the battery, and what is lost above what it holds: power of a tracking one, current of a PWM one. */
function outputOf(
  { panel, controller, stringsPerController, controllerArrayPowerW, setA }: Strung,
  { systemVoltageV }: StringSurroundings,
  working: Working,
): { readonly outputA: Known; readonly clippedW: Known } {
  const sheet = itemName(controller)
  const ratedOutputA = setA && setA.value < controller.ratedOutputA ? setA : fromSheet(controller.ratedOutputA, sheet)
  if (controller.technology === 'pwm') {
    const given = working.apply(pwmOutput, {
      impA: fromSheet(panel.impA, itemName(panel)),
      iscA: fromSheet(panel.iscA, itemName(panel)),
      parallel: known(stringsPerController, 'computed', 'layout'),
      ratedOutputA,
    })
    const overA = Math.max(0, panel.impA * stringsPerController - ratedOutputA.value)
    return {
      outputA: given.outputCurrentA,
      clippedW: known(overA * systemVoltageV.value, 'computed', 'current above what it is rated for'),
    }
  }
  const given = working.apply(mpptOutput, {
    arrayPowerW: controllerArrayPowerW,
    batteryVoltageV: known(
      systemVoltageV.value,
      'computed',
      'system voltage, nominal: the lower voltage gives the higher current',
    ),
    ratedOutputA,
    efficiency: fromSheet(controller.efficiency, sheet),
  })
  return { outputA: given.limitedCurrentA, clippedW: given.clippedW }
}
