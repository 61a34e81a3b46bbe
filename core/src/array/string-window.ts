import type { Controller, Panel } from '../catalogue/schema.ts'
import { voltageClassV } from '../catalogue/voltage-class.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { InputError } from '../method/input-error.ts'
import { cellTemperature } from '../site/methods.ts'
import { RUN_HEADROOM_V, stringLimits } from './string-methods.ts'

/** What of a panel and a controller bounds a string, and what the controller then puts out. */

/** Sun at which a panel is taken to be hottest, W/m². */
export const FULL_SUN_W_PER_M2 = 1000

/** What a string of a site stands against. */
export interface WindowBrief {
  readonly systemVoltageV: number
  readonly batteryMaxV: number
  /** Lowest record; null while unknown: then the coldest row of the table stands in, the safer figure. */
  readonly coldestC: number | null
  readonly recordHighC: number
}

export interface Limits {
  readonly minSeries: number
  /** Most in series that stay below the controller's limit, strictly: equal counts as above. */
  readonly mostSeries: number
  /** Of one panel at the record low, and when hot, V. */
  readonly coldV: number
  readonly hotV: number
  /** What the controller needs to go on charging, V. */
  readonly neededV: number
  /** Open-circuit of one panel when hot, and what the controller needs to start, V. */
  readonly startV: number
  readonly toStartV: number
}

/** Working volts a controller needs to charge a bank: a tracking one above it and in its window, a PWM one as it stands. */
export const neededVoltsOf = (controller: Controller, absorptionV: number): number =>
  controller.technology === 'pwm'
    ? absorptionV
    : Math.max(absorptionV + (controller.runHeadroomV ?? RUN_HEADROOM_V), controller.mpptMinV)

export function limitsOf(panel: Panel, controller: Controller, brief: WindowBrief): Limits | null {
  try {
    const { cellC } = cellTemperature.compute({
      ambientC: brief.recordHighC,
      irradianceWPerM2: FULL_SUN_W_PER_M2,
      noctC: panel.noctC,
    })
    const limits = stringLimits.compute({
      ...limitInputs(panel, controller),
      coldestC: brief.coldestC ?? DEFAULTS.stringColdestC.value,
      hottestCellC: cellC,
      batteryMaxV: brief.batteryMaxV,
    })
    const highestV = Math.min(controller.maxInputV, panel.maxSystemV)
    const mostSeries = Math.ceil(highestV / limits.vocColdV - 1e-9) - 1
    const volts = {
      coldV: limits.vocColdV,
      hotV: limits.vmpHotV,
      neededV: neededVoltsOf(controller, brief.batteryMaxV),
      startV: limits.vocHotV,
      toStartV: brief.batteryMaxV + controller.startHeadroomV,
    }
    const counts = controller.technology === 'pwm' ? pwmLimits(panel, brief, mostSeries) : null
    return { minSeries: limits.minSeries, mostSeries, ...counts, ...volts }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** Whether so many panels in series have the battery's nominal voltage, as PWM needs it. */
export const matchesBattery = ({ nominalV }: Panel, series: number, systemVoltageV: number): boolean =>
  nominalV !== null && voltageClassV(nominalV * series) === voltageClassV(systemVoltageV)

/** A PWM controller puts the panel on the battery as it is: nominal voltages must match. */
function pwmLimits(panel: Panel, brief: WindowBrief, mostSeries: number): Pick<Limits, 'minSeries' | 'mostSeries'> {
  const batteryClassV = voltageClassV(brief.systemVoltageV) ?? brief.systemVoltageV
  const series = panel.nominalV === null ? 1 : Math.max(1, Math.round(batteryClassV / panel.nominalV))
  return { minSeries: series, mostSeries: Math.min(series, mostSeries) }
}

/** Sheet figures of a panel and a controller that bound a string; unknown coefficients are left out. */
export function limitInputs(panel: Panel, controller: Controller) {
  return {
    vocV: panel.vocV,
    vmpV: panel.vmpV,
    controllerMaxV: controller.maxInputV,
    startHeadroomV: controller.startHeadroomV,
    runHeadroomV: controller.runHeadroomV ?? RUN_HEADROOM_V,
    mpptMinV: controller.mpptMinV,
    ...(panel.vocCoeffPerC === null ? {} : { vocCoeffPerC: panel.vocCoeffPerC }),
    ...(panel.vmpCoeffPerC === null ? {} : { vmpCoeffPerC: panel.vmpCoeffPerC }),
  }
}

/** Largest array the sheet allows on a controller at this battery voltage, W; infinite where it says nothing. */
export const mostPvPowerW = (controller: Controller, systemVoltageV: number): number =>
  controller.maxPvPowerW?.find(({ batteryVoltageV }) => batteryVoltageV === systemVoltageV)?.powerW ??
  Number.POSITIVE_INFINITY

/** Share of a controller's array that is above what it puts out: power of a tracking one, current of a PWM one. */
export function clippedShare(
  panel: Panel,
  controller: Controller,
  series: number,
  strings: number,
  systemVoltageV: number,
): number {
  if (controller.technology === 'pwm') return 1 - controller.ratedOutputA / (panel.impA * strings)
  const outputW = panel.powerW * series * strings * controller.efficiency
  return 1 - (controller.ratedOutputA * systemVoltageV) / outputW
}
