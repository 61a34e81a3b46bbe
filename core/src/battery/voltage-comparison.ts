import type { Catalogue } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import type { Job } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import { CIRCUIT_LENGTH_M } from '../wiring/circuits.ts'
import { wireSize } from '../wiring/methods.ts'
import { SYSTEM_VOLTAGES_V, type SystemVoltageV } from './system-voltage.ts'
import { blockOf } from './voltage-class.ts'

/** The cable that full power asks for at a voltage, and what of the catalogue suits it. */
export interface ComparedVoltage {
  readonly systemVoltageV: SystemVoltageV
  readonly currentA: number
  /** Bank to inverter, both conductors; null where no cable of the tables does it. */
  readonly cable: { readonly size: string; readonly parallel: number; readonly price: number | null } | null
  readonly batteries: number
  readonly controllers: number
  readonly inverters: number
  readonly chargers: number
}

const LAID = { iec: 'iec-xlpe90-c', 'north-american': 'battery-105' } as const

/** System voltages side by side by what full power asks of the main cable. */
export function compareVoltages(job: Job, { battery }: Design, catalogue: Catalogue): ComparedVoltage[] {
  const lengthM = CIRCUIT_LENGTH_M['battery-main'] + (job.site.batteryToInverterM ?? CIRCUIT_LENGTH_M['inverter-dc'])
  const mains = (volts: number, hertz: number) =>
    Math.abs(volts - job.site.mainsVoltageV) <= 0.1 * job.site.mainsVoltageV && hertz === job.site.mainsFrequencyHz
  return SYSTEM_VOLTAGES_V.map((systemVoltageV) => {
    const currentA = battery.compared.find((each) => each.systemVoltageV === systemVoltageV)?.currentA.value ?? 0
    return {
      systemVoltageV,
      currentA,
      cable: currentA > 0 ? mainCable(job, catalogue, currentA, systemVoltageV, lengthM) : null,
      batteries: catalogue.batteries.filter((item) => {
        const blocks = systemVoltageV / (blockOf(item, systemVoltageV)?.voltageV ?? 0)
        const series = Math.round(blocks)
        return series >= 1 && Math.abs(blocks / series - 1) <= 0.08 && (series === 1 || item.seriesAllowed)
      }).length,
      controllers: catalogue.controllers.filter(({ batteryVoltagesV }) => batteryVoltagesV.includes(systemVoltageV))
        .length,
      inverters: catalogue.inverters.filter(
        (item) => item.dcVoltageV === systemVoltageV && mains(item.mainsVoltageV, item.mainsFrequencyHz),
      ).length,
      chargers: catalogue.chargers.filter((item) => item.batteryVoltageV === systemVoltageV).length,
    }
  })
}

function mainCable(job: Job, catalogue: Catalogue, currentA: number, voltageV: number, lengthM: number) {
  try {
    const { size, parallel } = wireSize.compute({
      currentA,
      lengthM,
      voltageV,
      installation: LAID[job.site.ruleSet],
      series: 'battery-fuse',
      maxDropFraction: 0.03,
      factor: 1.25,
      ambientC: 35,
      terminalC: 75,
      currentCarrying: 2,
      circuits: 1,
      conductorC: 75,
      maxParallel: 2,
    })
    const cable = catalogue.cables.find((each) => each.use === 'battery' && each.size === size)
    return { size, parallel, price: cable ? 2 * lengthM * parallel * cable.price : null }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}
