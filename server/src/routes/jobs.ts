import Router from '@koa/router'
import { type Job, parseJob } from '@yard-lamp/core'
import type { Context } from 'koa'
import { z } from 'zod'
import { readJson } from '../body.ts'
import { ApiError } from '../error-catalogue.ts'
import type { JobStore } from '../job-store.ts'
import { parseRequest, readWith } from '../request-shape.ts'

const idParam = z.uuid()
const revisionParam = z.coerce.number().int().min(1).max(2_147_483_647)
const saveBody = z.strictObject({ baseRevision: z.number().int().min(1).max(2_147_483_646), job: z.unknown() })
const createBody = z.strictObject({ job: z.unknown() })

/** Jobs: list, create, read, save, duplicate, bin, history, file. Each answer and refusal is listed in docs/server.md. */
export function jobRoutes(store: JobStore): Router {
  const router = new Router({ prefix: '/api/jobs' })

  router.get('/', async (ctx) => {
    ctx.body = { jobs: await store.list(ctx.query.bin === '1') }
  })
  /** Creates a job from a document: an empty one, or an imported file. */
  router.post('/', async (ctx) => {
    const { job } = parseRequest(createBody, await readJson(ctx))
    ctx.body = await store.create(jobOf(job))
    ctx.status = 201
  })
  router.get('/:id', async (ctx) => {
    ctx.body = await store.read(idOf(ctx))
  })
  router.put('/:id', async (ctx) => {
    const id = idOf(ctx)
    const { baseRevision, job } = parseRequest(saveBody, await readJson(ctx))
    const { revision, updatedAt } = await store.save(id, baseRevision, jobOf(job))
    ctx.body = { id, revision, updatedAt }
  })
  router.delete('/:id', async (ctx) => {
    await store.move(idOf(ctx), 'bin')
    ctx.status = 204
  })
  router.post('/:id/restore', async (ctx) => {
    await store.move(idOf(ctx), 'list')
    ctx.status = 204
  })
  router.post('/:id/duplicate', async (ctx) => {
    ctx.body = await store.duplicate(idOf(ctx))
    ctx.status = 201
  })
  router.get('/:id/revisions', async (ctx) => {
    ctx.body = { revisions: await store.revisions(idOf(ctx)) }
  })
  router.get('/:id/revisions/:revision', async (ctx) => {
    ctx.body = await store.readRevision(idOf(ctx), parseRequest(revisionParam, ctx.params.revision))
  })
  router.get('/:id/file', async (ctx) => {
    const { job } = await store.read(idOf(ctx))
    ctx.attachment(`${fileName(job.name)}.yardlamp.json`)
    ctx.type = 'application/json'
    ctx.body = `${JSON.stringify(job, null, 2)}\n`
  })
  return router
}

const idOf = (ctx: Context): string => {
  const id = idParam.safeParse(ctx.params.id)
  if (!id.success) throw new ApiError('JOB_NOT_FOUND')
  return id.data
}

const jobOf = (value: unknown): Job => readWith('JOB_INVALID', () => parseJob(value))

/** Letters, digits and dashes of a name, for a file. */
const fileName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60)
    .toLowerCase() || 'job'
