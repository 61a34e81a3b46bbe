import { type AllInOne, type Inverter, itemName } from '../catalogue/schema.ts'
import type { SystemVoltageV } from '../catalogue/voltage-class.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Load, Option } from '../job/schema.ts'
import { hoursOn } from '../loads/day.ts'
import type { Demand } from '../loads/demand.ts'
import { formatQuantity } from '../units/format.ts'
import { defineLink, type Link, type LinkResult } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { assumed, assumedOf, enteredOr, fromSheet, type Known, known, type Working } from '../working/working.ts'
import { heatFactorOf, type InverterCandidate, type Mains, needsStack, rankInverters } from './candidates.ts'
import { COMFORTABLE_CURRENT_A, HIGHEST_CURRENT_A } from './full-current.ts'
import { inverterDcCurrent, searchMode } from './methods.ts'
import { type Derating, type InverterNeed, type NeedAhead, needOf } from './need.ts'

export interface InverterResult extends InverterNeed, LinkResult {
  /** False where nothing runs on AC. */
  readonly needed: boolean
  readonly item: Inverter | null
  readonly quantity: number
  readonly locked: boolean
  readonly candidates: readonly InverterCandidate[]
  readonly efficiency: Known | null
  readonly stacking: Stacking
  /** Awake, nothing running. */
  readonly awakeIdleW: Known
  /** On average: less where it may sleep. */
  readonly idleW: Known
  readonly hoursPerDay: Known
  /** Battery current with every inverter at full power. */
  readonly fullCurrentA: Known | null
}

/** How several stand together: one alone, alike and sharing, or in series for a split phase. */
export type Stacking = 'alone' | 'parallel' | 'split-phase'

export interface Upstream {
  readonly demand: Demand
  readonly inverterNeed: NeedAhead
  readonly voltage: { readonly systemVoltageV: Known<SystemVoltageV> }
}

/** The inverter, how many of it, and what it draws by itself. */
export const inverterLink: Link<Upstream, InverterResult> = defineLink(
  'inverter',
  ({ job: { site, loads }, option, catalogue }, { demand, inverterNeed, voltage }) => ({
    choice: option.inverter,
    items: catalogue.inverters,
    allInOnes: catalogue.allInOnes,
    mainsVoltageV: site.mainsVoltageV,
    mainsFrequencyHz: site.mainsFrequencyHz,
    splitPhase: site.splitPhase,
    demand,
    ahead: inverterNeed,
    systemVoltageV: voltage.systemVoltageV.value,
    // Only an inverter that sleeps has to know when the loads run.
    loads: option.inverter.searchMode ? loads : null,
  }),
  ({ choice, items, allInOnes, demand, ahead, systemVoltageV, loads, ...mains }, working): InverterResult => {
    const { basis, ...needAhead } = ahead
    const candidates = rankInverters(items, { mains, chosen: choice, basis, legs: demand.legs, systemVoltageV })
    const chosen = demand.hasAc || choice.itemId !== null ? pick(choice, candidates, allInOnes) : undefined
    const item = chosen?.item ?? null
    const sheet = item ? itemName(item) : ''
    const quantity = chosen?.quantity ?? 0
    const need =
      item && heatFactorOf(item, basis.ambientC.value) > 0 ? needOf(basis, deratingOf(item), working) : needAhead
    const hoursPerDay = enteredOr(choice.hoursPerDay, 'inverter', assumedOf(DEFAULTS.inverterHoursPerDay))
    const sheetIdleW = item ? fromSheet(item.idleW * quantity, sheet) : assumed(0, 'no inverter')
    const awakeIdleW = enteredOr(choice.idleW, 'inverter', sheetIdleW)
    return {
      ...need,
      needs: demand.hasAc && !chosen ? [lackOf(choice, mains, need, systemVoltageV)] : [],
      needed: demand.hasAc,
      item,
      quantity,
      locked: choice.itemId !== null,
      candidates,
      efficiency: item ? fromSheet(item.efficiency, sheet) : null,
      stacking: stackingOf(mains, choice, item),
      awakeIdleW,
      idleW: item && loads ? asleep(item, quantity, choice, awakeIdleW, hoursPerDay, loads, working) : awakeIdleW,
      hoursPerDay,
      fullCurrentA: item
        ? working.apply(inverterDcCurrent, {
            powerW: fromSheet(item.continuousW * quantity, sheet),
            efficiency: fromSheet(item.efficiency, sheet),
            batteryVoltageV: fromSheet(item.lowestInputV, sheet),
          }).currentA
        : null,
      answer: answerOf(demand, item, quantity),
    }
  },
)

const deratingOf = (item: Inverter): Derating => ({
  deratePerC: fromSheet(item.deratePerC, itemName(item)),
  derateFromC: fromSheet(item.derateFromC, itemName(item)),
})

function lackOf(
  choice: Option['inverter'],
  { mainsVoltageV, mainsFrequencyHz }: Mains,
  need: InverterNeed,
  systemVoltageV: SystemVoltageV,
): Need {
  const wanted = `${formatQuantity(need.requiredW.value, 'W')} from ${systemVoltageV} V at ${mainsVoltageV} V ${mainsFrequencyHz} Hz`
  const message =
    choice.itemId === null
      ? `an inverter: none in the catalogue gives ${wanted}`
      : `an inverter: "${choice.itemId}" is not in the catalogue`
  return { link: 'inverter', place: 'inverter.itemId', message }
}

/** Draw on average of one that sleeps between pulses while no AC load runs. */
function asleep(
  item: Inverter,
  quantity: number,
  choice: Option['inverter'],
  idleW: Known,
  hoursPerDay: Known,
  loads: readonly Load[],
  working: Working,
): Known {
  const awake = new Set(
    loads.flatMap((load) => (load.supply === 'ac' && load.stage === 'now' ? hoursOn(load, 'average') : [])),
  )
  return working.apply(searchMode, {
    idleW,
    searchW: enteredOr(choice.searchW, 'inverter', fromSheet((item.searchW ?? item.idleW) * quantity, itemName(item))),
    awakeHours: known(awake.size, 'computed', 'hours in which an AC load runs'),
    hoursPerDay,
  }).averageIdleW
}

function stackingOf(mains: Mains, choice: Option['inverter'], item: Inverter | null): Stacking {
  if (!item) return 'alone'
  if (choice.stacking === 'split-phase' || (choice.stacking === null && needsStack(mains, item))) return 'split-phase'
  return 'parallel'
}

function answerOf(demand: Demand, item: Inverter | null, quantity: number): string {
  if (!item) return demand.hasAc ? 'none fits' : 'none needed'
  const units = quantity > 1 ? `${quantity} × ` : ''
  return `${units}${formatQuantity(item.continuousW, 'W')}, start ${formatQuantity(Math.round(demand.surgeW.value), 'W')}`
}

function pick(
  choice: Option['inverter'],
  candidates: readonly InverterCandidate[],
  allInOnes: readonly AllInOne[],
): InverterCandidate | undefined {
  if (choice.itemId !== null) return candidates.find(({ item }) => item.id === choice.itemId)
  // An all-in-one also settles the controller: it is offered, and taken only where a person asks for it.
  const offered = candidates.filter(({ fits, item }) => fits && !allInOnes.some(({ id }) => id === item.id))
  const fullA = ({ item, quantity }: InverterCandidate) =>
    (item.continuousW * quantity) / (item.efficiency * item.lowestInputV)
  return (
    offered.find((each) => fullA(each) < COMFORTABLE_CURRENT_A) ??
    offered.find((each) => fullA(each) <= HIGHEST_CURRENT_A) ??
    offered[0]
  )
}
