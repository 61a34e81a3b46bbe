import { voltageClassV } from '../catalogue/voltage-class.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Load } from '../job/schema.ts'
import { MONTH_NAMES } from '../units/format.ts'
import { assumedOf, entered, enteredOr, type Known, known, type Working } from '../working/working.ts'
import type { HeatingResult } from './heating.ts'
import { busEnergy, busYear, converterLoss, inMonth } from './methods.ts'
import { dayShares, monthFactor } from './power.ts'

/** A row whose energy is known and counted. */
export interface Counted {
  readonly load: Load
  readonly wh: Known
  /** Whether its watts were measured. */
  readonly measured: Known<boolean>
}

/** Energy of a row in a month of its season. */
export function energyIn({ load, wh }: Pick<Counted, 'load' | 'wh'>, month: number, working: Working): Known {
  if (monthFactor(load, month) === 1) return wh
  return working.about({ id: load.id, name: load.name }, () =>
    working.apply(inMonth, { dailyEnergyWh: wh, monthFactor: entered(monthFactor(load, month), load.name) }),
  ).monthEnergyWh
}

export interface Converted {
  /** What the converter adds in the heaviest month. */
  readonly lossWh: Known
  /** Energy at the bus over energy at the load. */
  readonly factor: number
}

/** DC loads that want another voltage than the system has, by id. */
export function converters(
  { counted, heaviestWh }: { readonly counted: readonly Counted[]; readonly heaviestWh: ReadonlyMap<string, Known> },
  systemVoltageV: number,
  working: Working,
): Map<string, Converted> {
  const found = new Map<string, Converted>()
  for (const { load, wh: listedWh } of counted) {
    if (load.supply !== 'dc' || load.voltageV === null || voltageClassV(load.voltageV) === systemVoltageV) continue
    const efficiency = enteredOr(load.converterEfficiency, load.name, assumedOf(DEFAULTS.converterEfficiency))
    const wh = heaviestWh.get(load.id) ?? listedWh
    const { converterLossWh } = working.about({ id: load.id, name: load.name }, () =>
      working.apply(converterLoss, { dailyEnergyWh: wh, converterEfficiency: efficiency }),
    )
    found.set(load.id, { lossWh: converterLossWh, factor: 1 / efficiency.value })
  }
  return found
}

/** What load.bus-energy takes beside the loads. */
interface Bus {
  readonly inverterEfficiency: Known
  readonly inverterIdleW: Known
  readonly inverterHoursPerDay: Known
  readonly otherStandbyW: Known
  readonly marginFraction: Known
}

/** Energy of the listed loads of a supply at the bus, in a month, by a share of each load. */
function sumWh(
  counted: readonly Counted[],
  converted: ReadonlyMap<string, Converted>,
  supply: Load['supply'],
  month: number,
  shareOf: (load: Load) => number = () => 1,
): number {
  let wh = 0
  for (const row of counted) {
    if (row.load.supply !== supply) continue
    wh += row.wh.value * monthFactor(row.load, month) * (converted.get(row.load.id)?.factor ?? 1) * shareOf(row.load)
  }
  return wh
}

/** What the bus delivers in each month. */
export function yearAtBus(
  monthsInUse: readonly number[],
  heating: HeatingResult | null,
  counted: readonly Counted[],
  converted: ReadonlyMap<string, Converted>,
  day: { idleEnergyWh: Known },
  bus: Bus,
  working: Working,
): Known<number[]> {
  const seasonal = counted.some(({ load }) => load.monthFactors !== null)
  const year = (supply: Load['supply']) => {
    const first = sumWh(counted, converted, supply, 1)
    const heat = (i: number) => (heating?.supply === supply ? (heating.byMonthWh[i]?.value ?? 0) : 0)
    return known(
      MONTH_NAMES.map((_, i) => (seasonal ? sumWh(counted, converted, supply, i + 1) : first) + heat(i)),
      'computed',
      `${supply.toUpperCase()} loads by month`,
    )
  }
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

/** What it delivers on a weekday and on a weekend day of a month; null where no load differs. */
export function weekAtBus(
  month: number,
  heating: HeatingResult | null,
  counted: readonly Counted[],
  converted: ReadonlyMap<string, Converted>,
  bus: Bus,
  working: Working,
): { readonly weekday: Known; readonly weekend: Known } | null {
  if (counted.every(({ load }) => load.daysPerWeek >= 7 && load.weekendHoursOfDay === null)) return null
  const at = (kind: 'weekday' | 'weekend', name: string) => {
    const of = (supply: Load['supply']) =>
      known(
        sumWh(counted, converted, supply, month, (load) => dayShares(load)[kind]) +
          (heating?.supply === supply ? (heating.byMonthWh[month - 1]?.value ?? 0) : 0),
        'computed',
        `${supply.toUpperCase()} loads on ${name}`,
      )
    return working.about({ id: kind, name }, () =>
      working.apply(busEnergy, { acDailyEnergyWh: of('ac'), dcDailyEnergyWh: of('dc'), ...bus }),
    ).busDailyEnergyWh
  }
  return { weekday: at('weekday', 'a weekday'), weekend: at('weekend', 'a day of the weekend') }
}
