import { describe, expect, test } from 'vitest'
import { SHIPPED_ITEMS } from '../src/catalogue/catalogue.ts'
import { parsePriceList, pricedBy } from '../src/catalogue/price-list.ts'

const [first, second] = SHIPPED_ITEMS
if (!first || !second) throw new Error('the catalogue has items')
const list = {
  name: 'Yard prices',
  currency: 'EUR',
  date: '2026-11-23',
  rateToCatalogue: 1.25,
  prices: { [first.id]: { price: 100.01, stock: 4 } },
}

describe('a price list', () => {
  test('prices what it holds in the catalogue’s currency, to the cent, and nothing else', () => {
    const priced = pricedBy(SHIPPED_ITEMS, parsePriceList(list))
    expect(priced.find(({ id }) => id === first.id)?.price).toBe(125.01)
    expect(priced.find(({ id }) => id === second.id)).toBe(second)
    expect(priced).toHaveLength(SHIPPED_ITEMS.length)
  })

  test('with an item named as a field every object has prices nothing by it', () => {
    const odd = JSON.parse(JSON.stringify({ ...list, prices: {} }))
    expect(pricedBy([{ ...first, id: 'constructor' }], parsePriceList(odd))[0]?.price).toBe(first.price)
  })

  test.each([
    [{ currency: 'eur' }, /currency.*three capital letters/],
    [{ date: '2026-02-30' }, /date.*a day such as/],
    [{ date: 'yesterday' }, /date.*a day such as/],
    [{ rateToCatalogue: 0 }, /rateToCatalogue.*from 0.000001/],
    [{ name: '' }, /name.*a name/],
    [{ prices: { x: { price: -1, stock: null } } }, /price.*from 0/],
    [{ prices: { x: { price: 1, stock: 0.5 } } }, /stock.*whole number/],
    [{ discount: 3 }, /discount/],
  ])('with %j is refused by the field', (patch, says) => {
    expect(() => parsePriceList({ ...list, ...patch })).toThrow(says)
  })
})
