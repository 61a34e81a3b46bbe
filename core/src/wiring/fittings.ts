import { type Converter, type Fitting, type FittingRole, itemName } from '../catalogue/schema.ts'
import { voltageClassV } from '../catalogue/voltage-class.ts'
import { converterId, isInLineId } from '../plant/boards.ts'
import type { Branch } from '../plant/branches.ts'
import type { Place, Plant, Role, Unit } from '../plant/plant.ts'
import { conductorOf } from '../tables/conductor.ts'
import { formatQuantity } from '../units/format.ts'
import { type Circuit, isBreaker } from './circuits.ts'

/** Switches, shunts, bars, boards and converters: what carries or switches the current of circuits that are laid. */

/** What the place of a fitting asks of it. */
export interface FittingNeed {
  readonly role: FittingRole | 'converter'
  readonly currentA: number
  readonly highestV: number
  readonly ac: boolean
  /** Ways it must have; 0 where it has none to speak of. */
  readonly ways: number
  /** Thickest conductor that ends in it, mm². */
  readonly areaMm2: number
  /** A converter’s two voltage classes, V. */
  readonly converts: { readonly fromV: number; readonly toV: number } | null
}

export interface Fitted {
  /** Of its unit in the plant; what a person chooses is kept under it. */
  readonly unitId: string
  readonly role: FittingRole | 'converter'
  readonly name: string
  readonly use: string
  readonly place: Place
  readonly need: FittingNeed
  readonly item: Fitting | Converter | null
  readonly quantity: number
  /** What a person chose: a catalogue id or "none"; null for the design’s choice. */
  readonly chosenId: string | null
  /** Circuit whose breaker does its work, by title; empty where none does. */
  readonly servedBy: string
  /** Circuits it stands in or at. */
  readonly circuitIds: readonly string[]
  /** Why none could be chosen; empty where one was or none is needed. */
  readonly lack: string
}

/** What a unit of the plant is bought as. */
const FITTING_OF: Partial<Record<Role, FittingRole | 'converter'>> = {
  isolator: 'isolator',
  'load-disconnect': 'load-disconnect',
  'battery-switch': 'battery-switch',
  'residual-current': 'residual-current',
  relay: 'relay',
  shunt: 'shunt',
  bus: 'bus-bar',
  'inverter-bus': 'bus-bar',
  'bank-bars': 'bus-bar',
  combiner: 'combiner',
  'dc-board': 'dc-panel',
  'ac-board': 'ac-board',
  converter: 'converter',
  surge: 'surge',
}

/** Choice of no fitting. */
export const NO_FITTING = 'none'

export interface FittingBrief {
  readonly plant: Plant
  readonly circuits: readonly Circuit[]
  readonly choices: Readonly<Record<string, string>>
  readonly fittings: readonly Fitting[]
  readonly converters: readonly Converter[]
  readonly systemVoltageV: number
}

/** A fitting for each unit of the plant that is one: a person’s, or the cheapest that bears what its circuits ask. */
export function fittingsOf(brief: FittingBrief): Fitted[] {
  const byId = new Map(brief.circuits.map((circuit) => [circuit.id, circuit]))
  return fittedUnits(brief.plant).flatMap((each): Fitted[] => {
    const at = each.joints.flatMap(({ id, how }): At[] => {
      const circuit = byId.get(id)
      return circuit ? [{ circuit, how }] : []
    })
    return at.length === 0 ? [] : [keptFitted(brief, each, at)]
  })
}

/** A unit that is bought as a fitting, and the joints it stands in or at. */
interface FittedUnit {
  readonly unit: Unit
  readonly role: Fitted['role']
  readonly joints: readonly { readonly id: string; readonly how: At['how'] }[]
  /** As it was fitted last, and by what. */
  last: { readonly at: readonly At[]; readonly brief: FittingBrief; readonly fitted: Fitted } | null
}

const unitsOfPlant = new WeakMap<Plant, readonly FittedUnit[]>()

function fittedUnits(plant: Plant): readonly FittedUnit[] {
  const before = unitsOfPlant.get(plant)
  if (before) return before
  const joints = jointsByUnit(plant)
  const found = plant.units.flatMap((unit): FittedUnit[] => {
    const role = FITTING_OF[unit.role]
    return role ? [{ unit, role, joints: joints.get(unit.id) ?? [], last: null }] : []
  })
  unitsOfPlant.set(plant, found)
  return found
}

/** Joints that run through or end at each unit, in their order. */
function jointsByUnit({ joints }: Plant): Map<string, { id: string; how: At['how'] }[]> {
  const found = new Map<string, { id: string; how: At['how'] }[]>()
  const put = (unitId: string, id: string, how: At['how']) => {
    const own = found.get(unitId)
    if (own) own.push({ id, how })
    else found.set(unitId, [{ id, how }])
  }
  for (const { id, from, to, through } of joints) {
    for (const unitId of through) put(unitId, id, 'through')
    put(to.unitId, id, 'into')
    put(from.unitId, id, 'out of')
  }
  return found
}

/** A unit is fitted again only where one of its circuits, what was chosen for it or the shelf is another. */
function keptFitted(brief: FittingBrief, each: FittedUnit, at: readonly At[]): Fitted {
  const { last, unit, role } = each
  if (
    last &&
    last.brief.fittings === brief.fittings &&
    last.brief.converters === brief.converters &&
    last.brief.systemVoltageV === brief.systemVoltageV &&
    last.brief.choices[unit.id] === brief.choices[unit.id] &&
    last.at.length === at.length &&
    last.at.every(({ circuit }, i) => circuit === at[i]?.circuit)
  )
    return last.fitted
  const made = fitted(brief, unit, role, at)
  each.last = { at, brief, fitted: made }
  return made
}

/** A circuit that ends at a unit or runs through it. */
interface At {
  readonly circuit: Circuit
  readonly how: 'into' | 'out of' | 'through'
}

function fitted(brief: FittingBrief, unit: Unit, role: Fitted['role'], at: readonly At[]): Fitted {
  const need = needOf(brief, unit, role, at)
  const chosenId = brief.choices[unit.id] ?? null
  const breaker = role === 'isolator' || role === 'battery-switch' ? at.find(({ circuit }) => isBreaker(circuit)) : null
  // What a person put there is wanted whatever else opens the circuit.
  const servedBy = chosenId === null && !isInLineId(unit.id) && breaker ? breaker.circuit.title : ''
  const shelf: readonly (Fitting | Converter)[] =
    role === 'converter' ? brief.converters : brief.fittings.filter((each) => each.role === role)
  const item =
    chosenId === null
      ? servedBy === ''
        ? cheapest(shelf, need)
        : null
      : ([...brief.fittings, ...brief.converters].find(({ id }) => id === chosenId) ?? null)
  return {
    unitId: unit.id,
    role,
    name: unit.name,
    use: unit.use,
    place: unit.place,
    need,
    item,
    quantity: item ? unit.quantity * piecesOf(item, need) : 0,
    chosenId,
    servedBy,
    circuitIds: at.map(({ circuit }) => circuit.id),
    lack:
      item || servedBy !== '' || chosenId === NO_FITTING
        ? ''
        : chosenId === null
          ? lackOf(unit, need)
          : `${unit.name}: what was chosen for it is in no catalogue here`,
  }
}

function needOf(
  { plant, systemVoltageV }: FittingBrief,
  unit: Unit,
  role: Fitted['role'],
  at: readonly At[],
): FittingNeed {
  const branch = role === 'converter' ? plant.branches.find((each) => converterId(each) === unit.id) : undefined
  // What opens a circuit is rated for all that its device lets through.
  const carriedA = ({ currentA, device }: Circuit) => Math.max(currentA.value, device?.ratingA.value ?? 0)
  const into = at.filter(({ how }) => how === 'into')
  const boards = role === 'ac-board' ? into : []
  const mostA = at.reduce((most, { circuit }) => Math.max(most, carriedA(circuit)), 0)
  const togetherA = boards.reduce((sum, { circuit }) => sum + carriedA(circuit) * circuit.count, 0)
  return {
    role,
    // A surge protector stands beside the current, not in it.
    currentA: role === 'surge' ? 0 : branch ? convertedA(branch) : Math.max(mostA, togetherA),
    highestV: Math.max(...at.map(({ circuit }) => circuit.highestV)),
    ac: at.some(({ circuit }) => circuit.ac),
    ways: waysOf(role, unit, at),
    areaMm2: Math.max(...at.map(({ circuit }) => (circuit.cable ? conductorOf(circuit.cable.size).areaMm2 : 0))),
    converts: branch && branch.convertedV !== null ? { fromV: systemVoltageV, toV: branch.convertedV } : null,
  }
}

/** Current of a branch on the far side of its converter, A. */
function convertedA({ rows, convertedV }: Branch): number {
  let [togetherW, aloneW] = [0, 0]
  for (const { quantity, powerW, runsTogether } of rows) {
    const watts = quantity.value * powerW.value
    if (runsTogether?.value === false) aloneW = Math.max(aloneW, watts)
    else togetherW += watts
  }
  return Math.max(togetherW, aloneW) / (convertedV ?? 1)
}

const countOf = (at: readonly At[]): number => at.reduce((sum, { circuit }) => sum + circuit.count, 0)

function waysOf(role: Fitted['role'], unit: Unit, at: readonly At[]): number {
  if (role === 'bus-bar') return countOf(at)
  if (role === 'combiner') return Math.ceil(countOf(at.filter(({ how }) => how === 'into')) / unit.quantity)
  if (role === 'dc-panel' || role === 'ac-board') return countOf(at.filter(({ how }) => how === 'out of'))
  return 0
}

/** Pieces side by side that have ways enough, or give the current. */
function piecesOf(item: Fitting | Converter, need: FittingNeed): number {
  if (item.kind === 'converter') return Math.max(1, Math.ceil(need.currentA / item.outputA - 1e-9))
  return need.ways > 0 ? Math.max(1, Math.ceil(need.ways / item.ways)) : 1
}

/** Whether a fitting is what its place asks for and bears its current and voltage. */
export function bears(item: Fitting | Converter, need: FittingNeed): boolean {
  if (item.kind === 'converter') {
    if (!need.converts || need.role !== 'converter') return false
    const { fromV, toV } = need.converts
    return item.inputV === fromV && (item.outputV === toV || sameClass(item.outputV, toV))
  }
  return (
    item.role === need.role &&
    item.currentA >= need.currentA - 1e-9 &&
    (need.ac ? item.maxAcV : item.maxDcV) >= need.highestV
  )
}

const sameClass = (a: number, b: number): boolean => voltageClassV(a) !== null && voltageClassV(a) === voltageClassV(b)

/** Pieces of a converter that may stand side by side: more are a larger supply. Assumption of Yard Lamp. */
const MOST_CONVERTERS = 4

function cheapest<T extends Fitting | Converter>(shelf: readonly T[], need: FittingNeed): T | null {
  const able = shelf.filter(
    (item) => bears(item, need) && (item.kind === 'fitting' || piecesOf(item, need) <= MOST_CONVERTERS),
  )
  const takes = able.filter(
    (item) => item.kind === 'converter' || item.terminalMaxMm2 === null || item.terminalMaxMm2 >= need.areaMm2,
  )
  // A joint box with a thinner tail is left where no terminal takes the cable.
  const from = takes.length > 0 ? takes : able
  const price = (item: T) => item.price * piecesOf(item, need)
  return from.reduce<T | null>(
    (a, b) => (a && (price(a) < price(b) || (price(a) === price(b) && a.id < b.id)) ? a : b),
    null,
  )
}

const lackOf = ({ name }: Unit, { currentA, highestV, ac, converts }: FittingNeed): string =>
  converts
    ? `${name}: no converter in the catalogue from ${formatQuantity(converts.fromV, 'V')} to ${formatQuantity(converts.toV, 'V')} for ${formatQuantity(currentA, 'A', 1)}`
    : `${name}: none in the catalogue for ${formatQuantity(currentA, 'A')} and ${formatQuantity(highestV, 'V')} ${ac ? 'AC' : 'DC'}`

/** What a fitting gives, for a list to choose from. */
export const fittingText = (item: Fitting | Converter): string =>
  item.kind === 'converter'
    ? `${itemName(item)}, ${formatQuantity(item.outputA, 'A')}`
    : `${itemName(item)}, ${formatQuantity(item.currentA, 'A')}, ${formatQuantity(Math.max(item.maxAcV, item.maxDcV), 'V')}`
