import { type CatalogueItem, SHIPPED_ITEMS } from '@yard-lamp/core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { writeCatalogue } from '../src/database.ts'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const panel = SHIPPED_ITEMS.find(({ id }) => id === 'dorveth-430') as CatalogueItem
const get = (path: string) => server.request('GET', `/api/catalogue${path}`)
const post = (path: string, body: unknown) => server.request('POST', `/api/catalogue${path}`, body)
const stored = async (id: string) =>
  (await get('/items')).body.items.find((each: { item: CatalogueItem }) => each.item.id === id)

describe('sheets', () => {
  test('a new one is kept, and offered to designs', async () => {
    const own = { ...panel, id: 'own-500', model: 'Own 500' }
    const made = await post('/items', { item: own, baseRevision: null })
    expect({ status: made.status, revision: made.body.revision }).toEqual({ status: 201, revision: 1 })
    expect((await get('')).body.catalogue.panels.map(({ id }: CatalogueItem) => id)).toContain('own-500')
    expect((await post('/items', { item: own, baseRevision: null })).body.error.code).toBe('ITEM_STALE')
  })

  test('an edit names the revision it began from; a stale one is refused with what is there', async () => {
    const dearer = { ...panel, price: 222 }
    expect((await post('/items', { item: dearer, baseRevision: 0 })).body).toMatchObject({ revision: 1, item: dearer })
    const stale = await post('/items', { item: { ...panel, price: 1 }, baseRevision: 0 })
    expect(stale.status).toBe(409)
    expect(stale.body.error).toMatchObject({ code: 'ITEM_STALE', present: { item: { price: 222 } } })
    // What a person edited is not put back by the next start.
    await writeCatalogue(server.open.database)
    expect((await stored('dorveth-430')).item.price).toBe(222)
  })

  test('a wrong figure is refused by name, and an unknown item is not found', async () => {
    const wrong = await post('/items', { item: { ...panel, vocV: -3 }, baseRevision: null })
    expect({ status: wrong.status, message: wrong.body.error.message }).toEqual({
      status: 422,
      message: 'vocV: got -3; allowed: a number from 0.1 to 100,000 V',
    })
    expect((await post('/items', { item: { ...panel, id: 'nowhere' }, baseRevision: 4 })).status).toBe(404)
    expect((await post('/items/nowhere/retire', {})).status).toBe(404)
    expect((await post('/items/dorveth-430/burn', {})).body.error.code).toBe('ROUTE_NOT_FOUND')
    expect((await post('/items', { item: panel })).body.error.code).toBe('REQUEST_INVALID')
  })

  test('a retired one is no longer offered, stays on its shelf, and comes back', async () => {
    expect((await post('/items/skerrin-20/retire', {})).status).toBe(204)
    const offered = async () =>
      (await get('')).body.catalogue.panels.some(({ id }: CatalogueItem) => id === 'skerrin-20')
    expect(await offered()).toBe(false)
    expect(await stored('skerrin-20')).toMatchObject({ retired: true })
    await writeCatalogue(server.open.database)
    expect(await offered()).toBe(false)
    await post('/items/skerrin-20/restore', {})
    expect(await offered()).toBe(true)
  })

  test('an import is taken whole or not at all', async () => {
    const good = { ...panel, id: 'imported-a' }
    const bad = await post('/import', { items: [good, { ...panel, id: 'imported-b', iscA: 0 }] })
    expect(bad.body.error).toMatchObject({ code: 'ITEM_INVALID', row: 1, path: 'iscA' })
    expect(bad.body.error.message).toContain('item 2: iscA: got 0')
    expect(await stored('imported-a')).toBeUndefined()
    expect((await post('/import', { items: [good, { ...panel, price: 5 }] })).body).toEqual({ added: 1, replaced: 1 })
  })
})

describe('price lists', () => {
  const list = {
    name: 'Harbour supplies',
    currency: 'GBP',
    date: '2026-11-02',
    rateToCatalogue: 1.2,
    prices: { 'fenlode-330': { price: 100, stock: 14 } },
  }
  const priceOf = async (id: string) =>
    (await get('')).body.catalogue.panels.find((each: CatalogueItem) => each.id === id).price as number
  const put = (path: string, body: unknown) => server.request('PUT', `/api/catalogue${path}`, body)

  test('the active one prices what it holds, in the catalogue’s currency, and no more', async () => {
    const before = { list: await priceOf('fenlode-330'), other: await priceOf('fenlode-365') }
    const made = await post('/price-lists', { list, baseRevision: null })
    expect(made.status).toBe(201)
    expect(await priceOf('fenlode-330')).toBe(before.list)
    expect((await put('/active-price-list', { id: made.body.id })).status).toBe(204)
    expect(await priceOf('fenlode-330')).toBe(120)
    expect(await priceOf('fenlode-365')).toBe(before.other)
    const changed = { ...list, prices: { 'fenlode-330': { price: 90, stock: null } } }
    expect((await put(`/price-lists/${made.body.id}`, { list: changed, baseRevision: 1 })).body.revision).toBe(2)
    expect((await put(`/price-lists/${made.body.id}`, { list, baseRevision: 1 })).body.error.code).toBe(
      'PRICE_LIST_STALE',
    )
    expect(await priceOf('fenlode-330')).toBe(108)
    await put('/active-price-list', { id: null })
    expect(await priceOf('fenlode-330')).toBe(before.list)
    expect((await server.request('DELETE', `/api/catalogue/price-lists/${made.body.id}`)).status).toBe(204)
    expect((await server.request('DELETE', `/api/catalogue/price-lists/${made.body.id}`)).status).toBe(404)
  })

  test.each([
    [{ currency: 'euro' }, 'currency: got "euro"; allowed: three capital letters'],
    [{ date: '2026-02-30' }, 'date: got "2026-02-30"; allowed: a day'],
    [{ rateToCatalogue: 0 }, 'rateToCatalogue: got 0'],
    [{ prices: { a: { price: -1, stock: null } } }, 'prices.a.price: got -1'],
  ])('%j is refused by name', async (patch, message) => {
    const answer = await post('/price-lists', { list: { ...list, ...patch }, baseRevision: null })
    expect(answer.status).toBe(422)
    expect(answer.body.error.message).toContain(message)
  })
})
