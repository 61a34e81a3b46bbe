import type { Cable } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { sizesOf } from '../rules/ways.ts'
import { conductorOf } from '../tables/conductor.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'
import type { Circuit, CircuitCable } from '../wiring/circuits.ts'
import { lostEnergy, thickerPays } from '../wiring/loss-methods.ts'
import { assumed, type Known, known, Working } from '../working/working.ts'
import { deliveredPerKwh } from './delivered.ts'

/** What a circuit's cable loses in a year, and what the next thicker one would cost and save. */
export interface CableCost {
  readonly lostKwhPerYear: Known
  readonly lostPricePerYear: Known
  readonly fullHoursPerYear: Known
  /** Null where no thicker one is in the table. */
  readonly next: {
    readonly size: string
    readonly priceMore: Known
    readonly savedKwhPerYear: number
    /** Years until it pays; null where nothing is lost. */
    readonly years: Known<number | null>
  } | null
}

/** Share of the energy hours of a sunny day that its losses count: the current rises and falls. Assumption of Yard Lamp. */
const SUN_SHAPE = 0.7

/** Null while the circuit has no cable, the design is not whole, or nobody can say how long its current flows. */
export function cableCost(design: Design, circuitId: string): CableCost | null {
  const circuit = design.wiring.circuits.find(({ id }) => id === circuitId)
  const pricePerKwh = deliveredPerKwh(design)
  if (!circuit?.cable || !pricePerKwh) return null
  const fullHoursPerYear = hoursOf(design, circuit)
  if (!fullHoursPerYear) return null
  const working = new Working('wiring')
  const { lostKwhPerYear, lostPricePerYear } = working.apply(lostEnergy, {
    lossW: circuit.cable.lossW,
    runs: known(circuit.count, 'computed', 'alike'),
    fullHoursPerYear,
    pricePerKwh,
  })
  const cost = { lostKwhPerYear, lostPricePerYear, fullHoursPerYear }
  return { ...cost, next: nextOf(design, circuit, circuit.cable, lostKwhPerYear, lostPricePerYear, working) }
}

function nextOf(
  { catalogue: { cables } }: Design,
  { installation, use, wires, count, lengthM }: Circuit,
  { size, parallel }: CircuitCable,
  lostKwhPerYear: Known,
  lostPricePerYear: Known,
  working: Working,
): CableCost['next'] {
  const sizes = sizesOf(installation)
  const thicker = sizes[sizes.indexOf(size) + 1]
  const [now, next] = [priceOf(cables, use, size), thicker === undefined ? null : priceOf(cables, use, thicker)]
  if (thicker === undefined || now === null || next === null) return null
  const metres = lengthM.value * count * parallel * wires
  const priceMore = known(Math.max(0, (next - now) * metres), 'catalogue', `${Math.ceil(metres)} m of single wire`)
  const fraction = conductorOf(thicker).resistance20cOhmPerKm / conductorOf(size).resistance20cOhmPerKm
  const { years } = working.apply(thickerPays, {
    priceMore,
    lostPricePerYear,
    lossFraction: known(fraction, 'table', 'resistances of the two'),
  })
  return { size: thicker, priceMore, savedKwhPerYear: lostKwhPerYear.value * (1 - fraction), years }
}

const priceOf = (cables: readonly Cable[], use: Circuit['use'], size: string): number | null =>
  cables.find((each) => each.use === use && each.size === size)?.price ?? null

/** Hours a year at the working current that would lose as much as the year does. */
function hoursOf({ site, loads, job }: Design, circuit: Circuit): Known | null {
  const daysInUse = DAYS_IN_MONTH.reduce(
    (sum, days, month) => sum + (job.site.monthsInUse.includes(month + 1) ? days : 0),
    0,
  )
  const ofDay = (energyWh: number, powerW: number, what: string): Known | null =>
    powerW > 0 ? assumed(Math.min(24, energyWh / powerW) * daysInUse, what) : null
  const alike = circuit.kind === 'battery-string' ? Math.max(1, circuit.count - 1) : circuit.count
  const fullW = circuit.workingA.value * circuit.voltageV.value * alike
  switch (circuit.drivenBy) {
    case 'sun':
    case 'controller': {
      if (!site.sunHours || circuit.arrayId === null) return null
      const yearH = site.sunHours.value.reduce((sum, hours, month) => sum + hours * (DAYS_IN_MONTH[month] ?? 30), 0)
      return assumed(SUN_SHAPE * yearH, 'sun hours of the year, and the shape of a day')
    }
    case 'inverter':
      return ofDay(loads.acDailyEnergyWh.value, fullW, 'AC energy of a day at full power')
    case 'loads': {
      const [energy, power] = circuit.ac
        ? [loads.acDailyEnergyWh, loads.continuousW]
        : [loads.dcDailyEnergyWh, loads.dcContinuousW]
      return ofDay(energy.value, power.value, 'energy of a day at the power that runs together')
    }
    case 'battery':
      return ofDay(loads.busDailyEnergyWh.value, fullW, 'energy of a day at the bus at full current')
    default:
      return null
  }
}
