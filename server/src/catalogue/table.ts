import { boolean, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'

/** Sheets and price lists are unknown until they are read by the core's schemas. */
export const catalogueItems = pgTable('catalogue_items', {
  id: text('id').primaryKey(),
  kind: text('kind').notNull(),
  item: jsonb('item').$type<unknown>().notNull(),
  /** Grows with each change by a person; 0 for a sheet as it shipped. */
  revision: integer('revision').notNull().default(0),
  /** Not offered any more; jobs that keep it go on. */
  retired: boolean('retired').notNull().default(false),
  /** Who changed it last; null for a sheet as it shipped. */
  changedBy: text('changed_by'),
})

/** Prices and stock of a supplier or of one's own. */
export const priceLists = pgTable('price_lists', {
  id: uuid('id').primaryKey(),
  revision: integer('revision').notNull(),
  /** Whether its prices are taken in place of the catalogue's. */
  active: boolean('active').notNull(),
  list: jsonb('list').$type<unknown>().notNull(),
  changedBy: text('changed_by'),
})
