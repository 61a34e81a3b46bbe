import type { PriceList } from './price-list.ts'
import type { CatalogueItem } from './schema.ts'
import type { Catalogue } from './shelf.ts'

/** A data sheet as it is kept. */
export interface StoredItem {
  readonly item: CatalogueItem
  /** 0 for a sheet as it shipped. */
  readonly revision: number
  readonly retired: boolean
}

/** A price list as it is kept; at most one is active. */
export interface StoredPriceList {
  readonly id: string
  readonly revision: number
  readonly active: boolean
  readonly list: PriceList
}

/** What jobs are designed with, and its mark: the same mark, the same catalogue. */
export interface CatalogueInForce {
  readonly catalogue: Catalogue
  readonly mark: string
}
