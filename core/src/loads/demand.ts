import { DEFAULTS } from '../job/defaults.ts'
import type { Load } from '../job/schema.ts'
import { defineLink, type Link } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { entered, type Known, type Step, type Working } from '../working/working.ts'
import { type Counted, energyIn } from './at-bus.ts'
import { type HeatingResult, heatingOf } from './heating.ts'
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
  /** Energy of each counted load in that month, by id. */
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
  readonly heating: HeatingResult | null
  /** Load whose start is the worst, by id. */
  readonly worstStartId: string | null
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
  }),
  ({ loads, monthsInUse, ...heatingBrief }, working): Demand => {
    const worked = loads.map(rowOf)
    const needs: Need[] = []
    for (const each of worked) {
      working.take(each.steps)
      needs.push(...each.needs)
    }
    const counted = worked.flatMap((each) => each.counted ?? [])
    const heating = heatingOf(heatingBrief, needs, working)
    const heaviestMonth = heaviestOf(monthsInUse, counted, heating)
    const heaviestWh = new Map(counted.map((row) => [row.load.id, energyIn(row, heaviestMonth, working)]))
    const supplies = { worked, counted, heating, heaviestMonth, heaviestWh }
    const ac = supplyOf('ac', supplies, working)
    const dc = supplyOf('dc', supplies, working)
    return {
      rows: worked.map(({ row }) => row),
      needs,
      counted,
      heating,
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
      worstStartId: worstStart(worked),
    }
  },
)

interface Supplies extends Pick<Demand, 'counted' | 'heating' | 'heaviestMonth' | 'heaviestWh'> {
  readonly worked: readonly WorkedRow[]
}

/** What a supply is made of: rows that run, and the energies of its day. */
interface SupplyParts {
  readonly rows: readonly DemandRow[]
  readonly energies: readonly Known[]
}

type Supply = ReturnType<typeof workSupply> & { readonly id: Load['supply']; readonly has: boolean }

const keptSupplies: { readonly parts: SupplyParts; readonly supply: Supply; readonly steps: readonly Step[] }[] = []
/** Supplies kept: both of the options and trials between two edits. */
const MOST_KEPT = 12

/**
 * Energy of a day and what runs together of one supply, the heater of the battery box with it. Worked again only where a
 * row of it changed: an edit of an AC load leaves the DC side as it was.
 */
function supplyOf(name: Load['supply'], supplies: Supplies, working: Working): Supply {
  const parts = partsOf(name, supplies)
  const subject = { id: name, name: name === 'ac' ? 'AC loads' : 'DC loads' }
  const before = keptSupplies.find(
    (each) =>
      each.supply.id === name && sameList(each.parts.rows, parts.rows) && sameList(each.parts.energies, parts.energies),
  )
  if (before) {
    working.take(before.steps)
    return before.supply
  }
  const from = working.steps.length
  const supply = working.about(subject, () => ({ id: name, has: parts.rows.length > 0, ...workSupply(parts, working) }))
  keptSupplies.unshift({ parts, supply, steps: working.steps.slice(from) })
  keptSupplies.length = Math.min(keptSupplies.length, MOST_KEPT)
  return supply
}

const workSupply = ({ rows, energies }: SupplyParts, working: Working) => ({
  ...working.apply(acDemand, { loads: rows }),
  ...working.apply(dayTotal, { dailyEnergiesWh: energies }),
})

function partsOf(
  supply: Load['supply'],
  { worked, counted, heating, heaviestMonth, heaviestWh }: Supplies,
): SupplyParts {
  const rows: DemandRow[] = []
  for (const { load, demand } of worked) if (demand && load.supply === supply) rows.push(demand)
  const energies: Known[] = []
  for (const { load, wh } of counted) if (load.supply === supply) energies.push(heaviestWh.get(load.id) ?? wh)
  if (heating?.supply === supply) {
    rows.push({ quantity: entered(1, 'heater'), powerW: heating.heaterW })
    energies.push(heating.byMonthWh[heaviestMonth - 1] ?? heating.none)
  }
  return { rows, energies }
}

function sameList(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((each, i) => each === b[i])
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
