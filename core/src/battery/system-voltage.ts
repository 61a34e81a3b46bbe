import { SYSTEM_VOLTAGES_V, type SystemVoltageV } from '../catalogue/voltage-class.ts'
import { COMFORTABLE_CURRENT_A } from '../inverter/full-current.ts'
import { inverterDcCurrent } from '../inverter/methods.ts'
import type { InverterNeed } from '../inverter/need.ts'
import type { Demand } from '../loads/demand.ts'
import { defineLink, type Link } from '../working/link.ts'
import { assumed, entered, type Known } from '../working/working.ts'
import { type SettledVoltages, settledVoltages } from './settled-voltage.ts'

/** Efficiency at full power before an inverter is chosen. Assumption of Yard Lamp. */
const FULL_POWER_EFFICIENCY = 0.9
/** A nominal battery at the end of its discharge stands about a tenth below its name. Assumption of Yard Lamp. */
const LOW_VOLTAGE_FACTOR = 0.9

export interface VoltageChoice {
  readonly systemVoltageV: Known<SystemVoltageV>
  /** Voltages that settled equipment leaves open. */
  readonly open: readonly SystemVoltageV[]
  /** Battery current at the power that is needed, for each voltage. */
  readonly compared: readonly { readonly systemVoltageV: SystemVoltageV; readonly currentA: Known }[]
}

export interface Upstream {
  readonly demand: Demand
  readonly inverterNeed: InverterNeed
  /** Array power the listed loads ask for, where it is known. */
  readonly powerAhead: { readonly arrayPowerW: Known | null }
  /** A voltage that was tried and does not do, and why: a higher one is taken where one is open. */
  readonly tried: Tried | null
}

export interface Tried {
  readonly systemVoltageV: SystemVoltageV
  /** In words: "at 12 V no bank can be made". */
  readonly why: string
}

/** As values, so that the same voltages are the same to the link. */
const settledText = ({ open, why }: SettledVoltages) => ({ openV: open.join(), why })

/**
 * The lowest voltage at which full power, of the inverter or of the array, draws no more than is comfortable to wire, of
 * those that equipment settled on leaves open; or the one a person chose.
 */
export const voltageLink: Link<Upstream, VoltageChoice> = defineLink(
  'battery',
  ({ job, option, catalogue }, { demand, inverterNeed, powerAhead, tried }) => ({
    chosen: option.systemVoltageV,
    ...settledText(settledVoltages(option, job.existing, catalogue)),
    triedV: tried?.systemVoltageV ?? null,
    triedWhy: tried?.why ?? '',
    powerW: [
      inverterNeed.requiredW,
      demand.dcContinuousW,
      ...(powerAhead.arrayPowerW ? [powerAhead.arrayPowerW] : []),
    ].reduce((a, b) => (b.value > a.value ? b : a)),
  }),
  ({ chosen, powerW, openV, why, triedV, triedWhy }, working): VoltageChoice => {
    const open = SYSTEM_VOLTAGES_V.filter((volts) => openV.split(',').includes(String(volts)))
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
    const offered = compared.filter(({ systemVoltageV }) => open.includes(systemVoltageV))
    const left = triedV === null ? offered : offered.filter(({ systemVoltageV }) => systemVoltageV > triedV)
    const comfortable = left.find((each) => each.currentA.value <= COMFORTABLE_CURRENT_A) ?? left.at(-1)
    const volts = comfortable?.systemVoltageV ?? triedV ?? SYSTEM_VOLTAGES_V[2]
    const lowest = `the lowest that draws at most ${COMFORTABLE_CURRENT_A} A at the battery`
    const because = [triedWhy, why === '' ? lowest : why].filter((each) => each !== '').join('; ')
    return {
      compared,
      open,
      systemVoltageV: chosen === null ? assumed(volts, because) : entered(chosen, 'battery'),
    }
  },
)
