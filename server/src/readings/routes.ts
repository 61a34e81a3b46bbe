import { Readable } from 'node:stream'
import Router from '@koa/router'
import { batchOf, clockSchema, DAY_MS, mappingSchema, parseBatch } from '@yard-lamp/core/log'
import { MEASURES } from '@yard-lamp/core/records'
import type { Context } from 'koa'
import compress from 'koa-compress'
import { z } from 'zod'
import { readJson } from '../http/body.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest, readWith } from '../http/request-shape.ts'
import { type Actor, actorOf } from '../people/actor.ts'
import type { Live } from './live.ts'
import type { SourceStore } from './sources.ts'
import { MOST_ROWS, type ReadingStore } from './store.ts'

const words = (most: number) => z.string().trim().min(1).max(most)
/** Where a monitor speaks: MQTT, with TLS or without. */
const address = z
  .string()
  .max(300)
  .regex(/^mqtts?:\/\/[^\s/@]+(:\d{1,5})?\/?$/, { error: () => 'an address such as mqtt://192.168.1.20:1883' })
const topic = z
  .string()
  .max(200)
  .regex(/^[^\s#+]+$/, { error: () => 'a topic without spaces, # and +' })
const said = z.strictObject({
  name: words(80),
  clockFastMin: clockSchema,
  offsetMin: z
    .int()
    .min(-14 * 60)
    .max(14 * 60),
  mapping: mappingSchema.nullable(),
  address: address.nullable(),
  topic: topic.nullable(),
  account: words(120).nullable(),
  secret: words(200).nullable().optional(),
})
const added = said.extend({ kind: z.enum(['file', 'monitor']) })
const instant = z.coerce.number().int().min(0).max(7_258_118_400_000)
const span = z.strictObject({ from: instant, to: instant })
const spanOrLatest = z.union([z.strictObject({}), span])
/** Hours that are given at once: two years. */
const MOST_SPAN_MS = 740 * DAY_MS
const uuid = z.uuid()
/** A page hears of readings this long before it asks anew, ms. */
const LONGEST_LOOK_MS = 600_000

/** Readings of jobs; those of a year go compressed, a seventh of their size, to a telephone. Each answer and refusal is listed in docs/server.md. */
export function readingRoutes(store: ReadingStore, sources: SourceStore, live: Live): Router {
  const router = new Router({ prefix: '/api/jobs' })
  router.get('/:id/readings', compress({ threshold: 4096, br: false, gzip: { level: 1 } }), async (ctx) => {
    const [actor, id] = [actorOf(ctx), jobIdOf(ctx)]
    const asked = parseRequest(spanOrLatest, { ...ctx.query })
    const { from, to } = 'to' in asked ? asked : await latest(store, actor, id)
    if (to - from > MOST_SPAN_MS)
      throw new ApiError('REQUEST_INVALID', { message: 'from, to: at most two years apart.' })
    const [listed, hours, days] = [
      await sources.sources(actor, id),
      await store.hours(actor, id, from, to),
      await store.days(actor, id),
    ]
    ctx.body = {
      sources: listed.map((source) => ({
        ...source,
        hours: hours.get(source.id) ?? [],
        days: days.get(source.id) ?? [],
      })),
    }
  })
  sourceRoutes(router, store, sources)
  router.get('/:id/readings/live', async (ctx) => {
    const id = jobIdOf(ctx)
    await sources.sources(actorOf(ctx), id)
    const stream = await live.look(id)
    ctx.req.socket.setTimeout(0)
    // The browser asks again by itself; whoever was signed out meanwhile is told so then.
    const over = setTimeout(() => stream.destroy(), LONGEST_LOOK_MS).unref()
    ctx.req.once('close', () => {
      clearTimeout(over)
      stream.destroy()
    })
    ctx.type = 'text/event-stream'
    ctx.set('Cache-Control', 'no-store')
    ctx.set('X-Accel-Buffering', 'no')
    ctx.body = stream
  })
  router.get('/:id/readings/file', async (ctx) => {
    const [actor, id] = [actorOf(ctx), jobIdOf(ctx)]
    const listed = await sources.sources(actor, id)
    ctx.attachment('readings.csv')
    ctx.type = 'text/csv'
    ctx.body = Readable.from(csvOf(store, ctx, id, listed))
  })
  return router
}

function sourceRoutes(router: Router, store: ReadingStore, sources: SourceStore): void {
  router.post('/:id/readings/sources', async (ctx) => {
    const { kind, ...source } = parseRequest(added, await readJson(ctx))
    ctx.body = await sources.addSource(actorOf(ctx), jobIdOf(ctx), kind, plain(source))
    ctx.status = 201
  })
  router.put('/:id/readings/sources/:sourceId', async (ctx) => {
    const source = parseRequest(said, await readJson(ctx))
    ctx.body = await sources.changeSource(actorOf(ctx), jobIdOf(ctx), sourceIdOf(ctx), plain(source))
  })
  router.delete('/:id/readings/sources/:sourceId', async (ctx) => {
    await sources.removeSource(actorOf(ctx), jobIdOf(ctx), sourceIdOf(ctx))
    ctx.status = 204
  })
  router.post('/:id/readings/sources/:sourceId', async (ctx) => {
    const batch = await readJson(ctx)
    ctx.body = await store.add(
      actorOf(ctx),
      jobIdOf(ctx),
      sourceIdOf(ctx),
      readWith('READING_INVALID', () => parseBatch(batch)),
    )
  })
  router.get('/:id/readings/sources/:sourceId', async (ctx) => {
    const { from, to } = parseRequest(span, { ...ctx.query })
    const samples = await store.rows(actorOf(ctx), jobIdOf(ctx), sourceIdOf(ctx), from, to)
    ctx.body = { ...batchOf(samples), isAll: samples.length < MOST_ROWS }
  })
}

/** A year and a month up to the last that was read: a month can be seen beside the same of the year before. */
const LATEST_DAYS = 400
async function latest(store: ReadingStore, actor: Actor, jobId: string): Promise<z.infer<typeof span>> {
  const lastMs = (await store.lastMs(actor, jobId)) ?? 0
  return { from: Math.max(0, lastMs - LATEST_DAYS * DAY_MS), to: lastMs + DAY_MS }
}

/** A secret that is not named is not changed. */
const plain = <T extends { secret?: string | null | undefined }>({ secret, ...rest }: T) => ({
  ...rest,
  ...(secret === undefined ? {} : { secret }),
})

/** Readings of all sources, one after another, as comma-separated text; never all of them in memory. */
async function* csvOf(
  store: ReadingStore,
  ctx: Context,
  jobId: string,
  sources: readonly { readonly id: string; readonly name: string }[],
): AsyncGenerator<string> {
  yield `time,source,${MEASURES.map(({ id, unit }) => (unit ? `${id} (${unit})` : id)).join()}\n`
  for (const { id, name } of sources) {
    let fromMs = 0
    for (;;) {
      const samples = await store.rows(actorOf(ctx), jobId, id, fromMs, 8e12, CSV_AT_ONCE)
      if (samples.length === 0) break
      yield samples
        .map(({ atMs, values }) => {
          const figures = MEASURES.map((measure) => values[measure.id] ?? '')
          return `${new Date(atMs).toISOString()},${quoted(name)},${figures.join()}\n`
        })
        .join('')
      fromMs = (samples.at(-1)?.atMs ?? 0) + 1
    }
  }
}
const CSV_AT_ONCE = 5000
/** A text that begins as a formula would be one in a workbook. */
const quoted = (text: string): string => `"${(/^[=+\-@]/.test(text) ? `'${text}` : text).replaceAll('"', '""')}"`

const jobIdOf = (ctx: Context): string => {
  const id = uuid.safeParse(ctx.params.id)
  if (!id.success) throw new ApiError('JOB_NOT_FOUND')
  return id.data
}
const sourceIdOf = (ctx: Context): string => {
  const id = uuid.safeParse(ctx.params.sourceId)
  if (!id.success) throw new ApiError('SOURCE_NOT_FOUND')
  return id.data
}
