import type { CatalogueItem } from '../catalogue/schema.ts'
import type { CircuitKind } from '../job/defaults.ts'
import { PLACES } from '../job/schema.ts'
import type { LinkId } from '../working/links.ts'
import type { Branch } from './branches.ts'

export { PLACES }
export type Place = (typeof PLACES)[number]

/** What a unit is there for. */
export const ROLES = [
  'panels',
  'combiner',
  'isolator',
  'controller',
  'battery',
  'bank-bars',
  'shunt',
  'monitor',
  'battery-switch',
  'bus',
  'inverter-bus',
  'inverter',
  'ac-coupled',
  'residual-current',
  'surge',
  'ac-board',
  'load-disconnect',
  'dc-board',
  'converter',
  'loads',
  'generator',
  'shore',
  'charger',
  'engine',
  'engine-charger',
  'relay',
  'earth-bar',
  'electrode',
] as const
export type Role = (typeof ROLES)[number]

/** Where a conductor is joined to a unit, and what it bears. Null where its sheet says nothing or none is chosen. */
export interface Terminal {
  readonly id: 'array' | 'battery' | 'dc' | 'ac-in' | 'ac-out' | 'earth' | 'signal'
  /** Largest conductor it takes. */
  readonly maxAreaMm2: number | null
  readonly maxCurrentA: number | null
  /** Highest voltage it bears. */
  readonly maxV: number | null
  /** Voltage classes of a battery it is made for, V. */
  readonly classesV: readonly number[] | null
}

/** Something that stands there, or several alike. Its id is made from the job’s own ids and never from a place in a list. */
export interface Unit {
  readonly id: string
  readonly role: Role
  /** Link it is chosen by. */
  readonly link: LinkId
  /** In words, for a drawing: "Controller, east roof". */
  readonly name: string
  /** What it is for, in words, for a list of parts. */
  readonly use: string
  /** Sheet it is bought by; null for what is stated without one. */
  readonly item: CatalogueItem | null
  readonly quantity: number
  readonly place: Place
  /** Array it belongs to; null for what all arrays share. */
  readonly arrayId: string | null
  readonly terminals: readonly Terminal[]
}

/** Where a joint ends: a terminal of a unit. */
export interface End {
  readonly unitId: string
  readonly terminal: Terminal['id']
}

/** What joins two units. Those with a kind of circuit are sized by the wiring; the others are told for drawing and earthing. */
export interface Joint {
  readonly id: string
  readonly kind: CircuitKind | 'earth' | 'electrode' | 'system-bond'
  readonly carries: 'pv' | 'battery' | 'dc' | 'ac' | 'earth'
  readonly title: string
  readonly from: End
  readonly to: End
  /** Ends that energy can come from. */
  readonly sources: readonly ('from' | 'to')[]
  /** How many alike. */
  readonly count: number
  readonly arrayId: string | null
  /** Units it runs through on its way: isolators, switches, the shunt. */
  readonly through: readonly string[]
}

/** What stands there and what joins it, said once: everything after the sizing links reads it. */
export interface Plant {
  readonly units: readonly Unit[]
  readonly joints: readonly Joint[]
  /** What hangs behind the boards, in the order of the loads. */
  readonly branches: readonly Branch[]
}

export const unitOf = ({ units }: Plant, id: string): Unit | undefined => units.find((unit) => unit.id === id)

export const unitsOf = ({ units }: Plant, role: Role): readonly Unit[] => units.filter((unit) => unit.role === role)

/** The terminal a joint ends at. */
export const terminalOf = (plant: Plant, { unitId, terminal }: End): Terminal | undefined =>
  unitOf(plant, unitId)?.terminals.find(({ id }) => id === terminal)

/** Both terminals of a joint with the units they belong to, where these are known. */
export function endsOf(plant: Plant, joint: Joint): { readonly unit: Unit; readonly terminal: Terminal }[] {
  return [joint.from, joint.to].flatMap((end) => {
    const unit = unitOf(plant, end.unitId)
    const terminal = unit?.terminals.find(({ id }) => id === end.terminal)
    return unit && terminal ? [{ unit, terminal }] : []
  })
}
