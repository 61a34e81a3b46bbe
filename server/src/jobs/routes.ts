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
import type { RecordStore } from '../records/store.ts'
import { listQuery } from './asked.ts'
import type { JobList } from './listing.ts'
import type { Presence } from './presence.ts'
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

const placeBody = z.strictObject({ folder: z.string().trim().max(120).optional(), isArchived: z.boolean().optional() })
const dueBody = z.strictObject({ dueDay: z.iso.date({ error: () => 'a day such as 2026-11-29' }).nullable() })
const presenceBody = z.strictObject({ pageId: z.string().min(1).max(40), isEditing: z.boolean() })

export interface JobParts {
  readonly store: JobStore
  readonly list: JobList
  readonly records: RecordStore
  readonly presence: Presence
}

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
export function jobRoutes({ store, list, records, presence }: JobParts): Router {
  const router = new Router({ prefix: '/api/jobs' })
  summaryRoute(router, store)
  placeRoutes(router, store, presence)
  saveRoutes(router, store, records)

  router.get('/', async (ctx) => {
    const { after, ...asked } = parseRequest(listQuery, { ...ctx.query })
    ctx.body = await list.read(
      actorOf(ctx),
      { ...asked, state: asked.state ?? null, folder: asked.folder ?? null },
      after,
    )
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
  historyRoutes(router, store, records)
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

/** A job saved whole, or by what was done to it. */
function saveRoutes(router: Router, store: JobStore, records: RecordStore): void {
  router.put('/:id', async (ctx) => {
    const id = idOf(ctx)
    await records.mayChange(actorOf(ctx), id)
    const { baseRevision, job, summarised: made } = parseRequest(saveBody, await readJson(ctx))
    const { revision, updatedAt } = await store.save(actorOf(ctx), id, baseRevision, keptJobOf(job), made ?? null)
    ctx.body = { id, revision, updatedAt }
  })
  /** Acts done to the revision the sender began from, in place of the whole document. */
  router.patch('/:id', async (ctx) => {
    const id = idOf(ctx)
    await records.mayChange(actorOf(ctx), id)
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
}

/** Where a job stands among the others, when its upkeep is due, and who has it open. */
function placeRoutes(router: Router, store: JobStore, presence: Presence): void {
  router.put('/:id/place', async (ctx) => {
    const filed = parseRequest(placeBody, await readJson(ctx))
    await store.file(actorOf(ctx), idOf(ctx), filed)
    ctx.status = 204
  })
  router.put('/:id/due', async (ctx) => {
    const { dueDay } = parseRequest(dueBody, await readJson(ctx))
    await store.keepDue(actorOf(ctx), idOf(ctx), dueDay)
    ctx.status = 204
  })
  router.post('/:id/presence', async (ctx) => {
    const { pageId, isEditing } = parseRequest(presenceBody, await readJson(ctx))
    ctx.body = await presence.tell(actorOf(ctx), idOf(ctx), pageId, isEditing)
  })
}

/** Kept states of a job. */
function historyRoutes(router: Router, store: JobStore, records: RecordStore): void {
  router.get('/:id/revisions', async (ctx) => {
    ctx.body = { revisions: await store.revisions(actorOf(ctx), idOf(ctx)) }
  })
  router.get('/:id/revisions/:revision', async (ctx) => {
    ctx.body = await store.readRevision(actorOf(ctx), idOf(ctx), revisionOf(ctx))
  })
  router.put('/:id/revisions/:revision/name', async (ctx) => {
    await records.mayChange(actorOf(ctx), idOf(ctx))
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
