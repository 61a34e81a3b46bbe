import type { Battery } from '../catalogue/schema.ts'
import { whyNot } from '../catalogue/why-not.ts'
import type { Option } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import type { BankCurrents } from './bank.ts'
import { autonomy, bank, leadAcidTemperatureFactor, life, requiredCapacity, sheetTemperatureFactor } from './methods.ts'
import { blockOf, voltageClassV } from './voltage-class.ts'

/** A bank of one kind of unit, as it would have to be for this job. */
export interface BatteryCandidate {
  readonly item: Battery
  readonly series: number
  readonly parallel: number
  readonly energyWh: number
  readonly usableWh: number
  readonly carriesDays: number
  /** Nominal energy over what is needed; 1 is just enough. */
  readonly ratio: number
  readonly price: number
  readonly weightKg: number
  readonly years: number
  readonly fits: boolean
  /** All that keeps it from fitting; empty where it does. */
  readonly short: string
  /** Bare cells: they need a management system of their own, and are never chosen unasked. */
  readonly bareCells: boolean
}

export interface BankBrief {
  /** The heaviest days in a row, Wh a day. */
  readonly busDailyEnergyWh: number
  /** The average day, Wh. */
  readonly averageWh: number
  readonly autonomyDays: number
  readonly agingFactor: number
  readonly systemVoltageV: number
  readonly coldestC: number
  readonly hottestC: number
  readonly currents: BankCurrents
  /** What the school of sizing puts in place of the factors. */
  sizedWith(temperatureFactor: number): SizedWith
}

/** Day and factors a school sizes with. */
export interface SizedWith {
  readonly busDailyEnergyWh: number
  readonly temperatureFactor: number
  readonly agingFactor: number
}

/** Every unit that can make a bank of the system voltage: fitting ones first, cheapest first. */
export function rankBatteries(items: readonly Battery[], option: Option, brief: BankBrief): BatteryCandidate[] {
  return items
    .map((item) => candidate(item, option, brief))
    .filter((each) => each !== null)
    .sort((a, b) => Number(b.fits) - Number(a.fits) || a.price - b.price)
}

function candidate(item: Battery, option: Option, brief: BankBrief): BatteryCandidate | null {
  // Most of the catalogue is of another voltage: passed over without asking the method to refuse it.
  const block = blockOf(item, brief.systemVoltageV)
  const blockClassV = block && voltageClassV(block.voltageV)
  if (!block || !blockClassV || brief.systemVoltageV % blockClassV !== 0) return null
  if (!item.seriesAllowed && (blockClassV !== brief.systemVoltageV || block.cells > 1)) return null
  try {
    const temperatureFactor = item.capacityPoints
      ? sheetTemperatureFactor.compute({ cellC: brief.coldestC, capacityPoints: item.capacityPoints }).temperatureFactor
      : leadAcidTemperatureFactor.compute({ electrolyteC: brief.coldestC }).temperatureFactor
    const depthOfDischarge = option.battery.depthOfDischarge ?? item.planningDepth
    const factors = {
      depthOfDischarge,
      temperatureFactor,
      agingFactor: brief.agingFactor,
      busDailyEnergyWh: brief.busDailyEnergyWh,
    }
    const blocks = Math.max(1, Math.round(brief.systemVoltageV / block.voltageV))
    const bankVoltageV = blocks * block.voltageV
    const { nominalCapacityAh, nominalEnergyWh } = requiredCapacity.compute({
      ...factors,
      ...brief.sizedWith(temperatureFactor),
      autonomyDays: brief.autonomyDays,
      systemVoltageV: bankVoltageV,
    })
    const unit = { unitVoltageV: block.voltageV, unitCapacityAh: item.capacityAh, seriesAllowed: item.seriesAllowed }
    const counted = bank.compute({
      ...unit,
      systemVoltageV: brief.systemVoltageV,
      requiredCapacityAh: nominalCapacityAh,
    })
    const forCurrents = Math.ceil(
      Math.max(brief.currents.dischargeA / item.maxDischargeA, brief.currents.chargeA / item.maxChargeA) - 1e-9,
    )
    const parallel = Math.max(counted.parallel, forCurrents)
    const series = counted.series * block.cells
    const energyWh = series * parallel * item.unitVoltageV * item.capacityAh
    const delivered = autonomy.compute({ ...factors, bankEnergyWh: energyWh })
    const years = life.compute({
      busDailyEnergyWh: brief.averageWh,
      bankEnergyWh: energyWh,
      cycleLife: [...item.cycleLife],
      calendarYears: item.calendarYears,
    }).years
    const short = whyNot(
      parallel > item.maxParallel && `more than ${item.maxParallel} strings`,
      ...weatherShort(item, option, brief),
    )
    return {
      item,
      series,
      parallel,
      energyWh,
      usableWh: delivered.usableEnergyWh,
      carriesDays: delivered.autonomyDays,
      ratio: energyWh / nominalEnergyWh,
      price: series * parallel * item.price,
      weightKg: series * parallel * item.weightKg,
      years,
      fits: short === '',
      short,
      bareCells: block.cells > 1,
    }
  } catch (error) {
    // Refused by a method: the unit cannot make this voltage, or its sheet ends above this cold.
    if (error instanceof InputError) return null
    throw error
  }
}

/** Begins the reason of a unit that the battery room is too cold for. */
export const NO_COLD_CHARGE = 'no charging below'

function weatherShort(item: Battery, option: Option, brief: BankBrief): (string | false)[] {
  const limitC = Math.min(item.chargeMaxC, item.dischargeMaxC)
  return [
    brief.coldestC < item.chargeMinC && !option.battery.coldProtected && `${NO_COLD_CHARGE} ${item.chargeMinC} °C`,
    brief.hottestC > limitC && `no use above ${limitC} °C`,
  ]
}
