import Router from '@koa/router'
import { type Edit, type Job, keptJob, parseJob } from '@yard-lamp/core'
import { ACTS, MOST_ACTS } from '@yard-lamp/core/edit'
import { jobSummarySchema } from '@yard-lamp/core/report'
import type { Context } from 'koa'
import { z } from 'zod'
import { readJson } from '../http/body.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest, readWith } from '../http/request-shape.ts'
import { actorOf } from '../people/actor.ts'
import type { JobList } from './listing.ts'
import type { JobStore } from './store.ts'

const idParam = z.uuid()
const revisionParam = z.coerce.number().int().min(1).max(2_147_483_647)
/** What the sender's design says, and the mark of the catalogue it was made with. */
const summarised = z
  .strictObject({ summary: jobSummarySchema, mark: z.string().max(80) })
  .nullable()
  .optional()
const saveBody = z.strictObject({
  baseRevision: z.number().int().min(1).max(2_147_483_646),
  job: z.unknown(),
  summarised,
})
/** What an act says is read with what it comes to: the job after it is held against the schema. */
const actsBody = z.strictObject({
  baseRevision: z.number().int().min(1).max(2_147_483_646),
  acts: z
    .array(z.looseObject({ act: z.enum(ACTS) }))
    .min(1)
    .max(MOST_ACTS),
  summarised,
})
const summaryBody = z.strictObject({
  revision: z.number().int().min(1).max(2_147_483_647),
  summary: jobSummarySchema,
  mark: z.string().max(80),
})
const createBody = z.strictObject({ job: z.unknown() })
/** What a job is called until somebody names it. */
const NEW_JOB = 'New job'
const templateBody = z.strictObject({ template: z.boolean() })
const nameBody = z.strictObject({ name: z.string().trim().min(1).max(120).nullable() })

/** What the list shows of a revision, from a page that has worked its year; of another revision it says nothing. */
function summaryRoute(router: Router, store: JobStore): void {
  router.put('/:id/summary', async (ctx) => {
    const id = idOf(ctx)
    const { revision, ...made } = parseRequest(summaryBody, await readJson(ctx))
    await store.keepSummary(actorOf(ctx), id, revision, made)
    ctx.status = 204
  })
}

/** Jobs: list, create, read, save, duplicate, bin, history, file. Each answer and refusal is listed in docs/server.md. */
export function jobRoutes(store: JobStore, list: JobList): Router {
  const router = new Router({ prefix: '/api/jobs' })
  summaryRoute(router, store)

  router.get('/', async (ctx) => {
    ctx.body = { jobs: await list.read(actorOf(ctx), ctx.query.bin === '1') }
  })
  /** Creates a job from a document: an empty one, or an imported file. */
  router.post('/', async (ctx) => {
    const { job } = parseRequest(createBody, await readJson(ctx))
    ctx.body = await store.create(actorOf(ctx), jobOf(job))
    ctx.status = 201
  })
  router.get('/:id', async (ctx) => {
    ctx.body = await store.read(actorOf(ctx), idOf(ctx))
  })
  router.put('/:id', async (ctx) => {
    const id = idOf(ctx)
    const { baseRevision, job, summarised: made } = parseRequest(saveBody, await readJson(ctx))
    const { revision, updatedAt } = await store.save(actorOf(ctx), id, baseRevision, keptJobOf(job), made ?? null)
    ctx.body = { id, revision, updatedAt }
  })
  /** Acts done to the revision the sender began from, in place of the whole document. */
  router.patch('/:id', async (ctx) => {
    const id = idOf(ctx)
    const { baseRevision, acts, summarised: made } = parseRequest(actsBody, await readJson(ctx))
    const saved = await store.saveActs(
      actorOf(ctx),
      id,
      baseRevision,
      acts as readonly unknown[] as Edit[],
      made ?? null,
    )
    ctx.body = { id, revision: saved.revision, updatedAt: saved.updatedAt }
  })
  router.delete('/:id', async (ctx) => {
    await store.move(actorOf(ctx), idOf(ctx), 'bin')
    ctx.status = 204
  })
  router.post('/:id/restore', async (ctx) => {
    await store.move(actorOf(ctx), idOf(ctx), 'list')
    ctx.status = 204
  })
  router.post('/:id/duplicate', async (ctx) => {
    ctx.body = await store.duplicate(actorOf(ctx), idOf(ctx))
    ctx.status = 201
  })
  /** A new job begun as this one. */
  router.post('/:id/begin', async (ctx) => {
    ctx.body = await store.duplicate(actorOf(ctx), idOf(ctx), NEW_JOB)
    ctx.status = 201
  })
  router.put('/:id/template', async (ctx) => {
    const { template } = parseRequest(templateBody, await readJson(ctx))
    await store.markTemplate(actorOf(ctx), idOf(ctx), template)
    ctx.status = 204
  })
  historyRoutes(router, store)
  router.get('/:id/file', async (ctx) => {
    if (ctx.query.as === 'kept') {
      const kept = await store.readAsKept(actorOf(ctx), idOf(ctx))
      ctx.attachment('as-kept.yardlamp.json')
      ctx.type = 'application/json'
      ctx.body = kept
      return
    }
    const { job } = await store.read(actorOf(ctx), idOf(ctx))
    ctx.attachment(`${fileName(job.name)}.yardlamp.json`)
    ctx.type = 'application/json'
    ctx.body = `${JSON.stringify(job, null, 2)}\n`
  })
  return router
}

/** Kept states of a job. */
function historyRoutes(router: Router, store: JobStore): void {
  router.get('/:id/revisions', async (ctx) => {
    ctx.body = { revisions: await store.revisions(actorOf(ctx), idOf(ctx)) }
  })
  router.get('/:id/revisions/:revision', async (ctx) => {
    ctx.body = await store.readRevision(actorOf(ctx), idOf(ctx), revisionOf(ctx))
  })
  router.put('/:id/revisions/:revision/name', async (ctx) => {
    const { name } = parseRequest(nameBody, await readJson(ctx))
    await store.nameRevision(actorOf(ctx), idOf(ctx), revisionOf(ctx), name)
    ctx.status = 204
  })
}

const idOf = (ctx: Context): string => {
  const id = idParam.safeParse(ctx.params.id)
  if (!id.success) throw new ApiError('JOB_NOT_FOUND')
  return id.data
}

const revisionOf = (ctx: Context): number => parseRequest(revisionParam, ctx.params.revision)

const jobOf = (value: unknown): Job => readWith('JOB_INVALID', () => parseJob(value))
const keptJobOf = (value: unknown): Job => readWith('JOB_INVALID', () => keptJob(value))

/** Letters, digits and dashes of a name, for a file. */
const fileName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60)
    .toLowerCase() || 'job'
