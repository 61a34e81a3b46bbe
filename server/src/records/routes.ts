import { createHash } from 'node:crypto'
import Router from '@koa/router'
import { InputError } from '@yard-lamp/core'
import { parseRecord, type SiteRecord } from '@yard-lamp/core/records'
import type { Context } from 'koa'
import { z } from 'zod'
import { readBytes, readJson } from '../http/body.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest } from '../http/request-shape.ts'
import { actorOf } from '../people/actor.ts'
import { MOST_PICTURE_BYTES, pictureOf } from './picture.ts'
import type { RecordStore } from './store.ts'

/** Most records of one request: what a telephone kept through a day without signal. */
const MOST_AT_ONCE = 500
const listed = { error: () => `a list of 1 to ${MOST_AT_ONCE} records` }
const body = z.strictObject({ records: z.array(z.unknown(), listed).min(1, listed).max(MOST_AT_ONCE, listed) })
const fileQuery = z.strictObject({
  place: z.enum(['keep'], { error: () => 'keep, or left out' }).optional(),
})
const uuid = z.uuid()
/** A picture never changes under its id. */
const FOREVER = 'private, max-age=31536000, immutable'

/** What was done on site: read, add; photographs: add, see. Each answer and refusal is listed in docs/server.md. */
export function recordRoutes(store: RecordStore): Router {
  const router = new Router({ prefix: '/api/jobs' })
  router.get('/:id/records', async (ctx) => {
    ctx.body = { records: await store.read(actorOf(ctx), jobIdOf(ctx)) }
  })
  router.post('/:id/records', async (ctx) => {
    const jobId = jobIdOf(ctx)
    const { records } = parseRequest(body, await readJson(ctx))
    await store.add(actorOf(ctx), jobId, records.map(recordOf))
    ctx.status = 204
  })
  router.put('/:id/files/:fileId', async (ctx) => {
    const [jobId, fileId] = [jobIdOf(ctx), fileIdOf(ctx)]
    const { place } = parseRequest(fileQuery, { ...ctx.query })
    const sent = await readBytes(ctx, MOST_PICTURE_BYTES)
    const digest = createHash('sha256').update(sent).digest('hex')
    ctx.body = await store.addFile(actorOf(ctx), jobId, fileId, digest, await pictureOf(sent, place === 'keep'))
  })
  for (const [end, small] of [
    ['', false],
    ['/small', true],
  ] as const) {
    router.get(`/:id/files/:fileId${end}`, async (ctx) => {
      ctx.body = await store.readFile(actorOf(ctx), jobIdOf(ctx), fileIdOf(ctx), small)
      ctx.type = 'image/jpeg'
      ctx.set('Cache-Control', FOREVER)
    })
  }
  return router
}

const jobIdOf = (ctx: Context): string => {
  const id = uuid.safeParse(ctx.params.id)
  if (!id.success) throw new ApiError('JOB_NOT_FOUND')
  return id.data
}
const fileIdOf = (ctx: Context): string => {
  const id = uuid.safeParse(ctx.params.fileId)
  if (!id.success) throw new ApiError('FILE_NOT_FOUND')
  return id.data
}

/** @throws {ApiError} RECORD_INVALID naming the record, the field, what came and what is allowed */
function recordOf(value: unknown, at: number): SiteRecord {
  try {
    return parseRecord(value)
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    throw new ApiError('RECORD_INVALID', {
      message: `records.${at}.${error.message}`,
      path: `records.${at}.${error.path}`,
    })
  }
}
