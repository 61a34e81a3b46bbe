import Router from '@koa/router'
import { InputError } from '@yard-lamp/core'
import { parseItem, parsePriceList } from '@yard-lamp/core/catalogue'
import { z } from 'zod'
import { readJson } from '../http/body.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest, readWith } from '../http/request-shape.ts'
import { actorOf } from '../people/actor.ts'
import type { CatalogueStore } from './store.ts'

const revision = z.number().int().min(0).max(2_147_483_646)
const itemBody = z.strictObject({ item: z.unknown(), baseRevision: revision.nullable() })
/** Items one import may bring. */
const MOST_IMPORTED = 5000
const importBody = z.strictObject({ items: z.array(z.unknown()).min(1).max(MOST_IMPORTED) })
const listBody = z.strictObject({ list: z.unknown(), baseRevision: revision.nullable() })
const activeBody = z.strictObject({ id: z.uuid().nullable() })
const itemId = z.string().regex(/^[a-z0-9-]{1,64}$/)
const listId = z.uuid()

/** Catalogue: what designs take, its sheets, import, and price lists. Each answer and refusal is listed in docs/server.md. */
export function catalogueRoutes(store: CatalogueStore): Router {
  const router = new Router({ prefix: '/api/catalogue' })

  router.get('/', async (ctx) => {
    ctx.body = await store.inForce(actorOf(ctx))
  })
  router.get('/items', async (ctx) => {
    ctx.body = { items: await store.items(actorOf(ctx)) }
  })
  router.post('/items', async (ctx) => {
    const body = parseRequest(itemBody, await readJson(ctx))
    const item = readWith('ITEM_INVALID', () => parseItem(body.item))
    ctx.body = await store.keep(actorOf(ctx), item, body.baseRevision)
    ctx.status = body.baseRevision === null ? 201 : 200
  })
  router.post('/items/:id/:fate', async (ctx) => {
    const fate = ctx.params.fate
    if (fate !== 'retire' && fate !== 'restore') throw new ApiError('ROUTE_NOT_FOUND')
    await store.retire(actorOf(ctx), idOf(itemId, ctx.params.id, 'ITEM_NOT_FOUND'), fate === 'retire')
    ctx.status = 204
  })
  router.post('/import', async (ctx) => {
    const { items } = parseRequest(importBody, await readJson(ctx))
    const read = items.map((value, row) => {
      try {
        return parseItem(value)
      } catch (error) {
        if (!(error instanceof InputError)) throw error
        throw new ApiError('ITEM_INVALID', { message: `item ${row + 1}: ${error.message}`, path: error.path, row })
      }
    })
    ctx.body = await store.takeIn(actorOf(ctx), read)
  })
  router.get('/price-lists', async (ctx) => {
    ctx.body = { priceLists: await store.priceLists(actorOf(ctx)) }
  })
  router.post('/price-lists', async (ctx) => {
    const { list } = parseRequest(listBody, await readJson(ctx))
    ctx.body = await store.keepPriceList(
      actorOf(ctx),
      null,
      readWith('PRICE_LIST_INVALID', () => parsePriceList(list)),
      null,
    )
    ctx.status = 201
  })
  router.put('/price-lists/:id', async (ctx) => {
    const id = idOf(listId, ctx.params.id, 'PRICE_LIST_NOT_FOUND')
    const { list, baseRevision } = parseRequest(listBody, await readJson(ctx))
    ctx.body = await store.keepPriceList(
      actorOf(ctx),
      id,
      readWith('PRICE_LIST_INVALID', () => parsePriceList(list)),
      baseRevision ?? 0,
    )
  })
  router.delete('/price-lists/:id', async (ctx) => {
    await store.removePriceList(actorOf(ctx), idOf(listId, ctx.params.id, 'PRICE_LIST_NOT_FOUND'))
    ctx.status = 204
  })
  router.put('/active-price-list', async (ctx) => {
    await store.activate(actorOf(ctx), parseRequest(activeBody, await readJson(ctx)).id)
    ctx.status = 204
  })
  return router
}

function idOf(schema: z.ZodType<string>, value: unknown, code: 'ITEM_NOT_FOUND' | 'PRICE_LIST_NOT_FOUND'): string {
  const id = schema.safeParse(value)
  if (!id.success) throw new ApiError(code)
  return id.data
}
