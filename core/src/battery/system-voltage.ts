import { SYSTEM_VOLTAGES_V, type SystemVoltageV } from '../catalogue/voltage-class.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { InverterNeed } from '../inverter/need.ts'
import type { Demand } from '../loads/demand.ts'
import { defineLink, type Link } from '../working/link.ts'
import { assumed, entered, type Known } from '../working/working.ts'

/** Battery current at full power that is comfortable to wire, A. Source: common practice. */
export const COMFORTABLE_CURRENT_A = 100
/** Battery current above which a higher voltage is asked for, A. Source: common practice. */
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

export interface Upstream {
  readonly demand: Demand
  readonly inverterNeed: InverterNeed
  /** Array power the listed loads ask for, where it is known. */
  readonly powerAhead: { readonly arrayPowerW: Known | null }
}

/**
 * The lowest voltage at which full power, of the inverter or of the array, draws no more than is comfortable to wire;
 * or the one a person chose.
 */
export const voltageLink: Link<Upstream, VoltageChoice> = defineLink(
  'battery',
  ({ option }, { demand, inverterNeed, powerAhead }) => ({
    chosen: option.systemVoltageV,
    powerW: [
      inverterNeed.requiredW,
      demand.dcContinuousW,
      ...(powerAhead.arrayPowerW ? [powerAhead.arrayPowerW] : []),
    ].reduce((a, b) => (b.value > a.value ? b : a)),
  }),
  ({ chosen, powerW }, working): VoltageChoice => {
    const compared = SYSTEM_VOLTAGES_V.map((systemVoltageV) => ({
      systemVoltageV,
      currentA: working.about({ id: `${systemVoltageV}V`, name: `${systemVoltageV} V` }, () =>
        working.apply(inverterDcCurrent, {
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
        chosen === null
          ? assumed(comfortable, `the lowest that draws at most ${COMFORTABLE_CURRENT_A} A at the battery`)
          : entered(chosen, 'battery'),
    }
  },
)
