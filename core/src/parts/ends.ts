import { MOST_FERRULE_MM2 } from '../catalogue/materials.ts'
import type { CatalogueItem, Material } from '../catalogue/schema.ts'
import { type Joint, type Plant, type Role, type Unit, unitOf } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { WAYS } from '../rules/ways.ts'
import { conductorOf } from '../tables/conductor.ts'
import type { Bond } from '../wiring/bonds.ts'
import { type Circuit, isInBoard } from '../wiring/circuits.ts'
import { conduitNote } from '../wiring/conduit.ts'
import { type MaterialNeed, materialFor, need } from './needs.ts'

/** How a conductor ends: a lug on a stud, a clamp, a connector; or in nothing that is bought. */
type Ending = { readonly by: 'stud'; readonly studMm: number } | { readonly by: 'clamp' | 'connector' | 'none' }

const CLAMP: Ending = { by: 'clamp' }

/** Units whose battery conductors bolt to a stud, unless their sheet says otherwise. */
const BOLTED: ReadonlySet<Role> = new Set([
  'battery',
  'bank-bars',
  'bus',
  'inverter-bus',
  'shunt',
  'battery-switch',
  'relay',
  'engine',
  'inverter',
  'charger',
  'engine-charger',
])

/** Stud by the current, where no sheet says, M in mm. Assumption of Yard Lamp, after common sheets. */
export const usualStudMm = (currentA: number): number =>
  currentA <= 100 ? 6 : currentA <= 300 ? 8 : currentA <= 700 ? 10 : 12

/** Stud a sheet gives; 0 for clamps, null where it says nothing. */
const studOf = (item: CatalogueItem | null): number | null => (item && 'studMm' in item ? item.studMm : null)

/** Units a conductor passes through, and how many of its conductors are cut there. */
const CUT_BY: Partial<Record<Role, number>> = {
  isolator: 2,
  'battery-switch': 1,
  shunt: 1,
  'load-disconnect': 1,
  relay: 1,
  'residual-current': 2,
}

/** Boxes a conductor enters through a gland. */
const BOXES: ReadonlySet<Role> = new Set(['combiner', 'isolator', 'dc-board', 'ac-board'])

/** A circuit of a plant with its joint and the items it ends at. */
export interface EndsBrief {
  readonly plant: Plant
  readonly joint: Joint
  readonly circuit: Circuit
  /** Items of the units of the joint: of its two ends, then of those it runs through. */
  readonly items: readonly (CatalogueItem | null)[]
  readonly rules: RuleSet
  readonly materials: readonly Material[]
  /** Whose it is, before what each is for. */
  readonly whose: string
}

/** Units of a joint in the order its items are told: its two ends, then those it runs through. */
export const unitIdsOf = ({ from, to, through }: Joint): string[] => [from.unitId, to.unitId, ...through]

/** Lugs, ferrules, connectors, glands, conduit: what a circuit ends in, and what it is drawn through. */
export function endNeeds({ plant, joint, circuit, items, rules, materials, whose }: EndsBrief): MaterialNeed[] {
  const { cable, wires, count, installation } = circuit
  if (!cable) return []
  const needs: MaterialNeed[] = []
  const title = whose + circuit.title
  const gland = conduitNote(circuit, rules)
  const inPipe = WAYS[installation].conduit
  for (const [i, unitId] of unitIdsOf(joint).entries()) {
    const unit = unitOf(plant, unitId)
    const item = items[i] ?? null
    const cut = unit && item ? (CUT_BY[unit.role] ?? 0) : 0
    const landed = { unit, item, conductors: i < 2 ? wires : 2 * cut }
    const ending = endingAt(landed, circuit, joint)
    const ends = landed.conductors * cable.parallel * count
    if (ending.by === 'connector') addConnectors(needs, title, count)
    else addEnds(needs, rules, circuit, ending, ends, `${title}, at ${unit?.name ?? 'its device'}`)
    if (unit && BOXES.has(unit.role) && inPipe === null && gland?.gland) {
      const source = { use: `${title}, into ${unit.name}`, quantity: ends, how: '' }
      needs.push(need({ role: 'gland', size: gland.gland, place: 'cable runs', group: 'ends', source }))
    }
  }
  addDevice(needs, rules, circuit, title)
  if (inPipe !== null && gland?.conduit) addConduit(needs, materials, circuit, gland.conduit, inPipe === 'fixed', title)
  return needs
}

/** Conductors of a run that end at a unit. */
interface Landed {
  readonly unit: Unit | undefined
  readonly item: CatalogueItem | null
  readonly conductors: number
}

function endingAt({ unit, item }: Landed, { currentA, kind }: Circuit, joint: Joint): Ending {
  if (!unit || kind === 'sense') return CLAMP
  if (unit.role === 'panels') return { by: 'connector' }
  if (!BOLTED.has(unit.role) || joint.carries === 'ac' || joint.carries === 'pv') {
    const studMm = studOf(item)
    return unit.role === 'load-disconnect' && studMm ? { by: 'stud', studMm } : CLAMP
  }
  const studMm = studOf(item) ?? usualStudMm(currentA.value)
  return studMm > 0 ? { by: 'stud', studMm } : CLAMP
}

/** What ends there. */
interface Conductor {
  readonly cable: Pick<NonNullable<Circuit['cable']>, 'size' | 'parallel'> | null
  readonly use: Circuit['use']
}

/** A stud that a circuit's conductors are tightened on. */
export interface Tightened {
  /** Unit it belongs to; null for the circuit's own device. */
  readonly unit: Unit | null
  readonly studMm: number
}

/** Every stud on the way of a circuit, its device's last; what is clamped, plugged or soldered has none. */
export function studsOf({
  plant,
  joint,
  circuit,
  items,
}: Pick<EndsBrief, 'plant' | 'joint' | 'circuit' | 'items'>): Tightened[] {
  if (!circuit.cable) return []
  const units = unitIdsOf(joint).flatMap((unitId, i): Tightened[] => {
    const unit = unitOf(plant, unitId)
    const item = items[i] ?? null
    if (!unit || (i >= 2 && !(item && CUT_BY[unit.role]))) return []
    const ending = endingAt({ unit, item, conductors: 1 }, circuit, joint)
    return ending.by === 'stud' ? [{ unit, studMm: ending.studMm }] : []
  })
  const studMm = deviceStudMm(circuit)
  return studMm > 0 ? [...units, { unit: null, studMm }] : units
}

/** Stud of a circuit's device; 0 where it is clamped, hangs in a board, or is none. */
function deviceStudMm({ device, kind, currentA }: Circuit): number {
  if (!device?.item || isInBoard(kind)) return 0
  return device.item.studMm ?? (device.item.type === 'battery-fuse' ? usualStudMm(currentA.value) : 0)
}

/** What each end gets: a lug and its sleeve, or a ferrule where the rules ask one. */
function addEnds(
  needs: MaterialNeed[],
  rules: RuleSet,
  { cable, use }: Conductor,
  ending: Ending,
  quantity: number,
  title: string,
): void {
  if (!cable || quantity <= 0) return
  const { size } = cable
  const source = { use: title, quantity, how: '' }
  const common = { place: 'cable runs', group: 'ends', size, source } as const
  if (ending.by === 'stud')
    needs.push(need({ ...common, role: 'lug', studMm: ending.studMm }), need({ ...common, role: 'sleeve' }))
  else if (ending.by === 'clamp' && rules.ferrules.value.includes(use) && conductorOf(size).areaMm2 <= MOST_FERRULE_MM2)
    needs.push(need({ ...common, role: 'ferrule' }))
}

/** A connector of a pair at each pole of a string; the panels bring those between them. */
function addConnectors(needs: MaterialNeed[], title: string, strings: number): void {
  needs.push(
    need({
      role: 'connector',
      place: 'array',
      group: 'ends',
      source: { use: `${title}, to the panels`, quantity: strings, how: 'a pair for each string' },
    }),
  )
}

/** A fuse cuts one conductor, a breaker two; one in a board hangs on its bars, and only its far side is wired. */
function addDevice(needs: MaterialNeed[], rules: RuleSet, circuit: Circuit, title: string): void {
  const { device, cable, count, deviceEnds, kind } = circuit
  if (!device?.item || !cable || isInBoard(kind)) return
  const isBolted = device.item.type === 'battery-fuse'
  const studMm = deviceStudMm(circuit)
  const conductors = device.item.type.endsWith('fuse') ? 1 : 2
  const ends = 2 * conductors * cable.parallel * count * deviceEnds
  addEnds(
    needs,
    rules,
    circuit,
    studMm > 0 ? { by: 'stud', studMm } : CLAMP,
    ends,
    `${title}, at its ${isBolted ? 'fuse' : 'device'}`,
  )
}

/** Length of a piece of conduit where its sheet does not say, m, and between clips. Source: common sheets; common practice. */
const PIECE_M = 3
const CLIP_EVERY_M = 0.8

function addConduit(
  needs: MaterialNeed[],
  materials: readonly Material[],
  { count, lengthM }: Circuit,
  size: string,
  clipped: boolean,
  title: string,
): void {
  const runM = lengthM.value
  if (runM <= 0) return
  const common = { place: 'cable runs', group: 'ends', size } as const
  const pieceM = materialFor(materials, { role: 'conduit', size, studMm: null, ways: 0 })?.lengthM ?? PIECE_M
  const pieces = Math.ceil(runM / pieceM - 1e-9)
  const how = `${count > 1 ? `${count} runs × ` : ''}${pieces} whole lengths`
  needs.push(need({ ...common, role: 'conduit', source: { use: title, quantity: count * pieces, how } }))
  if (!clipped) return
  const clips = count * (Math.ceil(runM / CLIP_EVERY_M) + 1)
  needs.push(
    need({ ...common, role: 'clip', source: { use: title, quantity: clips, how: `one each ${CLIP_EVERY_M} m` } }),
  )
}

/** A lug where a case is bolted, a clamp at the bar. */
const CASE_STUD_MM = 6
const BODY_STUD_MM = 8

/** What a protective or bonding conductor ends in. */
export function bondNeeds(
  { title, size, count, leftOut, what, lengthM }: Bond,
  rules: RuleSet,
  whose: string,
): MaterialNeed[] {
  if (leftOut || lengthM.value <= 0) return []
  const needs: MaterialNeed[] = []
  const add = (ending: Ending, quantity: number, where: string) =>
    addEnds(
      needs,
      rules,
      { cable: { size: size.value, parallel: 1 }, use: 'fixed' },
      ending,
      quantity,
      whose + title + where,
    )
  if (what === 'protective' || what === 'frames') add({ by: 'stud', studMm: CASE_STUD_MM }, count, ', at the case')
  if (what === 'electrode') add({ by: 'stud', studMm: BODY_STUD_MM }, 1, ', at the electrode')
  add(CLAMP, what === 'neutral' ? 2 : count, ', at the bar')
  return needs
}
