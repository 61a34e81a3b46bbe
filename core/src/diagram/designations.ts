import type { Plant, Role } from '../plant/plant.ts'
import type { Bond } from '../wiring/bonds.ts'
import type { Circuit } from '../wiring/circuits.ts'

/** What each part is called on the drawing, on the schedule and on its label: W for cables, F for what trips, Q for switches. */
export interface Designations {
  readonly cables: ReadonlyMap<string, string>
  readonly devices: ReadonlyMap<string, string>
  readonly units: ReadonlyMap<string, string>
  readonly bonds: ReadonlyMap<string, string>
}

/** Letters by what a part does, after IEC 81346-2. */
const LETTER: Partial<Record<Role, string>> = {
  panels: 'GP',
  battery: 'GB',
  generator: 'G',
  shore: 'G',
  engine: 'G',
  controller: 'T',
  charger: 'T',
  'engine-charger': 'T',
  inverter: 'T',
  'ac-coupled': 'T',
  converter: 'T',
  combiner: 'X',
  'bank-bars': 'X',
  bus: 'X',
  'inverter-bus': 'X',
  'ac-board': 'X',
  'dc-board': 'X',
  isolator: 'Q',
  'battery-switch': 'Q',
  'load-disconnect': 'Q',
  relay: 'Q',
  'residual-current': 'FI',
  surge: 'FS',
  shunt: 'P',
  monitor: 'P',
  loads: 'E',
}

/** Numbered in the order of the plant, letter by letter. */
export function designationsOf(
  { units }: Plant,
  { circuits, bonds }: { readonly circuits: readonly Circuit[]; readonly bonds: readonly Bond[] },
): Designations {
  const used = new Map<string, number>()
  const next = (letter: string): string => {
    const n = (used.get(letter) ?? 0) + 1
    used.set(letter, n)
    return `${letter}${n}`
  }
  return {
    cables: new Map(circuits.map(({ id }) => [id, next('W')])),
    devices: new Map(circuits.flatMap(({ id, device }) => (device ? [[id, next('F')] as const] : []))),
    units: new Map(units.flatMap(({ id, role }) => (LETTER[role] ? [[id, next(LETTER[role] ?? '')] as const] : []))),
    bonds: new Map(bonds.map(({ id }) => [id, next('PE')])),
  }
}
