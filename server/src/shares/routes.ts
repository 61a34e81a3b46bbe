import Router from '@koa/router'
import { applyAll, type Job } from '@yard-lamp/core'
import { itemsOf } from '@yard-lamp/core/catalogue'
import { DAY_MS } from '@yard-lamp/core/log'
import { shareSaidSchema } from '@yard-lamp/core/people'
import type { Context } from 'koa'
import { z } from 'zod'
import type { CatalogueStore } from '../catalogue/store.ts'
import { readJson } from '../http/body.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest } from '../http/request-shape.ts'
import type { JobStore } from '../jobs/store.ts'
import { type Actor, actorOf } from '../people/actor.ts'
import type { ReadingStore } from '../readings/store.ts'
import type { RecordStore } from '../records/store.ts'
import type { Works } from '../reports/asked.ts'
import type { ReportMaker } from '../reports/maker.ts'
import { builtOf } from '../reports/routes.ts'
import { calendarFile } from './calendar-file.ts'
import type { Opened, ShareStore } from './store.ts'

export interface ShareParts {
  readonly shares: ShareStore
  readonly store: JobStore
  readonly catalogue: CatalogueStore
  readonly records: RecordStore
  readonly readings: ReadingStore
  readonly maker: ReportMaker
  readonly now: () => Date
  readonly program: string
}

const uuid = z.uuid()
/** A year and a month of readings: what the log page holds against the design. */
const LOG_DAYS = 400

/** Links to something of a job: made, listed and taken back by whoever designs; opened by whoever has one. */
export function shareRoutes(parts: ShareParts): Router {
  const router = new Router({ prefix: '/api' })
  const { shares } = parts
  router.get('/jobs/:id/shares', async (ctx) => {
    ctx.body = { shares: await shares.list(actorOf(ctx), jobIdOf(ctx)) }
  })
  router.post('/jobs/:id/shares', async (ctx) => {
    const said = parseRequest(shareSaidSchema, await readJson(ctx))
    const { job } = await parts.store.read(actorOf(ctx), jobIdOf(ctx))
    if (!job.options.some(({ id }) => id === said.optionId))
      throw new ApiError('REQUEST_INVALID', { message: 'optionId: no option of this job.' })
    ctx.body = await shares.make(actorOf(ctx), jobIdOf(ctx), said)
    ctx.state.subject = `${said.kind}, ${said.forWhom}`
    ctx.status = 201
  })
  router.delete('/jobs/:id/shares/:shareId', async (ctx) => {
    const { data: id } = uuid.safeParse(ctx.params.shareId)
    if (id === undefined) throw new ApiError('SHARE_NOT_FOUND')
    await shares.revoke(actorOf(ctx), jobIdOf(ctx), id)
    ctx.status = 204
  })
  router.get('/shared/:token', async (ctx) => {
    const opened = await shares.open(String(ctx.params.token))
    const { job, revision } = await jobShown(parts, opened)
    const shown = await shownOf(parts, opened, job, revision)
    const optionName = job.options.find(({ id }) => id === opened.optionId)?.name ?? ''
    ctx.body = {
      kind: opened.kind,
      jobName: job.name,
      place: job.site.place,
      optionName,
      units: job.units,
      endsAt: opened.endsAt.toISOString(),
      shown,
    }
  })
  router.get('/feeds/:file', async (ctx) => {
    const opened = await shares.open(String(ctx.params.file).replace(/\.ics$/, ''))
    if (opened.kind !== 'upkeep') throw new ApiError('SHARE_NOT_FOUND')
    const { job } = await jobShown(parts, opened)
    const today = dayOf(parts.now())
    const tasks = await upkeepShown(parts, opened, job, today)
    ctx.type = 'text/calendar; charset=utf-8'
    ctx.attachment('upkeep.ics')
    ctx.body = calendarFile({ jobId: opened.jobId, jobName: job.name, place: job.site.place, tasks, today })
  })
  calendarRoute(router, parts)
  return router
}

/** The same calendar, to be taken into another once. */
function calendarRoute(router: Router, parts: ShareParts): void {
  router.get('/jobs/:id/upkeep.ics', async (ctx) => {
    const id = jobIdOf(ctx)
    const { job } = await parts.store.read(actorOf(ctx), id)
    const today = dayOf(parts.now())
    const tasks = await upkeepShown(parts, { id: actorOf(ctx).id, jobId: id }, job, today)
    ctx.type = 'text/calendar; charset=utf-8'
    ctx.attachment('upkeep.ics')
    ctx.body = calendarFile({ jobId: id, jobName: job.name, place: job.site.place, tasks, today })
  })
}

const visitor = ({ id }: Pick<Opened, 'id'>): Actor => ({ id: `link ${id}`, name: 'a link', role: 'viewer' })

/** The job with the option of the link as the one it is about. @throws {ApiError} SHARE_NOT_FOUND where it is gone */
async function jobShown({ store }: ShareParts, opened: Opened): Promise<{ job: Job; revision: number }> {
  const { job, revision } = await store.read(visitor(opened), opened.jobId).catch((error) => {
    throw error instanceof ApiError && error.code === 'JOB_NOT_FOUND' ? new ApiError('SHARE_NOT_FOUND') : error
  })
  if (!job.options.some(({ id }) => id === opened.optionId)) throw new ApiError('SHARE_NOT_FOUND')
  const about = applyAll(job, [{ act: 'choose-option', id: opened.optionId }])
  return { job: about, revision }
}

type Shown = { [K in keyof Works]: Works[K]['made'] }[Exclude<keyof Works, 'pdf'>]

async function shownOf(parts: ShareParts, opened: Opened, job: Job, revision: number): Promise<Shown> {
  const { maker, now, program } = parts
  const date = dayOf(now())
  const { items, mark } = await itemsInForce(parts, opened)
  switch (opened.kind) {
    case 'quote': {
      const quote = { ...job.trade.quote, optionIds: [opened.optionId] }
      return maker.make('quote', { job: { ...job, trade: { ...job.trade, quote } }, items, date })
    }
    case 'sheet':
      return maker.make('sheet', {
        job,
        items,
        reader: 'customer',
        paper: 'A4',
        revision: String(revision),
        date,
        program,
        catalogueMark: mark,
        ...(await builtOf(opened.jobId, visitor(opened), parts)),
      })
    case 'log': {
      const toMs = (await parts.readings.lastMs(visitor(opened), opened.jobId)) ?? 0
      const fromMs = Math.max(0, toMs - LOG_DAYS * DAY_MS)
      return maker.make('log', {
        job,
        items,
        records: await parts.records.read(visitor(opened), opened.jobId),
        hours: [...(await parts.readings.hours(visitor(opened), opened.jobId, fromMs, toMs + DAY_MS)).values()],
      })
    }
    case 'upkeep':
      return upkeepShown(parts, opened, job, date)
  }
}

async function upkeepShown(parts: ShareParts, opened: Pick<Opened, 'id' | 'jobId'>, job: Job, today: string) {
  const { items } = await itemsInForce(parts, opened)
  return parts.maker.make('upkeep', {
    job,
    items,
    records: await parts.records.read(visitor(opened), opened.jobId),
    days: [...(await parts.readings.days(visitor(opened), opened.jobId)).values()],
    today,
  })
}

async function itemsInForce({ catalogue }: ShareParts, opened: Pick<Opened, 'id'>) {
  const { catalogue: inForce, mark } = await catalogue.inForce(visitor(opened))
  return { items: itemsOf(inForce), mark }
}

const dayOf = (at: Date): string => at.toISOString().slice(0, 10)

function jobIdOf(ctx: Context): string {
  const { data: id } = uuid.safeParse(ctx.params.id)
  if (id === undefined) throw new ApiError('JOB_NOT_FOUND')
  return id
}
