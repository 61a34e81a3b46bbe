import type { Design } from '../chain/design.ts'
import type { Job } from '../job/schema.ts'
import { type Catalogue, type CatalogueItem, catalogueOf } from './schema.ts'

const merged = new WeakMap<Catalogue, WeakMap<readonly CatalogueItem[], Catalogue>>()

/** The catalogue with the sheets a job keeps in place of the present ones: what it was designed with stays as it was. */
export function withKeptItems(shelf: Catalogue, kept: readonly CatalogueItem[]): Catalogue {
  if (kept.length === 0) return shelf
  const before = merged.get(shelf) ?? new WeakMap<readonly CatalogueItem[], Catalogue>()
  merged.set(shelf, before)
  const known = before.get(kept)
  if (known) return known
  // In the places they have on the shelf: what is chosen among equals must not hang on what was kept.
  const own = new Map(kept.map((item) => [item.id, item]))
  const offered = itemsOf(shelf)
  const there = new Set(offered.map(({ id }) => id))
  const catalogue = catalogueOf([
    ...offered.map((item) => own.get(item.id) ?? item),
    ...kept.filter(({ id }) => !there.has(id)),
  ])
  before.set(kept, catalogue)
  return catalogue
}

/** Every item of a catalogue once, all-in-ones as such. */
export function itemsOf(catalogue: Catalogue): CatalogueItem[] {
  const inside = new Set(catalogue.allInOnes.map(({ id }) => id))
  const apart = <T extends { id: string }>(items: readonly T[]) => items.filter(({ id }) => !inside.has(id))
  const { panels, batteries, controllers, inverters, allInOnes, generators, chargers, cables, devices } = catalogue
  return [
    ...panels,
    ...batteries,
    ...apart(controllers),
    ...apart(inverters),
    ...allInOnes,
    ...generators,
    ...chargers,
    ...cables,
    ...devices,
  ]
}

/** Kept sheets that the catalogue now gives otherwise, or no longer has. */
export interface ChangedItem {
  readonly kept: CatalogueItem
  /** As the catalogue has it now; null where it is gone. */
  readonly now: CatalogueItem | null
  /** Fields that differ. */
  readonly fields: readonly string[]
}

export function changedItems(shelf: Catalogue, kept: readonly CatalogueItem[]): ChangedItem[] {
  const now = new Map(itemsOf(shelf).map((item) => [item.id, item]))
  return kept.flatMap((item): ChangedItem[] => {
    const present = now.get(item.id)
    if (!present) return [{ kept: item, now: null, fields: [] }]
    const fields = Object.keys({ ...item, ...present }).filter(
      (field) => JSON.stringify(Object(item)[field]) !== JSON.stringify(Object(present)[field]),
    )
    return fields.length === 0 ? [] : [{ kept: item, now: present, fields }]
  })
}

/**
 * Sheets a job should keep: of everything its design uses or finds on site, as it already keeps them, else as the
 * catalogue has them. The same list where nothing changes.
 */
export function itemsToKeep(
  job: Job,
  shelf: Catalogue,
  { battery, array, controller, inverter, backup, wiring }: Design,
) {
  const ids = new Set(
    [
      battery.item,
      array.layout?.panel,
      ...array.further.map(({ strings }) => strings?.panel),
      controller.item,
      ...controller.further.map((each) => each.controller),
      inverter.item,
      backup.generator,
      backup.charge?.item,
      backup.alternator?.charger,
      ...wiring.circuits.map(({ device }) => device?.item),
    ].flatMap((item) => (item ? [item.id] : [])),
  )
  for (const { itemId } of job.existing) ids.add(itemId)
  const kept = new Map(job.items.map((item) => [item.id, item]))
  const offered = new Map(itemsOf(shelf).map((item) => [item.id, item]))
  const items = [...ids].flatMap((id) => kept.get(id) ?? offered.get(id) ?? [])
  const same = items.length === job.items.length && items.every((item) => kept.get(item.id) === item)
  return same ? job.items : items
}
