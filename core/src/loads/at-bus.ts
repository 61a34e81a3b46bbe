import { voltageClassV } from '../catalogue/voltage-class.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Load } from '../job/schema.ts'
import { assumedOf, entered, enteredOr, type Known, known, type Step, Working } from '../working/working.ts'
import { busEnergy, busYear, converterLoss } from './bus-methods.ts'
import type { HeatingResult } from './heating.ts'
import { inMonth } from './methods.ts'
import { type DayShares, monthFactor } from './power.ts'

/** A row whose energy is known and counted. */
export interface Counted {
  readonly load: Load
  readonly wh: Known
  /** Of a weekday and of a day of the weekend over that of the week's average day. */
  readonly shares: DayShares
}

/** Energy in a month of the rows that take more or less in it than listed, by id. */
export function seasonalWh(counted: readonly Counted[], month: number, working: Working): Map<string, Known> {
  const found = new Map<string, Known>()
  for (const { load, wh } of counted) {
    const factor = monthFactor(load, month)
    if (factor === 1) continue
    const { monthEnergyWh } = working.about({ id: load.id, name: load.name }, () =>
      working.apply(inMonth, { dailyEnergyWh: wh, monthFactor: entered(factor, load.name) }),
    )
    found.set(load.id, monthEnergyWh)
  }
  return found
}

export interface Converted {
  readonly load: Load
  /** What the converter adds in the heaviest month. */
  readonly lossWh: Known
  /** Energy at the bus over energy at the load. */
  readonly factor: number
}

/**
 * Whether a converter feeds a load: it wants another voltage than the system has, or takes the system’s own and its row gives
 * an efficiency: a regulator holds it.
 */
export const isConverted = (
  { supply, voltageV, converterEfficiency }: Pick<Load, 'supply' | 'voltageV' | 'converterEfficiency'>,
  systemVoltageV: number,
): boolean =>
  supply === 'dc' && (voltageV === null ? converterEfficiency !== null : voltageClassV(voltageV) !== systemVoltageV)

/** DC loads behind a converter, by id. */
export function converters(
  { counted, heaviestWh }: { readonly counted: readonly Counted[]; readonly heaviestWh: ReadonlyMap<string, Known> },
  systemVoltageV: number,
  working: Working,
): Map<string, Converted> {
  const found = new Map<string, Converted>()
  for (const { load, wh: listedWh } of counted) {
    if (!isConverted(load, systemVoltageV)) continue
    const converted = convertedOf(load, heaviestWh.get(load.id) ?? listedWh)
    working.take(converted.steps)
    found.set(load.id, converted)
  }
  return found
}

interface KeptConverted extends Converted {
  readonly steps: readonly Step[]
}
const keptConverted = new WeakMap<Known, KeptConverted>()

/** What a converter adds to a row, worked out once for as long as its energy stands. */
function convertedOf(load: Load, wh: Known): KeptConverted {
  const before = keptConverted.get(wh)
  if (before?.load === load) return before
  const working = new Working('loads')
  const efficiency = enteredOr(load.converterEfficiency, load.name, assumedOf(DEFAULTS.converterEfficiency))
  const { converterLossWh } = working.about({ id: load.id, name: load.name }, () =>
    working.apply(converterLoss, { dailyEnergyWh: wh, converterEfficiency: efficiency }),
  )
  const made = { load, lossWh: converterLossWh, factor: 1 / efficiency.value, steps: working.steps }
  keptConverted.set(wh, made)
  return made
}

/** What load.bus-energy takes beside the loads. */
interface Bus {
  readonly inverterEfficiency: Known
  readonly inverterIdleW: Known
  readonly inverterHoursPerDay: Known
  readonly otherStandbyW: Known
  readonly marginFraction: Known
}

/** Energy a day of the listed loads of one supply at the bus, before the inverter. */
interface Listed {
  readonly byMonthWh: readonly number[]
  readonly weekdayWh: number
  readonly weekendWh: number
}

/** The listed loads of each supply by month, and on the two kinds of day of the heaviest month; converters counted. */
export function listedAtBus(
  counted: readonly Counted[],
  converted: ReadonlyMap<string, Converted>,
  heating: HeatingResult | null,
  heaviestMonth: number,
): Readonly<Record<Load['supply'], Listed>> {
  const [ac, dc] = [emptySum(), emptySum()]
  for (const { load, wh, shares } of counted) {
    const sum = load.supply === 'ac' ? ac : dc
    const atBusWh = load.supply === 'ac' ? wh.value : wh.value * (converted.get(load.id)?.factor ?? 1)
    const heaviestWh = atBusWh * monthFactor(load, heaviestMonth)
    sum.weekdayWh += heaviestWh * shares.weekday
    sum.weekendWh += heaviestWh * shares.weekend
    if (load.monthFactors === null) sum.everyMonthWh += atBusWh
    else
      for (const [i, factor] of load.monthFactors.entries()) sum.seasonWh[i] = (sum.seasonWh[i] ?? 0) + atBusWh * factor
  }
  const listed = (supply: Load['supply'], sum: Sum): Listed => {
    const heatWh = (i: number) => (heating?.supply === supply ? (heating.byMonthWh[i]?.value ?? 0) : 0)
    return {
      byMonthWh: sum.seasonWh.map((wh, i) => sum.everyMonthWh + wh + heatWh(i)),
      weekdayWh: sum.weekdayWh + heatWh(heaviestMonth - 1),
      weekendWh: sum.weekendWh + heatWh(heaviestMonth - 1),
    }
  }
  return { ac: listed('ac', ac), dc: listed('dc', dc) }
}

type Sum = ReturnType<typeof emptySum>
const emptySum = () => ({ everyMonthWh: 0, seasonWh: Array<number>(12).fill(0), weekdayWh: 0, weekendWh: 0 })

type ListedAtBus = ReturnType<typeof listedAtBus>

/** What the bus delivers in each month. */
export function yearAtBus(
  monthsInUse: readonly number[],
  listed: ListedAtBus,
  day: { idleEnergyWh: Known },
  bus: Bus,
  working: Working,
): Known<number[]> {
  const year = (supply: Load['supply']) =>
    known([...listed[supply].byMonthWh], 'computed', `${supply.toUpperCase()} loads by month`)
  return working.apply(busYear, {
    acDailyEnergyWh: year('ac'),
    dcDailyEnergyWh: year('dc'),
    inverterEfficiency: bus.inverterEfficiency,
    idleEnergyWh: day.idleEnergyWh,
    otherStandbyW: bus.otherStandbyW,
    marginFraction: bus.marginFraction,
    monthsInUse: entered([...monthsInUse], 'site'),
  }).busDailyEnergyWh
}

/** What it delivers on a weekday and on a weekend day of the heaviest month; null where no load differs. */
export function weekAtBus(
  counted: readonly Counted[],
  listed: ListedAtBus,
  bus: Bus,
  working: Working,
): { readonly weekday: Known; readonly weekend: Known } | null {
  if (counted.every(({ load }) => load.daysPerWeek >= 7 && load.weekendHoursOfDay === null)) return null
  const at = (kind: 'weekday' | 'weekend', name: string) => {
    const of = (supply: Load['supply']) =>
      known(listed[supply][`${kind}Wh`], 'computed', `${supply.toUpperCase()} loads on ${name}`)
    return working.about({ id: kind, name }, () =>
      working.apply(busEnergy, { acDailyEnergyWh: of('ac'), dcDailyEnergyWh: of('dc'), ...bus }),
    ).busDailyEnergyWh
  }
  return { weekday: at('weekday', 'a weekday'), weekend: at('weekend', 'a day of the weekend') }
}
