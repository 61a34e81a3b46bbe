import { blockOf, SYSTEM_VOLTAGES_V, type SystemVoltageV } from '../catalogue/voltage-class.ts'
import type { Design } from '../chain/design.ts'
import { CIRCUIT_LENGTH } from '../job/defaults.ts'
import { InputError } from '../method/input-error.ts'
import { wireSize } from '../wiring/methods.ts'

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

/** System voltages side by side by what full power asks of the main cable. */
export function compareVoltages({ job, battery, catalogue, wiring: { rules } }: Design): ComparedVoltage[] {
  const lengthM =
    CIRCUIT_LENGTH['battery-main'].value + (job.site.batteryToInverterM ?? CIRCUIT_LENGTH['inverter-dc'].value)
  const mains = (volts: number, hertz: number) =>
    Math.abs(volts - job.site.mainsVoltageV) <= 0.1 * job.site.mainsVoltageV && hertz === job.site.mainsFrequencyHz
  return SYSTEM_VOLTAGES_V.map((systemVoltageV) => {
    const currentA = battery.compared.find((each) => each.systemVoltageV === systemVoltageV)?.currentA.value ?? 0
    return {
      systemVoltageV,
      currentA,
      cable: currentA > 0 ? mainCable({ job, catalogue, rules }, currentA, systemVoltageV, lengthM) : null,
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

function mainCable(
  { job, catalogue, rules }: Pick<Design, 'job' | 'catalogue'> & Pick<Design['wiring'], 'rules'>,
  currentA: number,
  voltageV: number,
  lengthM: number,
) {
  try {
    const { size, parallel } = wireSize.compute({
      currentA,
      lengthM,
      voltageV,
      installation: rules.laid({ kind: job.site.kind, use: 'battery', ac: false, place: 'indoors' }).value,
      series: rules.series['battery-fuse'],
      maxDropFraction: rules.drop(job.site, true).leg.value,
      factor: rules.factor.battery.value,
      ambientC: rules.ambient.indoors.leastC,
      terminalC: rules.terminalC(currentA).value,
      bundled: 2,
      currentCarrying: 2,
      circuits: 1,
      conductorC: 75,
      maxParallel: rules.parallel.mostAutomatic,
    })
    const cable = catalogue.cables.find((each) => each.use === 'battery' && each.size === size)
    return { size, parallel, price: cable ? 2 * lengthM * parallel * cable.price : null }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}
