import type { CatalogueItem } from './schema.ts'
import { fieldsOf } from './sheet-fields.ts'
import { type Catalogue, catalogueOf } from './shelf.ts'

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
  const { arrayInverters, converters, fittings, materials } = catalogue
  return [
    ...panels,
    ...batteries,
    ...apart(controllers),
    ...apart(inverters),
    ...allInOnes,
    ...generators,
    ...chargers,
    ...arrayInverters,
    ...converters,
    ...fittings,
    ...cables,
    ...devices,
    ...materials,
  ]
}

/** A kept sheet that the catalogue now gives otherwise. */
export interface ChangedItem {
  readonly kept: CatalogueItem
  readonly now: CatalogueItem
  /** What differs, in the words of the sheet. */
  readonly labels: readonly string[]
}

export function changedItems(shelf: Catalogue, kept: readonly CatalogueItem[]): ChangedItem[] {
  const offered = new Map(itemsOf(shelf).map((item) => [item.id, item]))
  return kept.flatMap((item): ChangedItem[] => {
    const now = offered.get(item.id)
    if (!now) return []
    if (now.kind !== item.kind) return [{ kept: item, now, labels: ['another kind'] }]
    const labels = fieldsOf(item.kind)
      .filter(({ name }) => JSON.stringify(Object(item)[name]) !== JSON.stringify(Object(now)[name]))
      .map(({ label }) => label)
    return labels.length === 0 ? [] : [{ kept: item, now, labels }]
  })
}

/** Kept sheets the catalogue does not offer: of another catalogue, brought in with the job, or taken off the shelf. */
export function sheetsOfItsOwn(shelf: Catalogue, kept: readonly CatalogueItem[]): CatalogueItem[] {
  const offered = new Set(itemsOf(shelf).map(({ id }) => id))
  return kept.filter(({ id }) => !offered.has(id))
}
