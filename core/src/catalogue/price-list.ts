import { z } from 'zod'
import { InputError } from '../method/input-error.ts'
import { fromIssue } from '../method/method.ts'
import { lookThrough } from '../method/outside.ts'
import { quantity } from '../method/quantity.ts'
import type { CatalogueItem } from './schema.ts'

/** Items one list may price. */
const MOST_PRICES = 5000

/** Prices and stock of a supplier, or one's own, on a date and in a currency. */
export const priceListSchema = z.strictObject({
  name: z
    .string()
    .min(1, { error: () => 'a name' })
    .max(120, { error: () => 'at most 120 letters' }),
  currency: z.string().regex(/^[A-Z]{3}$/, { error: () => 'three capital letters, such as EUR' }),
  /** Day the prices are of. */
  date: z.iso.date({ error: () => 'a day such as 2026-11-23' }),
  /** What one unit of its currency is in the catalogue's. */
  rateToCatalogue: quantity('x', 'rate to the catalogue’s currency', '', { min: 1e-6, max: 1e6 }),
  prices: z
    .record(
      z.string(),
      z.strictObject({
        price: quantity('p', 'price', 'money', { min: 0, max: 1e9 }),
        /** Pieces at hand; null where it is not kept. */
        stock: quantity('n', 'stock', '', { min: 0, max: 1e9, integer: true }).nullable(),
      }),
    )
    .refine((prices) => Object.keys(prices).length <= MOST_PRICES, { error: () => `at most ${MOST_PRICES} items` }),
})
export type PriceList = z.output<typeof priceListSchema>

/** @throws {InputError} naming the field, what came and what is allowed */
export function parsePriceList(value: unknown): PriceList {
  lookThrough(value)
  const parsed = priceListSchema.safeParse(value)
  if (!parsed.success) throw fromIssue(parsed.error.issues[0], value)
  if (!Number.isFinite(Date.parse(parsed.data.date))) {
    throw new InputError('INPUT_INVALID', 'date', `date: got "${parsed.data.date}"; allowed: a day such as 2026-11-23`)
  }
  return parsed.data
}

/** Items with the prices of a list, in the catalogue's currency; what it does not price stays as it is. */
export function pricedBy(items: readonly CatalogueItem[], list: PriceList): CatalogueItem[] {
  return items.map((item) => {
    const entry = Object.hasOwn(list.prices, item.id) ? list.prices[item.id] : undefined
    return entry ? { ...item, price: Math.round(entry.price * list.rateToCatalogue * 100) / 100 } : item
  })
}
