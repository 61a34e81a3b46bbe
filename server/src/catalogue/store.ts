import { createHash, randomUUID } from 'node:crypto'
import { type Catalogue, type CatalogueItem, catalogueOf, InputError } from '@yard-lamp/core'
import {
  type CatalogueInForce,
  keptItem,
  type PriceList,
  parsePriceList,
  pricedBy,
  type StoredItem,
  type StoredPriceList,
} from '@yard-lamp/core/catalogue'
import { and, asc, eq, sql } from 'drizzle-orm'
import type { Logger } from 'pino'
import type { Database } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { faultForLog } from '../http/faults.ts'
import type { Actor } from '../people/actor.ts'
import { catalogueItems, priceLists } from './table.ts'

/** Sheets one statement takes in. */
const AT_ONCE = 500

type ItemRow = typeof catalogueItems.$inferSelect
type ListRow = typeof priceLists.$inferSelect

/** The catalogue: data sheets, and price lists over them. */
export class CatalogueStore {
  private readonly database: Database
  private readonly log: Logger
  private readonly programMark: string

  /** @param programMark differs between programs that may design differently */
  constructor(database: Database, log: Logger, programMark: string) {
    this.database = database
    this.log = log
    this.programMark = programMark
  }

  /** What jobs are designed with, items on offer at the prices of the active list, and its mark. */
  async inForce(actor: Actor): Promise<CatalogueInForce> {
    const mark = await this.mark(actor)
    const items = (await this.items(actor)).filter(({ retired }) => !retired).map(({ item }) => item)
    const active = (await this.priceLists(actor)).find((each) => each.active)
    const catalogue: Catalogue = catalogueOf(active ? pricedBy(items, active.list) : items)
    return { catalogue, mark }
  }

  /** Changes whenever a design could come out differently: another sheet on offer, another price, another program. */
  async mark(_actor: Actor): Promise<string> {
    const { rows } = await this.database.execute(sql`
      select (select md5(string_agg(id || revision || retired || item::text, '|' order by id)) from ${catalogueItems}) as items,
        (select id::text || ':' || revision from ${priceLists} where active) as list`)
    return createHash('sha256')
      .update(JSON.stringify([this.programMark, rows[0]]))
      .digest('base64url')
      .slice(0, 22)
  }

  /** Every sheet, retired ones too. One that cannot be read is left out, and said so in the log. */
  async items(_actor: Actor): Promise<StoredItem[]> {
    const rows = await this.database
      .select()
      .from(catalogueItems)
      .orderBy(asc(catalogueItems.kind), asc(catalogueItems.id))
    return rows.flatMap((row) => this.readable(row.id, () => itemOf(row)))
  }

  private readable<T>(id: string, read: () => T): T[] {
    try {
      return [read()]
    } catch (error) {
      const field = error instanceof InputError ? error.path : null
      this.log.warn({ id, field, ...faultForLog(error) }, 'what is kept in the catalogue cannot be read')
      return []
    }
  }

  /**
   * Keeps a sheet: a new one, or in place of the revision it was opened at.
   * @param baseRevision null for a new item
   * @throws {ApiError} ITEM_STALE where it exists or has changed meanwhile, ITEM_NOT_FOUND where it is gone
   */
  async keep(actor: Actor, item: CatalogueItem, baseRevision: number | null): Promise<StoredItem> {
    if (baseRevision === null) {
      const [made] = await this.database
        .insert(catalogueItems)
        .values({ id: item.id, kind: item.kind, item, revision: 1, changedBy: actor.id })
        .onConflictDoNothing()
        .returning()
      if (!made) throw new ApiError('ITEM_STALE', { message: `There is already an item "${item.id}".`, id: item.id })
      return itemOf(made)
    }
    const [changed] = await this.database
      .update(catalogueItems)
      .set({ kind: item.kind, item, revision: baseRevision + 1, changedBy: actor.id })
      .where(and(eq(catalogueItems.id, item.id), eq(catalogueItems.revision, baseRevision)))
      .returning()
    if (changed) return itemOf(changed)
    const [present] = await this.database.select().from(catalogueItems).where(eq(catalogueItems.id, item.id))
    if (!present) throw new ApiError('ITEM_NOT_FOUND')
    throw new ApiError('ITEM_STALE', { present: itemOf(present) })
  }

  /** @throws {ApiError} ITEM_NOT_FOUND */
  async retire(actor: Actor, id: string, retired: boolean): Promise<void> {
    const [changed] = await this.database
      .update(catalogueItems)
      .set({ retired, revision: sql`${catalogueItems.revision} + 1`, changedBy: actor.id })
      .where(eq(catalogueItems.id, id))
      .returning({ id: catalogueItems.id })
    if (!changed) throw new ApiError('ITEM_NOT_FOUND')
  }

  /** Takes many sheets in at once, all or none; those that are there are replaced, and of two of one id the later stays. */
  async takeIn(actor: Actor, items: readonly CatalogueItem[]): Promise<{ added: number; replaced: number }> {
    // In the order of their ids: two imports at once then wait for each other in one order, and never in a ring.
    const sorted = [...new Map(items.map((item) => [item.id, item])).values()].sort((a, b) => (a.id < b.id ? -1 : 1))
    return this.database.transaction(async (tx) => {
      let added = 0
      for (let from = 0; from < sorted.length; from += AT_ONCE) {
        const rows = sorted
          .slice(from, from + AT_ONCE)
          .map((item) => ({ id: item.id, kind: item.kind, item, revision: 1, changedBy: actor.id }))
        const taken = await tx
          .insert(catalogueItems)
          .values(rows)
          .onConflictDoUpdate({
            target: catalogueItems.id,
            set: {
              kind: sql`excluded.kind`,
              item: sql`excluded.item`,
              retired: false,
              revision: sql`${catalogueItems.revision} + 1`,
              changedBy: actor.id,
            },
          })
          // A row that was not there before has no older version of itself.
          .returning({ isNew: sql<boolean>`xmax = 0` })
        added += taken.filter(({ isNew }) => isNew).length
      }
      return { added, replaced: sorted.length - added }
    })
  }

  async priceLists(_actor: Actor): Promise<StoredPriceList[]> {
    const rows = await this.database.select().from(priceLists)
    const lists = rows.flatMap((row) => this.readable(row.id, () => listOf(row)))
    return lists.sort((a, b) => b.list.date.localeCompare(a.list.date) || a.list.name.localeCompare(b.list.name))
  }

  /** @throws {ApiError} PRICE_LIST_STALE, PRICE_LIST_NOT_FOUND */
  async keepPriceList(
    actor: Actor,
    id: string | null,
    list: PriceList,
    baseRevision: number | null,
  ): Promise<StoredPriceList> {
    if (id === null || baseRevision === null) {
      const [made] = await this.database
        .insert(priceLists)
        .values({ id: randomUUID(), revision: 1, active: false, list, changedBy: actor.id })
        .returning()
      if (!made) throw new ApiError('INTERNAL')
      return listOf(made)
    }
    const [changed] = await this.database
      .update(priceLists)
      .set({ list, revision: baseRevision + 1, changedBy: actor.id })
      .where(and(eq(priceLists.id, id), eq(priceLists.revision, baseRevision)))
      .returning()
    if (changed) return listOf(changed)
    await this.mustExist(id)
    throw new ApiError('PRICE_LIST_STALE')
  }

  /** One list at a time is taken; none goes back to the catalogue's own prices. @throws {ApiError} PRICE_LIST_NOT_FOUND */
  async activate(actor: Actor, id: string | null): Promise<void> {
    await this.database.transaction(async (tx) => {
      await tx.update(priceLists).set({ active: false })
      if (id === null) return
      const changed = await tx
        .update(priceLists)
        .set({ active: true, changedBy: actor.id })
        .where(eq(priceLists.id, id))
        .returning()
      if (changed.length === 0) throw new ApiError('PRICE_LIST_NOT_FOUND')
    })
  }

  /** @throws {ApiError} PRICE_LIST_NOT_FOUND */
  async removePriceList(_actor: Actor, id: string): Promise<void> {
    const gone = await this.database.delete(priceLists).where(eq(priceLists.id, id)).returning()
    if (gone.length === 0) throw new ApiError('PRICE_LIST_NOT_FOUND')
  }

  private async mustExist(id: string): Promise<void> {
    const [present] = await this.database.select().from(priceLists).where(eq(priceLists.id, id))
    if (!present) throw new ApiError('PRICE_LIST_NOT_FOUND')
  }
}

const itemOf = ({ item, revision, retired }: ItemRow): StoredItem => ({ item: keptItem(item), revision, retired })
const listOf = ({ id, revision, active, list }: ListRow): StoredPriceList => ({
  id,
  revision,
  active,
  list: parsePriceList(list),
})
