import type { Existing } from './schema.ts'

/** What is already on site, stays, and is of this item. */
export const keptOf = (existing: readonly Existing[], itemId: string): Existing[] =>
  existing.filter((each) => each.kept && each.itemId === itemId)

/** Pieces of an item that are already there and stay. */
export const keptCount = (existing: readonly Existing[], itemId: string): number =>
  keptOf(existing, itemId).reduce((sum, { quantity }) => sum + quantity, 0)
