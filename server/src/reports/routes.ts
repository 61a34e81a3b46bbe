import Router from '@koa/router'
import { buildingsOf } from '@yard-lamp/core/build'
import { itemsOf } from '@yard-lamp/core/catalogue'
import { MOST_REPORT_PHOTOS, READERS } from '@yard-lamp/core/report'
import { z } from 'zod'
import type { CatalogueStore } from '../catalogue/store.ts'
import { ApiError } from '../http/errors.ts'
import { parseRequest } from '../http/request-shape.ts'
import type { JobStore } from '../jobs/store.ts'
import { type Actor, actorOf } from '../people/actor.ts'
import type { RecordStore } from '../records/store.ts'
import type { ReportMaker } from './maker.ts'

const idParam = z.uuid()
const query = z.strictObject({
  for: z.enum(READERS, { error: () => `one of ${READERS.join(', ')}` }).default('everyone'),
  paper: z.enum(['A4', 'Letter'], { error: () => 'A4 or Letter' }).optional(),
})

interface Reports {
  readonly store: JobStore
  readonly catalogue: CatalogueStore
  readonly records: RecordStore
  readonly maker: ReportMaker
  readonly now: () => Date
  readonly program: string
}

/** The report of a job as it is saved, as PDF. */
export function reportRoutes({ store, catalogue, records, maker, now, program }: Reports): Router {
  const router = new Router({ prefix: '/api/jobs' })
  router.get('/:id/report.pdf', async (ctx) => {
    const actor = actorOf(ctx)
    const { data: id } = idParam.safeParse(ctx.params.id)
    if (id === undefined) throw new ApiError('JOB_NOT_FOUND')
    const asked = parseRequest(query, { ...ctx.query })
    const { job, revision } = await store.read(actor, id)
    const { catalogue: inForce, mark } = await catalogue.inForce(actor)
    const pdf = await maker.make('pdf', {
      job,
      items: itemsOf(inForce),
      reader: asked.for,
      paper: asked.paper ?? (job.units === 'us' ? 'Letter' : 'A4'),
      revision: String(revision),
      date: now().toISOString().slice(0, 10),
      program,
      catalogueMark: mark,
      ...(await builtOf(id, actor, { store, records })),
    })
    ctx.type = 'application/pdf'
    ctx.set(
      'Content-Disposition',
      `inline; filename="report.pdf"; filename*=UTF-8''${encodeURIComponent(job.name)}.pdf`,
    )
    ctx.body = Buffer.from(pdf)
  })
  return router
}

/** What was done on site, the plan it was done by, and small photographs of it. */
export async function builtOf(id: string, actor: Actor, { store, records: kept }: Pick<Reports, 'store' | 'records'>) {
  const records = await kept.read(actor, id)
  const built = buildingsOf(records).at(-1)
  if (!built) return { build: { records: [], plan: null }, photos: new Map<string, Uint8Array>() }
  const { job: plan } = await store.readRevision(actor, id, built.begin.revision)
  const fileIds = [...built.photos.values()].flat().map(({ fileId }) => fileId)
  return { build: { records, plan }, photos: await kept.readSmall(actor, id, fileIds.slice(0, 4 * MOST_REPORT_PHOTOS)) }
}
