import type { Material, MaterialRole } from '../catalogue/schema.ts'
import type { Place } from '../plant/plant.ts'
import { formatSize } from '../units/format.ts'
import type { Asked, PartGroup, PartSource, UnlistedPart } from './line.ts'

/** A small part that is needed, before it is looked for on the shelf. */
export interface MaterialNeed {
  readonly role: MaterialRole
  /** What it must fit, as sheets name it; empty for what fits all. */
  readonly size: string
  readonly studMm: number | null
  /** Least ways, modules or labels of one piece; 0 where it does not count. */
  readonly ways: number
  readonly place: Place
  readonly group: PartGroup
  readonly source: PartSource
}

type Said = Pick<MaterialNeed, 'role' | 'place' | 'group' | 'source'> &
  Partial<Pick<MaterialNeed, 'size' | 'studMm' | 'ways'>>
export const need = ({ role, place, group, source, size = '', studMm = null, ways = 0 }: Said): MaterialNeed => ({
  role,
  size,
  studMm,
  ways,
  place,
  group,
  source,
})

type Wanted = Pick<MaterialNeed, 'role' | 'size' | 'studMm' | 'ways'>
const found = new WeakMap<readonly Material[], Map<string, Material | null>>()

/** The cheapest sheet that fits: for one that has ways, with ways enough. */
export function materialFor(shelf: readonly Material[], wanted: Wanted): Material | null {
  const own = found.get(shelf) ?? new Map<string, Material | null>()
  found.set(shelf, own)
  const key = `${wanted.role}/${wanted.size}/${wanted.studMm}/${wanted.ways}`
  const before = own.get(key)
  if (before !== undefined) return before
  const best = cheapestFor(shelf, wanted)
  own.set(key, best)
  return best
}

function cheapestFor(shelf: readonly Material[], { role, size, studMm, ways }: Wanted): Material | null {
  let best: Material | null = null
  for (const each of shelf) {
    if (each.role !== role || (each.size !== size && each.size !== '')) continue
    if (studMm !== null && each.studMm !== studMm) continue
    if (ways > 0 && (each.ways ?? 0) < ways) continue
    if (!best || each.price < best.price || (each.price === best.price && each.id < best.id)) best = each
  }
  return best
}

const ROLE_WORDS: Readonly<Record<MaterialRole, string>> = {
  lug: 'crimp lug',
  ferrule: 'ferrule',
  sleeve: 'heat-shrink',
  connector: 'pair of PV connectors',
  gland: 'cable gland',
  conduit: 'conduit',
  clip: 'conduit clip',
  rail: 'rail',
  'rail-joint': 'rail joint',
  'mid-clamp': 'mid clamp',
  'end-clamp': 'end clamp',
  foot: 'foot or hook',
  seal: 'flashing',
  frame: 'pair of legs of a tilt frame',
  glue: 'mounting glue',
  'roof-entry': 'cable entry',
  'bonding-clip': 'bonding clip',
  'earth-rod': 'earth rod',
  'rod-clamp': 'clamp of the earth rod',
  'earth-bar': 'earth bar',
  enclosure: 'enclosure',
  backing: 'board that does not burn',
  'label-sheet': 'sheet of labels',
}

const nameOf = ({ role, size, studMm, ways }: MaterialNeed): string =>
  [ROLE_WORDS[role], formatSize(size), studMm === null ? '' : `M${studMm}`, ways > 0 ? `${ways} ways` : '']
    .filter((part) => part !== '')
    .join(' ')

/** What of some needs is on the shelf, and what is not. */
export interface Served {
  readonly asked: readonly Asked[]
  readonly lacking: readonly MaterialNeed[]
}

/** Needs as lines of the sheets that serve them; what no sheet serves stands apart. */
export function served(shelf: readonly Material[], needs: readonly MaterialNeed[]): Served {
  const asked: Asked[] = []
  const lacking: MaterialNeed[] = []
  for (const each of needs) {
    if (each.source.quantity <= 0) continue
    const item = materialFor(shelf, each)
    const { place, group, source } = each
    if (item) asked.push({ key: `${place}/${item.id}`, place, group, item, source })
    else lacking.push(each)
  }
  return { asked, lacking }
}

/** What no sheet at hand is for, the same thing once. */
export function unlistedOf(lacking: readonly MaterialNeed[]): UnlistedPart[] {
  const byKey = new Map<string, UnlistedPart>()
  for (const each of lacking) {
    const { role, size, studMm, ways, place, group, source } = each
    const key = `${place}/${role}/${size}/${studMm}/${ways}`
    const before = byKey.get(key)
    byKey.set(key, {
      key,
      place,
      group,
      name: nameOf(each),
      quantity: (before?.quantity ?? 0) + source.quantity,
      sources: [...(before?.sources ?? []), source],
    })
  }
  return [...byKey.values()]
}
