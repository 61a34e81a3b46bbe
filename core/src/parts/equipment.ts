import type { CatalogueItem } from '../catalogue/schema.ts'
import { keptCount } from '../job/existing.ts'
import type { Existing } from '../job/schema.ts'
import type { Place, Plant } from '../plant/plant.ts'
import type { Circuit } from '../wiring/circuits.ts'
import type { Fitted } from '../wiring/fittings.ts'
import type { Asked } from './line.ts'

/** Units, fittings and devices: what stands there has a line, but for what is there already. */

interface Standing {
  readonly item: CatalogueItem | null
  readonly place: Place
  readonly use: string
  readonly quantity: number
}

function standing({ item, place, use, quantity }: Standing, whose: string): Asked | null {
  if (!item || quantity <= 0) return null
  const source = { use: whose + use, quantity, how: '' }
  return { key: `${place}/${item.id}`, place, group: 'equipment', item, source }
}

const ofPlant = new WeakMap<Plant, { readonly whose: string; readonly units: readonly Asked[] }>()

/** Units of a plant that have a sheet; the same list for the same plant. */
export function unitsOf(plant: Plant, whose: string): readonly Asked[] {
  const before = ofPlant.get(plant)
  if (before?.whose === whose) return before.units
  const units = plant.units.flatMap((unit) => standing(unit, whose) ?? [])
  ofPlant.set(plant, { whose, units })
  return units
}

const ofFitted = new WeakMap<Fitted, { readonly whose: string; readonly asked: Asked | null }>()

/** A fitting as it is bought; null where none is. */
export function fittingOf(fitted: Fitted, whose: string): Asked | null {
  const before = ofFitted.get(fitted)
  if (before?.whose === whose) return before.asked
  const asked = standing(fitted, whose)
  ofFitted.set(fitted, { whose, asked })
  return asked
}

/** What is already there and stays is not bought; its line stays where something of it is. */
export function lessExisting(existing: readonly Existing[], asked: readonly Asked[]): readonly Asked[] {
  if (existing.length === 0) return asked
  const left = new Map<string, number>()
  return asked.flatMap((each) => {
    const { use, quantity, how } = each.source
    const there = left.get(each.item.id) ?? keptCount(existing, each.item.id)
    const taken = Math.min(there, quantity)
    left.set(each.item.id, there - taken)
    if (taken === 0) return [each]
    if (taken === quantity) return []
    return [{ ...each, source: { use: `${use}, beside ${taken} already there`, quantity: quantity - taken, how } }]
  })
}

const PLACE_OF_USE = { pv: 'array', battery: 'battery room', fixed: 'converter wall' } as const

/** The device of a circuit, one at each end that asks for one. */
export function deviceOf({ device, use, count, deviceEnds, title }: Circuit, whose: string): Asked | null {
  if (!device?.item) return null
  const place = PLACE_OF_USE[use]
  const ratingA = device.ratingA.value
  return {
    key: `${place}/${device.item.id}/${ratingA}`,
    place,
    group: 'protection',
    item: device.item,
    ratingA,
    source: {
      use: `${ratingA} A, ${whose}${title}`,
      quantity: count * deviceEnds,
      how: deviceEnds > 1 ? `${count} × ${deviceEnds} ends` : '',
    },
  }
}

/** Links that lie beside the fuses: one of a rating, two where many stand. Assumption of Yard Lamp. */
export const SPARES = { one: 1, fromMany: 6, many: 2 } as const
/** Of the price and the weight of a fuse with its holder, where its sheet says nothing of the link alone. Assumption of Yard Lamp. */
const LINK_SHARE = 1 / 3

/** Spare links for the fuses of the list, by rating. */
export function sparesOf(devices: readonly Asked[]): Asked[] {
  const byRating = new Map<string, { asked: Asked; quantity: number }>()
  for (const asked of devices) {
    if (asked.item.kind !== 'device' || !asked.item.type.endsWith('fuse')) continue
    const key = `${asked.item.id}/${asked.ratingA}`
    const before = byRating.get(key)
    byRating.set(key, { asked: before?.asked ?? asked, quantity: (before?.quantity ?? 0) + asked.source.quantity })
  }
  return [...byRating.values()].map(({ asked, quantity }) => {
    const { item, ratingA } = asked
    const spares = quantity >= SPARES.fromMany ? SPARES.many : SPARES.one
    const linkPrice = item.kind === 'device' ? item.linkPrice : null
    return {
      ...asked,
      key: `${asked.key}/spare`,
      group: 'spares' as const,
      source: { use: `spare link of ${ratingA} A`, quantity: spares, how: `${spares} beside ${quantity} in service` },
      unitPrice: linkPrice ?? Math.round(item.price * LINK_SHARE * 100) / 100,
      unitKg: item.weightKg * LINK_SHARE,
    }
  })
}
