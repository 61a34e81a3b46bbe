import Router from '@koa/router'
import { z } from 'zod'
import { parseRequest } from '../http/request-shape.ts'
import { Gazetteer } from './gazetteer.ts'

/** Places one answer may hold: more are found by another word. */
const MOST_PLACES = 12
const findQuery = z.object({ find: z.string().trim().min(2).max(80) })
const degrees = (most: number) => z.coerce.number().min(-most).max(most)
const spotQuery = z.object({ latitudeDeg: degrees(90), longitudeDeg: degrees(180) })

/** Places of the gazetteer, by name and by nearness. Each answer and refusal is listed in docs/server.md. */
export function placeRoutes(): Router {
  const router = new Router({ prefix: '/api/places' })
  router.get('/', async (ctx) => {
    const { find } = parseRequest(findQuery, ctx.query)
    ctx.body = { places: (await Gazetteer.open()).find(find, MOST_PLACES) }
  })
  router.get('/at', async (ctx) => {
    const { latitudeDeg, longitudeDeg } = parseRequest(spotQuery, ctx.query)
    ctx.body = { spot: (await Gazetteer.open()).at(latitudeDeg, longitudeDeg) }
  })
  return router
}
