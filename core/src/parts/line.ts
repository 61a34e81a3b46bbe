import type { CatalogueItem } from '../catalogue/schema.ts'
import type { Place } from '../plant/plant.ts'

/** What a line of the list belongs to, in the order a list is read. */
export const PART_GROUPS = ['equipment', 'protection', 'cable', 'ends', 'mounting', 'board', 'spares'] as const
export type PartGroup = (typeof PART_GROUPS)[number]

/** Why so many: one use of a part, and how its quantity was reckoned. */
export interface PartSource {
  /** What it is for, in words. */
  readonly use: string
  readonly quantity: number
  /** How it was counted, in words; empty where the use says it. */
  readonly how: string
}

/** A line to order. */
export interface PartLine {
  readonly key: string
  readonly place: Place
  readonly group: PartGroup
  readonly item: CatalogueItem
  /** Of a fuse or a breaker, A; null for what has none. */
  readonly ratingA: number | null
  /** What it is for, in words: its sources, one after another. */
  readonly use: string
  readonly sources: readonly PartSource[]
  /** What the design needs, pieces or metres. */
  readonly needed: number
  /** What the design would order: whole metres with waste, whole packs. */
  readonly ordered: number
  /** What is ordered: a person's quantity, else the design's. */
  readonly quantity: number
  /** "m" for cable, empty for pieces. */
  readonly unit: '' | 'm'
  /** Of one piece or metre. */
  readonly unitPrice: number
  readonly price: number
  /** Of what is built in: what is over in a pack or off a cable stays in the workshop. */
  readonly weightKg: number
  /** Who delivers it, in how many days; null while nobody said. */
  readonly supplier: string | null
  readonly leadDays: number | null
}

/** A part the design needs and no sheet at hand is for: to be found and priced by hand. */
export interface UnlistedPart {
  readonly key: string
  readonly place: Place
  readonly group: PartGroup
  /** In words: "lug 35 mm² M8". */
  readonly name: string
  readonly quantity: number
  readonly sources: readonly PartSource[]
}

/** What a line is before its price: what the design asks for. */
export interface Asked {
  readonly key: string
  readonly place: Place
  readonly group: PartGroup
  readonly item: CatalogueItem
  readonly ratingA?: number
  readonly unit?: '' | 'm'
  readonly source: PartSource
  /** Of one, where it is not that of the sheet: a link without its holder. */
  readonly unitPrice?: number
  readonly unitKg?: number
}
