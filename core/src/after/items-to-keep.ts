import { itemsOf } from '../catalogue/kept-items.ts'
import type { CatalogueItem } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'

/**
 * Sheets a job should keep: of everything that stands in its plant, protects a circuit or is on site, as it already keeps
 * them, else as the catalogue has them. The same list where nothing changes.
 */
export function itemsToKeep({ wholeJob: job, sheets, beside, ...own }: Design): CatalogueItem[] {
  const ids = new Set([
    ...[own, ...beside.map(({ design }) => design)].flatMap(({ plant, wiring }) => [
      ...plant.units.flatMap(({ item }) => (item ? [item.id] : [])),
      ...wiring.circuits.flatMap(({ device }) => (device?.item ? [device.item.id] : [])),
      ...wiring.fittings.flatMap(({ item }) => (item ? [item.id] : [])),
    ]),
    ...job.existing.map(({ itemId }) => itemId),
  ])
  const kept = new Map(job.items.map((item) => [item.id, item]))
  const offered = new Map(itemsOf(sheets).map((item) => [item.id, item]))
  const items = [...ids].flatMap((id) => kept.get(id) ?? offered.get(id) ?? [])
  const same = items.length === job.items.length && items.every((item) => kept.get(item.id) === item)
  return same ? job.items : items
}
