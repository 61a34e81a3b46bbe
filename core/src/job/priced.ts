import { CATALOGUE_CURRENCY } from '../catalogue/catalogue.ts'
import { itemsOf } from '../catalogue/kept-items.ts'
import type { CatalogueItem } from '../catalogue/schema.ts'
import { type Catalogue, catalogueOf } from '../catalogue/shelf.ts'
import type { Job } from './schema.ts'
import type { BoughtAs } from './trade.ts'

/**
 * Currency the prices of a job are in: its own where the catalogue is kept in it or a rate was given, else that of the
 * catalogue. No price is ever told in a currency it was not reckoned in.
 */
export const currencyOf = ({ currency, trade }: Pick<Job, 'currency' | 'trade'>): string =>
  trade.ratePerCatalogue !== null ? currency : CATALOGUE_CURRENCY

const NONE_BOUGHT: Job['trade']['bought'] = {}
interface Priced {
  readonly rate: number
  readonly bought: Job['trade']['bought']
  readonly catalogue: Catalogue
}
const kept = new WeakMap<Catalogue, Priced[]>()
/** Catalogues priced in several ways: options and trials of a job have one. */
const KEPT = 4

const cents = (price: number): number => Math.round(price * 100) / 100

/** The catalogue as a job buys from it: in its currency, at its own prices, from its own suppliers. The same where it says nothing. */
export function pricedCatalogue(catalogue: Catalogue, { trade }: Pick<Job, 'trade'>): Catalogue {
  const rate = trade.ratePerCatalogue ?? 1
  const bought = Object.keys(trade.bought).length === 0 ? NONE_BOUGHT : trade.bought
  if (rate === 1 && bought === NONE_BOUGHT) return catalogue
  const ways = kept.get(catalogue) ?? []
  kept.set(catalogue, ways)
  const before = ways.find((each) => each.rate === rate && each.bought === bought)
  if (before) return before.catalogue
  const priced = catalogueOf(
    itemsOf(catalogue).map((item) =>
      boughtItem(item, rate, Object.hasOwn(bought, item.id) ? bought[item.id] : undefined),
    ),
  )
  ways.unshift({ rate, bought, catalogue: priced })
  ways.length = Math.min(ways.length, KEPT)
  return priced
}

function boughtItem(item: CatalogueItem, rate: number, own: BoughtAs | undefined): CatalogueItem {
  if (rate === 1 && !own) return item
  const priced = {
    ...item,
    price: own?.price ?? cents(item.price * rate),
    supplier: own && own.supplier !== '' ? own.supplier : item.supplier,
    leadDays: own?.leadDays ?? item.leadDays,
  }
  return priced.kind === 'device' && priced.linkPrice !== null
    ? { ...priced, linkPrice: cents(priced.linkPrice * rate) }
    : priced
}
