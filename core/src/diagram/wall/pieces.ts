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

/** Everything that hangs on the wall or stands before it, the devices of its circuits too. */
export function piecesOf({ plant, wiring }: PiecesBrief, names: Designations): Piece[] {
  const fitted = new Map(wiring.fittings.map((each) => [each.unitId, each]))
  const units = plant.units.flatMap((unit): Piece[] => {
    const place = PLACES.get(unit.role)
    const fitting = fitted.get(unit.id)
    // A breaker does its work, or none was found: nothing hangs there.
    if (!place || (fitting && !fitting.item)) return []
    const item = fitting?.item ?? unit.item
    // Of those at either end of an array's lead, one end is here.
    const count = unit.role === 'surge' ? unit.quantity / 2 : (fitting?.quantity ?? unit.quantity)
    return alike(count, names.units.get(unit.id) ?? '', (id) => ({
      id: `${unit.id}${id}`,
      unitId: unit.id,
      circuitId: null,
      role: unit.role,
      ...place,
      name: nameOf(unit, item),
      weightKg: item?.weightKg ?? 0,
      ...sizeOf(item, unit.role),
    }))
  })
  const devices = wiring.circuits.flatMap(({ id: circuitId, kind, device, count, title }): Piece[] => {
    const place = PLACES.get(`device.${kind}`)
    if (!place || !device?.item) return []
    const { item } = device
    return alike(count, names.devices.get(circuitId) ?? '', (id) => ({
      id: `device.${circuitId}${id}`,
      unitId: null,
      circuitId,
      role: 'device',
      ...place,
      name: `${itemName(item)}, ${title.charAt(0).toLowerCase()}${title.slice(1)}`,
      weightKg: item.weightKg,
      ...sizeOf(item, 'device'),
    }))
  })
  return [...units, ...devices].sort((a, b) => a.rank - b.rank)
}

/** Pieces on the wall, the bank not counted, and what they take of it with what stays free about them, m². */
export function hangingOn({ plant, wiring }: PiecesBrief): { readonly pieces: number; readonly areaM2: number } {
  const fitted = new Map(wiring.fittings.map((each) => [each.unitId, each]))
  let [pieces, areaM2] = [0, 0]
  const hang = (item: CatalogueItem | null, role: Role | 'device', count: number) => {
    const { widthMm, heightMm, clearanceMm } = sizeOf(item, role)
    pieces += count
    areaM2 += count * (widthMm + 2 * clearanceMm) * (heightMm + 2 * clearanceMm) * 1e-6
  }
  for (const { id, role, item, quantity } of plant.units) {
    const place = PLACES.get(role)
    if (!place || place.group === 'bank') continue
    const fitting = fitted.get(id)
    if (fitting && !fitting.item) continue
    const count = role === 'surge' ? quantity / 2 : (fitting?.quantity ?? quantity)
    hang(fitting?.item ?? item, role, Math.max(1, Math.round(count)))
  }
  for (const { kind, device, count } of wiring.circuits)
    if (device?.item && PLACES.has(`device.${kind}`)) hang(device.item, 'device', Math.max(1, Math.round(count)))
  return { pieces, areaM2 }
}

const nameOf = ({ name }: Unit, item: CatalogueItem | null): string => (item ? `${name}, ${itemName(item)}` : name)

/** Several alike, numbered where there are more than one. */
const alike = (count: number, designation: string, make: (id: string) => Omit<Piece, 'designation'>): Piece[] =>
  Array.from({ length: Math.max(1, Math.round(count)) }, (_, i) => ({
    ...make(`#${i + 1}`),
    designation: count > 1 ? `${designation}.${i + 1}` : designation,
  }))
