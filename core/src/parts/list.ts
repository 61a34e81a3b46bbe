import { type CatalogueItem, itemName } from '../catalogue/schema.ts'
import { PLACES } from '../plant/plant.ts'
import type { CutCable } from './cuts.ts'
import { type Asked, PART_GROUPS, type PartLine, type PartSource } from './line.ts'

/** What is asked for as lines to order: the same thing at the same place is one line. */

const rankOf = ({ place, group }: PartLine): number =>
  PLACES.indexOf(place) * PART_GROUPS.length + PART_GROUPS.indexOf(group)
const cents = (money: number): number => Math.round(money * 100) / 100

/** @param quantities what a person orders, by the key of the line; 0 leaves it out of what is paid and carried */
export function linesOf(
  asked: readonly Asked[],
  cables: readonly CutCable[],
  quantities: Readonly<Record<string, number>>,
): PartLine[] {
  const byKey = new Map<string, { first: Asked; sources: PartSource[] }>()
  for (const each of asked) {
    const before = byKey.get(each.key)
    if (before) before.sources.push(each.source)
    else byKey.set(each.key, { first: each, sources: [each.source] })
  }
  const lines = [...byKey].map(([key, { first, sources }]) =>
    keptLine(first, key, sources, quantities[key], (needed) => {
      const packOf = first.item.kind === 'material' ? first.item.packOf : 1
      return Math.ceil(needed / packOf - 1e-9) * packOf
    }),
  )
  for (const each of cables) lines.push(cableLine(each, quantities))
  return lines.sort((a, b) => a.rank - b.rank).map(({ line }) => line)
}

interface KeptLine {
  readonly sources: readonly PartSource[]
  readonly own: number | undefined
  readonly line: PartLine
  /** Where it stands in the list. */
  readonly rank: number
}
const kept = new WeakMap<CatalogueItem, Map<string, KeptLine>>()

const sameSources = (a: readonly PartSource[], b: readonly PartSource[]): boolean =>
  a.length === b.length &&
  a.every((each, i) => {
    const other = b[i]
    return each === other || (each.use === other?.use && each.quantity === other.quantity && each.how === other.how)
  })

/** The line of before where it is asked for by the same: of eighty an edit of a cable changes two. */
function keptLine(
  asked: Omit<Asked, 'source' | 'key'>,
  key: string,
  sources: readonly PartSource[],
  own: number | undefined,
  orderedFor: (needed: number) => number,
): KeptLine {
  const { item } = asked
  let lines = kept.get(item)
  if (!lines) {
    lines = new Map()
    kept.set(item, lines)
  }
  const before = lines.get(key)
  if (before && before.own === own && sameSources(before.sources, sources)) return before
  const needed = sources.reduce((sum, { quantity }) => sum + quantity, 0)
  const line = lineOf({ ...asked, key }, merged(sources), needed, orderedFor(needed), own)
  const made = { sources, own, line, rank: rankOf(line) }
  lines.set(key, made)
  return made
}

/** One source for each use: a lug at either end of a run is told once. */
function merged(sources: readonly PartSource[]): PartSource[] {
  const byUse = new Map<string, PartSource>()
  for (const each of sources) {
    const before = byUse.get(each.use)
    byUse.set(each.use, before ? { ...before, quantity: before.quantity + each.quantity } : each)
  }
  return [...byUse.values()]
}

function lineOf(
  { key, place, group, item, ratingA, unit, unitPrice, unitKg }: Omit<Asked, 'source'>,
  sources: readonly PartSource[],
  needed: number,
  ordered: number,
  own: number | undefined,
): PartLine {
  const quantity = own ?? ordered
  const price = unitPrice ?? item.price
  return {
    key,
    place,
    group,
    item,
    ratingA: ratingA ?? null,
    use: sources.map(({ use }) => use).join('; '),
    sources,
    needed,
    ordered,
    quantity,
    unit: unit ?? '',
    unitPrice: price,
    price: cents(quantity * price),
    weightKg: Math.min(quantity, needed) * (unitKg ?? item.weightKg),
    supplier: item.supplier,
    leadDays: item.leadDays,
  }
}

/** Metres of a cable, with why. */
function cableLine({ cable, cuts, orderedM }: CutCable, quantities: Readonly<Record<string, number>>): KeptLine {
  const place = 'cable runs'
  const key = `${place}/${cable.id}`
  const sources = cuts.map(({ title, lengthM, pieces, how }) => ({
    use: title,
    quantity: lengthM * pieces,
    how: how === '' ? 'one piece' : how,
  }))
  const asked = { place, group: 'cable', item: cable, unit: 'm' } as const
  return keptLine(asked, key, sources, quantities[key], () => orderedM)
}

/** What a line is called: the name of its sheet, with its rating where it has one. */
export const lineName = ({ item, ratingA, group }: Pick<PartLine, 'item' | 'ratingA' | 'group'>): string =>
  [itemName(item), ratingA === null ? '' : `${ratingA} A`, group === 'spares' ? 'link alone' : '']
    .filter((part) => part !== '')
    .join(', ')
