import { requiredPower } from '../array/methods.ts'
import { assumed, entered, type Known, known, type Working } from '../chain/working.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { Option } from '../job/schema.ts'
import { DARK_SUN_HOURS } from '../site/link.ts'

export const SYSTEM_VOLTAGES_V = [12, 24, 48] as const
export type SystemVoltageV = (typeof SYSTEM_VOLTAGES_V)[number]
/** Battery current at full power that is comfortable to wire, A. Source: handbook, schools. */
export const COMFORTABLE_CURRENT_A = 100
/** Battery current above which a higher voltage is asked for, A. Source: handbook, schools. */
export const HIGHEST_CURRENT_A = 200
/** Efficiency at full power before an inverter is chosen. Assumption of Yard Lamp. */
const FULL_POWER_EFFICIENCY = 0.9
/** A nominal battery at the end of its discharge stands about a tenth below its name. Assumption of Yard Lamp. */
const LOW_VOLTAGE_FACTOR = 0.9

export interface VoltageChoice {
  readonly systemVoltageV: Known<SystemVoltageV>
  /** Battery current at the power that is needed, for each voltage. */
  readonly compared: readonly { readonly systemVoltageV: SystemVoltageV; readonly currentA: Known }[]
}

/** Share of the panels' rating that reaches the loads, before losses are known. Source: handbook, single-factor school. */
const SINGLE_LOSS_FACTOR = 0.75

/** Array power the listed loads ask for, W, before equipment is known; null without sun or loads. */
export function arrayPowerAhead(dailyEnergyWh: Known, leastSunHours: number | null, working: Working): Known | null {
  if (leastSunHours === null || leastSunHours < DARK_SUN_HOURS || dailyEnergyWh.value <= 0) return null
  return working.apply('battery', requiredPower, {
    busDailyEnergyWh: dailyEnergyWh,
    peakSunHours: known(leastSunHours, 'computed', 'month with the least sun'),
    systemEfficiency: assumed(SINGLE_LOSS_FACTOR, 'one factor for all losses'),
  }).arrayPowerW
}

/**
 * The lowest voltage at which full power, of the inverter or of the array, draws no more than is comfortable to wire;
 * or the one a person chose.
 */
export function systemVoltage(option: Option, powerW: Known, working: Working): VoltageChoice {
  const compared = SYSTEM_VOLTAGES_V.map((systemVoltageV) => ({
    systemVoltageV,
    currentA: working.about(`${systemVoltageV} V`, () =>
      working.apply('battery', inverterDcCurrent, {
        powerW,
        efficiency: assumed(FULL_POWER_EFFICIENCY, 'before an inverter is chosen'),
        batteryVoltageV: assumed(systemVoltageV * LOW_VOLTAGE_FACTOR, 'a tenth below nominal'),
      }),
    ).currentA,
  }))
  const comfortable = compared.find((each) => each.currentA.value <= COMFORTABLE_CURRENT_A)?.systemVoltageV ?? 48
  return {
    compared,
    systemVoltageV:
      option.systemVoltageV === null
        ? assumed(comfortable, `the lowest that draws at most ${COMFORTABLE_CURRENT_A} A at the battery`)
        : entered(option.systemVoltageV, 'battery'),
  }
}
