import type { CatalogueItem } from '../../catalogue/schema.ts'
import { itemName } from '../../catalogue/schema.ts'
import type { Plant, Role, Unit } from '../../plant/plant.ts'
import type { Circuit } from '../../wiring/circuits.ts'
import type { Fitted } from '../../wiring/fittings.ts'
import type { Designations } from '../designations.ts'
import { type Size, sizeOf } from './sizes.ts'

/** Parts of the wall, in the order in which energy passes them: what belongs together hangs together. */
export const GROUPS = ['sun', 'charge', 'battery', 'invert', 'boards'] as const
export type Group = (typeof GROUPS)[number]

/** One thing that hangs or stands: each of several alike is its own. */
export interface Piece extends Size {
  /** Of its unit or circuit, and its number among those alike. */
  readonly id: string
  readonly unitId: string | null
  /** Circuit whose device it is. */
  readonly circuitId: string | null
  readonly role: Role | 'device'
  readonly group: Group | 'bank'
  /** In its group, from the top. */
  readonly rank: number
  readonly designation: string
  readonly name: string
  readonly weightKg: number
}

type What = Role | `device.${Circuit['kind']}`
/** What hangs in each group, from top to bottom; devices not named are in a board or at the array. */
const HANGS: Readonly<Record<Group | 'bank', readonly What[]>> = {
  bank: ['battery'],
  sun: ['isolator', 'device.array', 'surge'],
  charge: [
    'controller',
    'charger',
    'engine-charger',
    'relay',
    'device.controller',
    'device.charger',
    'device.alternator',
    'device.starter',
  ],
  battery: [
    'inverter-bus',
    'device.bus-link',
    'bus',
    'device.inverter-dc',
    'device.dc-loads',
    'load-disconnect',
    'battery-switch',
    'shunt',
    'device.battery-main',
    'device.sense',
    'bank-bars',
    'device.battery-string',
    'earth-bar',
  ],
  invert: ['inverter', 'ac-coupled'],
  boards: [
    'residual-current',
    'device.inverter-ac',
    'ac-board',
    'device.ac-coupled',
    'device.backup-ac',
    'dc-board',
    'converter',
    'monitor',
  ],
}
const PLACES = new Map(
  (Object.entries(HANGS) as [Group | 'bank', readonly What[]][]).flatMap(([group, all]) =>
    all.map((what, rank) => [what, { group, rank }] as const),
  ),
)

export interface PiecesBrief {
  readonly plant: Plant
  readonly wiring: { readonly circuits: readonly Circuit[]; readonly fittings: readonly Fitted[] }
}

/** Things of one kind that hang or stand, and how many. */
interface Kind {
  readonly count: number
  readonly item: CatalogueItem | null
  readonly piece: Omit<Piece, 'designation' | keyof Size> & { readonly designation: string }
}

function kindsOf({ plant, wiring }: PiecesBrief, names: Designations | null): Kind[] {
  const fitted = new Map(wiring.fittings.map((each) => [each.unitId, each]))
  const units = plant.units.flatMap((unit): Kind[] => {
    const place = PLACES.get(unit.role)
    const fitting = fitted.get(unit.id)
    // A breaker does its work, or none was found: nothing hangs there.
    if (!place || (fitting && !fitting.item)) return []
    const item = fitting?.item ?? unit.item
    // Of those at either end of an array's lead, one end is here.
    const count = unit.role === 'surge' ? unit.quantity / 2 : (fitting?.quantity ?? unit.quantity)
    const piece = {
      id: unit.id,
      unitId: unit.id,
      circuitId: null,
      role: unit.role,
      ...place,
      designation: names?.units.get(unit.id) ?? '',
      name: nameOf(unit, item),
      weightKg: item?.weightKg ?? 0,
    }
    return [{ count: Math.max(1, Math.round(count)), item, piece }]
  })
  const devices = wiring.circuits.flatMap(({ id: circuitId, kind, device, count, title }): Kind[] => {
    const place = PLACES.get(`device.${kind}`)
    if (!place || !device?.item) return []
    const { item } = device
    const piece = {
      id: `device.${circuitId}`,
      unitId: null,
      circuitId,
      role: 'device' as const,
      ...place,
      designation: names?.devices.get(circuitId) ?? '',
      name: `${itemName(item)}, ${title.charAt(0).toLowerCase()}${title.slice(1)}`,
      weightKg: item.weightKg,
    }
    return [{ count: Math.max(1, Math.round(count)), item, piece }]
  })
  return [...units, ...devices].sort((a, b) => a.piece.rank - b.piece.rank)
}

/**
 * Everything that hangs on the wall or stands before it, the devices of its circuits too, each of several alike by itself.
 * @returns how many there are where they are more than can be drawn, rather than the pieces
 */
export function piecesOf(brief: PiecesBrief, names: Designations): Piece[] | number {
  const kinds = kindsOf(brief, names)
  const count = kinds.reduce((sum, each) => sum + each.count, 0)
  if (count > MOST_PIECES) return count
  return kinds.flatMap(({ count: alike, item, piece }) => {
    const size = sizeOf(item, piece.role)
    return Array.from({ length: alike }, (_, i) => ({
      ...piece,
      ...size,
      id: `${piece.id}#${i + 1}`,
      designation: alike > 1 ? `${piece.designation}.${i + 1}` : piece.designation,
    }))
  })
}

/** More than stand at any site this is made for; where a slip in a figure asks for more, they are only counted. */
const MOST_PIECES = 1000

/** Pieces on the wall, the bank not counted, and what they take of it with what stays free about them, m². */
export function hangingOn(brief: PiecesBrief): { readonly pieces: number; readonly areaM2: number } {
  let [pieces, areaM2] = [0, 0]
  for (const { count, item, piece } of kindsOf(brief, null)) {
    if (piece.group === 'bank') continue
    const { widthMm, heightMm, clearanceMm } = sizeOf(item, piece.role)
    pieces += count
    areaM2 += count * (widthMm + 2 * clearanceMm) * (heightMm + 2 * clearanceMm) * 1e-6
  }
  return { pieces, areaM2 }
}

const nameOf = ({ name }: Unit, item: CatalogueItem | null): string => (item ? `${name}, ${itemName(item)}` : name)
