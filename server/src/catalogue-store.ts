import { randomUUID } from 'node:crypto'
import { type Catalogue, type CatalogueItem, catalogueOf } from '@yard-lamp/core'
import { type PriceList, pricedBy } from '@yard-lamp/core/catalogue/price-list'
import type { StoredItem, StoredPriceList } from '@yard-lamp/core/catalogue/stored'
import { and, asc, eq, sql } from 'drizzle-orm'
import type { Database } from './database.ts'
import { ApiError } from './error-catalogue.ts'
import { catalogueItems, priceLists } from './schema.ts'

/** The catalogue: data sheets, and price lists over them. */
export class CatalogueStore {
  private readonly database: Database

  constructor(database: Database) {
    this.database = database
  }

  /** What jobs are designed with: items on offer, at the prices of the active list. */
  async catalogue(): Promise<Catalogue> {
    const rows = await this.database
      .select()
      .from(catalogueItems)
      .where(eq(catalogueItems.retired, false))
      .orderBy(asc(catalogueItems.kind), asc(catalogueItems.id))
    const items = rows.map((row) => row.item)
    const active = (await this.priceLists()).find((each) => each.active)
    return catalogueOf(active ? pricedBy(items, active.list) : items)
  }

  /** Every sheet, retired ones too. */
  async items(): Promise<StoredItem[]> {
    const rows = await this.database
      .select()
      .from(catalogueItems)
      .orderBy(asc(catalogueItems.kind), asc(catalogueItems.id))
    return rows.map(({ item, revision, retired }) => ({ item, revision, retired }))
  }

  /**
   * Keeps a sheet: a new one, or in place of the revision it was opened at.
   * @param baseRevision null for a new item
   * @throws {ApiError} ITEM_STALE where it exists or has changed meanwhile, ITEM_NOT_FOUND where it is gone
   */
  async keep(item: CatalogueItem, baseRevision: number | null): Promise<StoredItem> {
    if (baseRevision === null) {
      const [made] = await this.database
        .insert(catalogueItems)
        .values({ id: item.id, kind: item.kind, item, revision: 1 })
        .onConflictDoNothing()
        .returning()
      if (!made) throw new ApiError('ITEM_STALE', { message: `There is already an item "${item.id}".`, id: item.id })
      return made
    }
    const [changed] = await this.database
      .update(catalogueItems)
      .set({ kind: item.kind, item, revision: baseRevision + 1 })
      .where(and(eq(catalogueItems.id, item.id), eq(catalogueItems.revision, baseRevision)))
      .returning()
    if (changed) return changed
    const [present] = await this.database.select().from(catalogueItems).where(eq(catalogueItems.id, item.id))
    if (!present) throw new ApiError('ITEM_NOT_FOUND')
    throw new ApiError('ITEM_STALE', { present })
  }

  /** @throws {ApiError} ITEM_NOT_FOUND */
  async retire(id: string, retired: boolean): Promise<void> {
    const [changed] = await this.database
      .update(catalogueItems)
      .set({ retired, revision: sql`${catalogueItems.revision} + 1` })
      .where(eq(catalogueItems.id, id))
      .returning({ id: catalogueItems.id })
    if (!changed) throw new ApiError('ITEM_NOT_FOUND')
  }

  /** Takes many sheets in at once, all or none; those that are there are replaced. */
  async takeIn(items: readonly CatalogueItem[]): Promise<{ added: number; replaced: number }> {
    return this.database.transaction(async (tx) => {
      const before = new Set((await tx.select({ id: catalogueItems.id }).from(catalogueItems)).map(({ id }) => id))
      for (const item of items) {
        await tx
          .insert(catalogueItems)
          .values({ id: item.id, kind: item.kind, item, revision: 1 })
          .onConflictDoUpdate({
            target: catalogueItems.id,
            set: { kind: item.kind, item, retired: false, revision: sql`${catalogueItems.revision} + 1` },
          })
      }
      const replaced = items.filter(({ id }) => before.has(id)).length
      return { added: items.length - replaced, replaced }
    })
  }

  async priceLists(): Promise<StoredPriceList[]> {
    const rows = await this.database.select().from(priceLists)
    return rows.sort((a, b) => b.list.date.localeCompare(a.list.date) || a.list.name.localeCompare(b.list.name))
  }

  /** @throws {ApiError} PRICE_LIST_STALE, PRICE_LIST_NOT_FOUND */
  async keepPriceList(id: string | null, list: PriceList, baseRevision: number | null): Promise<StoredPriceList> {
    if (id === null || baseRevision === null) {
      const [made] = await this.database
        .insert(priceLists)
        .values({ id: randomUUID(), revision: 1, active: false, list })
        .returning()
      if (!made) throw new ApiError('INTERNAL')
      return made
    }
    const [changed] = await this.database
      .update(priceLists)
      .set({ list, revision: baseRevision + 1 })
      .where(and(eq(priceLists.id, id), eq(priceLists.revision, baseRevision)))
      .returning()
    if (changed) return changed
    await this.mustExist(id)
    throw new ApiError('PRICE_LIST_STALE')
  }

  /** One list at a time is taken; none goes back to the catalogue's own prices. @throws {ApiError} PRICE_LIST_NOT_FOUND */
  async activate(id: string | null): Promise<void> {
    await this.database.transaction(async (tx) => {
      await tx.update(priceLists).set({ active: false })
      if (id === null) return
      const changed = await tx.update(priceLists).set({ active: true }).where(eq(priceLists.id, id)).returning()
      if (changed.length === 0) throw new ApiError('PRICE_LIST_NOT_FOUND')
    })
  }

  /** @throws {ApiError} PRICE_LIST_NOT_FOUND */
  async removePriceList(id: string): Promise<void> {
    const gone = await this.database.delete(priceLists).where(eq(priceLists.id, id)).returning()
    if (gone.length === 0) throw new ApiError('PRICE_LIST_NOT_FOUND')
  }

  private async mustExist(id: string): Promise<void> {
    const [present] = await this.database.select().from(priceLists).where(eq(priceLists.id, id))
    if (!present) throw new ApiError('PRICE_LIST_NOT_FOUND')
  }
}
