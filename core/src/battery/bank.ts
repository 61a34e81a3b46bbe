import { cyclesByDepth } from '../catalogue/curves.ts'
import { type Battery, itemName } from '../catalogue/schema.ts'
import { type Block, blockOf, blocksFor } from '../catalogue/voltage-class.ts'
import { keptOf } from '../job/existing.ts'
import type { Existing, Option } from '../job/schema.ts'
import { assumed, entered, fromSheet, type Known, known, type Working } from '../working/working.ts'
import { autonomy, bank, life } from './methods.ts'
import { shortCircuit } from './safety-methods.ts'
import type { VoltageChoice } from './system-voltage.ts'

/** The bank as it will stand there. */
export interface Bank {
  readonly series: Known
  readonly parallel: Known
  /** Strings the capacity asks for; the currents may ask for more. */
  readonly stringsForCapacity: number
  readonly units: number
  /** Of them, already there and kept. */
  readonly existingUnits: number
  readonly voltageV: Known
  readonly capacityAh: number
  readonly energyWh: Known
  readonly usableWh: Known
  readonly carriesDays: Known
  readonly dailyDepth: Known
  readonly years: Known
  /** Of all units, those already there too. */
  readonly price: number
  readonly weightKg: number
  readonly maxChargeA: number
  readonly maxDischargeA: number
  /** Highest charging voltage and lowest working voltage of the bank, V. */
  readonly absorptionV: number
  readonly lowCutoffV: number
  readonly shortCircuitA: Known
}

/** Currents the bank must bear; more units are put in parallel until it does. */
export interface BankCurrents {
  readonly dischargeA: number
  readonly chargeA: number
}

/** Capacity left with age, less what a measurement of the units already there found missing. */
export function agedUnits(
  existing: readonly Existing[],
  item: Battery,
  { series, parallel }: Strings,
  agingFactor: Known,
): Known {
  const units = series.value * parallel.value
  let used = 0
  let missingAh = 0
  for (const { quantity, measuredCapacityAh } of keptOf(existing, item.id)) {
    const counted = Math.min(quantity, units - used)
    used += counted
    missingAh += counted * Math.max(0, item.capacityAh - (measuredCapacityAh ?? item.capacityAh))
  }
  if (missingAh === 0) return agingFactor
  const left = Math.max(0.01, 1 - missingAh / (units * item.capacityAh))
  return known(agingFactor.value * left, 'measured', 'ageing, and the measured capacity of the units already there')
}

interface Strings {
  readonly series: Known
  readonly parallel: Known
  readonly forCapacity: number
  readonly blocks: Known
  readonly block: Block
}

/**
 * Units in series by the voltage; strings by capacity, by the currents the bank must bear, or as a person chose.
 * A unit that may not stand in series, or does not divide the voltage, is counted as asked: the checks say what is wrong.
 */
export function countStrings(
  choice: Option['battery'],
  item: Battery,
  voltage: VoltageChoice,
  requiredCapacityAh: Known,
  currents: BankCurrents,
  working: Working,
): Strings {
  const sheet = itemName(item)
  const block = blockOf(item, voltage.systemVoltageV.value) ?? { cells: 1, voltageV: NEAREST_CLASS_V }
  const voltageV = blocksFor(block, voltage.systemVoltageV.value) * block.voltageV
  const counted = working.about({ id: 'needed', name: 'As the capacity asks' }, () =>
    working.apply(bank, {
      unitVoltageV: blockVoltage(item, block),
      unitCapacityAh: fromSheet(item.capacityAh, sheet),
      systemVoltageV:
        voltageV >= block.voltageV && voltageV <= voltage.systemVoltageV.value * 1.08
          ? known(voltageV, voltage.systemVoltageV.origin, voltage.systemVoltageV.from)
          : fromSheet(block.voltageV, sheet),
      requiredCapacityAh,
      seriesAllowed: assumed(true, 'series is judged by the check battery.series-forbidden'),
    }),
  )
  const forCurrents = Math.ceil(
    Math.max(currents.dischargeA / item.maxDischargeA, currents.chargeA / item.maxChargeA) - 1e-9,
  )
  const parallel =
    choice.parallel !== null
      ? entered(choice.parallel, 'battery')
      : forCurrents > counted.parallel.value
        ? known(forCurrents, 'computed', 'strings needed for the current, not the capacity')
        : counted.parallel
  const series =
    block.cells === 1
      ? counted.series
      : known(counted.series.value * block.cells, 'computed', `${block.cells} cells in series make a block`)
  return { series, parallel, forCapacity: counted.parallel.value, blocks: counted.series, block }
}

/** Class taken for a unit of no class at all, V: the checks say that it is of the wrong voltage. */
const NEAREST_CLASS_V = 12

const blockVoltage = (item: Battery, block: Block): Known =>
  block.cells === 1
    ? fromSheet(block.voltageV, itemName(item))
    : known(block.voltageV, 'catalogue', `${block.cells} cells of ${itemName(item)} in series`)

interface BankBrief {
  /** Average day, for its life. */
  readonly averageWh: Known
  /** Day it is sized for, for how long it carries. */
  readonly dayToCarryWh: Known
  readonly depthOfDischarge: Known
  readonly temperatureFactor: Known
  readonly agingFactor: Known
}

/** What the bank of these strings gives, how long it carries and lasts, what it bears, and what it delivers into a short. */
export function bankFigures(
  item: Battery,
  { series, parallel, forCapacity, blocks, block }: Strings,
  { averageWh, dayToCarryWh, ...factors }: BankBrief,
  keptUnits: number,
  working: Working,
): Bank {
  const sheet = itemName(item)
  const n = series.value * parallel.value
  const unit = { unitVoltageV: blockVoltage(item, block), unitCapacityAh: fromSheet(item.capacityAh, sheet) }
  // The same method once more with the strings that will stand there, so that the bank's energy has its own working.
  const built = working.apply(bank, {
    ...unit,
    systemVoltageV: known(blocks.value * block.voltageV, 'computed', 'units in series'),
    requiredCapacityAh: known(parallel.value * item.capacityAh, 'computed', 'strings in parallel'),
    seriesAllowed: assumed(true, 'series is judged by the check battery.series-forbidden'),
  })
  const delivered = working.apply(autonomy, {
    bankEnergyWh: built.bankEnergyWh,
    busDailyEnergyWh: dayToCarryWh,
    ...factors,
  })
  const lifeCurve = working.apply(life, {
    busDailyEnergyWh: averageWh,
    bankEnergyWh: built.bankEnergyWh,
    cycleLife: fromSheet(cyclesByDepth(item), sheet),
    calendarYears: fromSheet(item.calendarYears, sheet),
  })
  const short = working.apply(shortCircuit, {
    unitVoltageV: fromSheet(item.unitVoltageV, sheet),
    unitResistanceMilliohm: fromSheet(item.resistanceMilliohm, sheet),
    series,
    parallel,
  })
  return {
    series,
    parallel,
    stringsForCapacity: forCapacity,
    units: n,
    existingUnits: Math.min(n, keptUnits),
    voltageV: built.bankVoltageV,
    capacityAh: built.bankCapacityAh.value,
    energyWh: built.bankEnergyWh,
    usableWh: delivered.usableEnergyWh,
    carriesDays: delivered.autonomyDays,
    dailyDepth: lifeCurve.dailyDepth,
    years: lifeCurve.years,
    price: n * item.price,
    weightKg: n * item.weightKg,
    maxChargeA: parallel.value * item.maxChargeA,
    maxDischargeA: parallel.value * item.maxDischargeA,
    absorptionV: series.value * item.absorptionV,
    lowCutoffV: series.value * item.lowCutoffV,
    shortCircuitA: short.prospectiveCurrentA,
  }
}
