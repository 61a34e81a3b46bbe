import Router from '@koa/router'
import { studyAskedSchema } from '@yard-lamp/core/report'
import type { Context } from 'koa'
import { z } from 'zod'
import { readJson } from '../http/body.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest } from '../http/request-shape.ts'
import type { JobStore } from '../jobs/store.ts'
import { actorOf } from '../people/actor.ts'
import type { StudyStore } from './store.ts'

const uuid = z.uuid()

/** What servers are asked to work on: asked, looked at, cancelled, fetched. @param onAsked tells whoever works */
export function studyRoutes(studies: StudyStore, store: JobStore, onAsked: () => Promise<void>): Router {
  const router = new Router({ prefix: '/api/jobs' })
  router.get('/:id/studies', async (ctx) => {
    ctx.body = { studies: await studies.list(actorOf(ctx), idOf(ctx, 'id', 'JOB_NOT_FOUND')) }
  })
  router.post('/:id/studies', async (ctx) => {
    const id = idOf(ctx, 'id', 'JOB_NOT_FOUND')
    const asked = parseRequest(studyAskedSchema, await readJson(ctx))
    const { revision } = await store.read(actorOf(ctx), id)
    ctx.body = await studies.ask(actorOf(ctx), id, revision, asked)
    ctx.status = 202
    await onAsked()
  })
  router.delete('/:id/studies/:studyId', async (ctx) => {
    const studyId = idOf(ctx, 'studyId', 'STUDY_NOT_FOUND')
    await studies.cancel(actorOf(ctx), idOf(ctx, 'id', 'JOB_NOT_FOUND'), studyId)
    ctx.status = 204
  })
  router.get('/:id/studies/:studyId/report.pdf', async (ctx) => {
    const studyId = idOf(ctx, 'studyId', 'STUDY_NOT_FOUND')
    ctx.body = await studies.file(actorOf(ctx), idOf(ctx, 'id', 'JOB_NOT_FOUND'), studyId)
    ctx.type = 'application/pdf'
    ctx.set('Content-Disposition', 'inline; filename="report.pdf"')
  })
  return router
}

function idOf(ctx: Context, name: string, code: 'JOB_NOT_FOUND' | 'STUDY_NOT_FOUND'): string {
  const { data: id } = uuid.safeParse(ctx.params[name])
  if (id === undefined) throw new ApiError(code)
  return id
}
