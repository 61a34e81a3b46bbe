import { isCharging } from '../backup/alternator.ts'
import { limitW } from '../backup/input-limit.ts'
import type { Inverter } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { hoursOn } from '../loads/day.ts'
import { FUEL_AT_IDLE, LEAST_RUN_H, LINEAR_LOSS, MOST_IDLE_OF_LOSS, UNLIMITED_W } from './assumptions.ts'
import { linesThrough } from './lines.ts'
import type { Terms } from './terms.ts'

type InverterTerms = Pick<
  Terms,
  | 'inverterMostW'
  | 'inverterDeratePerK'
  | 'inverterDerateFromC'
  | 'idleW'
  | 'sleepW'
  | 'inverterLoss'
  | 'inverterLossPerW'
  | 'acChargeMostW'
  | 'acChargeEfficiency'
>

const NO_INVERTER: InverterTerms = {
  inverterMostW: 0,
  inverterDeratePerK: 0,
  inverterDerateFromC: 100,
  idleW: 0,
  sleepW: 0,
  inverterLoss: 0,
  inverterLossPerW: 0,
  acChargeMostW: 0,
  acChargeEfficiency: 1,
}

export function inverterTerms({ inverter, job, option, site }: Design, voltageV: number): InverterTerms {
  const { item, quantity, awakeIdleW } = inverter
  if (!item) return NO_INVERTER
  const inHeat = 1 - item.deratePerC * Math.max(0, site.batteryRoomHighC.value - item.derateFromC)
  // The design's factor is of heat and thin air together; the heat is worked hour by hour here.
  const thinAir = inHeat > 0 ? Math.min(1, inverter.heatFactor.value / inHeat) : 1
  const ratedW = item.continuousW * quantity
  const [linear, square] = lossFit(item)
  return {
    inverterMostW: ratedW * Math.max(thinAir, 0.3),
    inverterDeratePerK: item.deratePerC,
    inverterDerateFromC: item.derateFromC,
    idleW: awakeIdleW.value,
    sleepW: sleepOf(option, item, quantity, awakeIdleW.value, inverter.hoursPerDay.value, job.loads),
    inverterLoss: linear,
    inverterLossPerW: square / quantity,
    acChargeMostW: item.chargerA > 0 ? item.chargerA * quantity * voltageV : ratedW,
    acChargeEfficiency: item.efficiency,
  }
}

/** Loss beside its own draw: a share of the power, and of its square for one unit, fitted to its points. */
export function lossFit(
  item: Pick<Inverter, 'continuousW' | 'efficiency' | 'efficiencyPoints' | 'idleW'>,
): [number, number] {
  const ratedW = item.continuousW
  if (!item.efficiencyPoints) {
    const wholeW = ratedW * (1 / item.efficiency - 1)
    const lossW = wholeW - Math.min(item.idleW, MOST_IDLE_OF_LOSS * wholeW)
    return [(LINEAR_LOSS * lossW) / ratedW, ((1 - LINEAR_LOSS) * lossW) / ratedW ** 2]
  }
  let [pp, ppp, pppp, pl, ppl] = [0, 0, 0, 0, 0]
  for (const { loadFraction: p, efficiency } of item.efficiencyPoints) {
    const loss = p * (1 / efficiency - 1)
    pp += p * p
    ppp += p ** 3
    pppp += p ** 4
    pl += p * loss
    ppl += p * p * loss
  }
  const determinant = pp * pppp - ppp * ppp
  const square = determinant > 1e-12 ? (pp * ppl - ppp * pl) / determinant : 0
  const held = Math.max(0, square)
  const linear = Math.max(0, (pl - held * ppp) / pp)
  return [linear, held / ratedW]
}

/** Draw while nothing runs on AC: asleep, awake, or off for the rest of the day. */
function sleepOf(
  option: Design['option'],
  item: Inverter,
  quantity: number,
  awakeW: number,
  hoursPerDay: number,
  loads: Design['job']['loads'],
): number {
  const asleepW = option.inverter.searchMode
    ? Math.min(awakeW, option.inverter.searchW ?? (item.searchW ?? item.idleW) * quantity)
    : awakeW
  const busy = new Set(
    loads.flatMap((load) => (load.supply === 'ac' && load.stage === 'now' ? hoursOn(load, 'average') : [])),
  )
  const quietH = 24 - busy.size
  if (quietH <= 0) return asleepW
  return (asleepW * Math.max(0, Math.min(quietH, hoursPerDay - busy.size))) / quietH
}

type SourceTerms = Pick<
  Terms,
  | 'chargerMostW'
  | 'chargerEfficiency'
  | 'sourceCarriesHouse'
  | 'mainsMostW'
  | 'generatorMostW'
  | 'generatorStartAt'
  | 'generatorStopAt'
  | 'generatorLeastSteps'
  | 'generatorForced'
  | 'fuelAt0'
  | 'fuelPerW'
  | 'alternatorMostW'
  | 'alternatorEfficiency'
>

/** Generator, mains and engine, and what they charge through. */
export function sourceTerms({ backup }: Design, voltageV: number, divisor: number): SourceTerms {
  const { charge, generator, alternator, kind } = backup
  const inletW = (charge && limitW(charge.input)) ?? UNLIMITED_W
  const engine = alternator && isCharging(alternator) ? alternator : null
  const engineOutW = engine ? engine.currentA.value * voltageV : 0
  const engineEfficiency = engine?.charger?.efficiency ?? 1
  return {
    chargerMostW: charge ? charge.currentA.value * voltageV : 0,
    chargerEfficiency: charge?.efficiency.value ?? 1,
    sourceCarriesHouse: charge?.input.carriesHouse ? 1 : 0,
    mainsMostW: kind === 'mains' && charge ? inletW : 0,
    generatorMostW: generator && charge ? Math.min(generator.continuousW * (backup.siteFactor?.value ?? 1), inletW) : 0,
    generatorStartAt: backup.startAt.value,
    generatorStopAt: backup.stopAt.value,
    generatorLeastSteps: LEAST_RUN_H * divisor,
    generatorForced: generator?.autoStart ? 1 : 0,
    ...fuelTerms(generator),
    alternatorMostW: engineOutW / engineEfficiency,
    alternatorEfficiency: engineEfficiency,
  }
}

/** Fuel by power: the greater of two lines, so never less than the sheet says between its points. */
function fuelTerms(generator: Design['backup']['generator']): Pick<Terms, 'fuelAt0' | 'fuelPerW'> {
  if (!generator) return { fuelAt0: [0, 0], fuelPerW: [0, 0] }
  const points = generator.fuelPoints.map(({ loadFraction, litresPerHour }) => ({
    at: loadFraction * generator.continuousW,
    value: litresPerHour,
  }))
  const [only] = points
  if (only && points.length === 1) points.push({ at: 0, value: only.value * FUEL_AT_IDLE })
  const [first, second] = linesThrough(points, 2)
  return {
    fuelAt0: [first?.at0 ?? 0, second?.at0 ?? 0],
    fuelPerW: [first?.slope ?? 0, second?.slope ?? 0],
  }
}
