import { DEFAULTS } from '../job/defaults.ts'
import type { Load } from '../job/schema.ts'
import { defineLink, type Link } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { entered, type Known, type Working } from '../working/working.ts'
import { type Counted, seasonalWh } from './at-bus.ts'
import { type HeatingResult, heatingOf } from './heating.ts'
import { type LegDemand, legDemand } from './legs.ts'
import { acDemand, dayTotal } from './methods.ts'
import { monthFactor } from './power.ts'
import { type DemandRow, type LoadRow, rowOf, type WorkedRow } from './row.ts'

/** What runs together, before an inverter is known. */
export interface Demand {
  readonly rows: readonly LoadRow[]
  readonly needs: readonly Need[]
  /** Rows whose energy is known and counted. */
  readonly counted: readonly Counted[]
  /** Month in which the listed loads take most, of those in use. */
  readonly heaviestMonth: number
  /** Energy in that month of the counted loads that have another than listed then, by id. */
  readonly heaviestWh: ReadonlyMap<string, Known>
  /** Of the heaviest month. */
  readonly acDailyEnergyWh: Known
  readonly dcDailyEnergyWh: Known
  readonly hasAc: boolean
  readonly hasDc: boolean
  readonly continuousW: Known
  readonly continuousVA: Known
  readonly surgeW: Known
  readonly dcContinuousW: Known
  /** DC loads together while the worst of them starts. */
  readonly dcSurgeW: Known
  readonly heating: HeatingResult | null
  /** What the heavier leg of a split phase carries; null where the site has none. */
  readonly legs: LegDemand | null
  /** Load whose start is the worst, by id. */
  readonly worstStartId: string | null
}

/** A job just begun lacks its loads; it is not wrong for it. */
const NOTHING_LISTED: Need = {
  link: 'loads',
  place: 'loads.add',
  message: 'what it must run: each load with watts and hours',
}

/** The part of the loads that inverter and system voltage are chosen by. */
export const demandLink: Link<object, Demand> = defineLink(
  'loads',
  ({ job: { loads, batteryHeating, site } }) => ({
    loads,
    batteryHeating,
    monthsInUse: site.monthsInUse,
    recordLowC: site.recordLowC,
    monthMeanC: site.monthMeanC,
    daySwingK: site.daySwingK,
    splitPhase: site.splitPhase,
  }),
  ({ loads, monthsInUse, splitPhase, ...heatingBrief }, working): Demand => {
    const worked = loads.map(rowOf)
    const needs: Need[] = loads.length === 0 ? [NOTHING_LISTED] : []
    const rows: LoadRow[] = []
    const counted: Counted[] = []
    for (const each of worked) {
      working.take(each.steps)
      needs.push(...each.needs)
      rows.push(each.row)
      if (each.counted) counted.push(each.counted)
    }
    const heating = heatingOf(heatingBrief, needs, working)
    const heaviestMonth = heaviestOf(monthsInUse, counted, heating)
    const heaviestWh = seasonalWh(counted, heaviestMonth, working)
    const parts = partsOf({ worked, counted, heating, heaviestMonth, heaviestWh })
    const ac = workSupply('AC loads', parts.ac, working)
    const dc = workSupply('DC loads', parts.dc, working)
    return {
      rows,
      needs,
      counted,
      heating,
      legs: splitPhase ? legDemand(worked) : null,
      heaviestMonth,
      heaviestWh,
      acDailyEnergyWh: ac.dailyEnergyWh,
      dcDailyEnergyWh: dc.dailyEnergyWh,
      hasAc: ac.has,
      hasDc: dc.has,
      continuousW: ac.continuousW,
      continuousVA: ac.continuousVA,
      surgeW: ac.surgeW,
      dcContinuousW: dc.continuousW,
      dcSurgeW: dc.surgeW,
      worstStartId: worstStart(worked),
    }
  },
)

interface Supplies extends Pick<Demand, 'counted' | 'heating' | 'heaviestMonth' | 'heaviestWh'> {
  readonly worked: readonly WorkedRow[]
}

/** What a supply is made of: rows that run, and the energies of its day. */
interface SupplyParts {
  readonly id: Load['supply']
  readonly rows: DemandRow[]
  readonly energies: Known[]
}

/** Energy of a day and what runs together of one supply. */
function workSupply(name: string, { id, rows, energies }: SupplyParts, working: Working) {
  return working.about({ id, name }, () => ({
    has: rows.length > 0,
    ...working.applyToList(acDemand, 'loads', rows),
    ...working.applyToList(dayTotal, 'dailyEnergiesWh', energies),
  }))
}

const ONE_HEATER = entered(1, 'heater')

/** The two supplies apart, the heater of the battery box with its own. */
function partsOf({
  worked,
  counted,
  heating,
  heaviestMonth,
  heaviestWh,
}: Supplies): Record<Load['supply'], SupplyParts> {
  const ac: SupplyParts = { id: 'ac', rows: [], energies: [] }
  const dc: SupplyParts = { id: 'dc', rows: [], energies: [] }
  const of = (supply: Load['supply']) => (supply === 'ac' ? ac : dc)
  for (const { load, demand } of worked) if (demand) of(load.supply).rows.push(demand)
  for (const { load, wh } of counted) of(load.supply).energies.push(heaviestWh.get(load.id) ?? wh)
  if (heating) {
    of(heating.supply).rows.push({ quantity: ONE_HEATER, powerW: heating.heaterW })
    of(heating.supply).energies.push(heating.byMonthWh[heaviestMonth - 1] ?? heating.none)
  }
  return { ac, dc }
}

/** Month in use that asks most of the bus, AC through an inverter not chosen yet; the first of equals. */
function heaviestOf(
  monthsInUse: readonly number[],
  counted: readonly Counted[],
  heating: HeatingResult | null,
): number {
  const seasonal = counted.filter(({ load }) => load.monthFactors !== null)
  const atBus = (supply: Load['supply'], wh: number) => (supply === 'ac' ? wh / DEFAULTS.inverterEfficiency.value : wh)
  const monthWh = (month: number) =>
    seasonal.reduce((sum, { load, wh }) => sum + atBus(load.supply, wh.value * monthFactor(load, month)), 0) +
    (heating ? atBus(heating.supply, heating.byMonthWh[month - 1]?.value ?? 0) : 0)
  let [heaviest, mostWh] = [monthsInUse[0] ?? 1, Number.NEGATIVE_INFINITY]
  for (const month of monthsInUse) {
    const wh = monthWh(month)
    if (wh > mostWh) [heaviest, mostWh] = [month, wh]
  }
  return heaviest
}

/** AC load whose start rises most over its running. */
function worstStart(worked: readonly WorkedRow[]): string | null {
  let [id, mostW]: [string | null, number] = [null, 0]
  for (const { load, demand } of worked) {
    if (!demand || load.supply !== 'ac') continue
    const extraW = (load.startW ?? 0) - demand.powerW.value
    if (extraW > mostW) [id, mostW] = [load.id, extraW]
  }
  return id
}
