import type { AuditLine } from '@yard-lamp/core/people'
import { and, desc, eq, gt, lt, sql } from 'drizzle-orm'
import type { Middleware, ParameterizedContext } from 'koa'
import type { Logger } from 'pino'
import type { Database } from '../database.ts'
import { faultForLog } from '../http/faults.ts'
import { jobs } from '../jobs/table.ts'
import type { Actor } from './actor.ts'
import { auditLines } from './table.ts'

/** What an address that changes something does, in words. Addresses that are not here change nothing worth a line. */
const DEEDS: Readonly<Record<string, string>> = {
  'POST /api/jobs': 'began a job',
  'PUT /api/jobs/:id': 'changed the job',
  'PATCH /api/jobs/:id': 'changed the job',
  'DELETE /api/jobs/:id': 'put the job into the bin',
  'POST /api/jobs/:id/restore': 'took the job out of the bin',
  'POST /api/jobs/:id/duplicate': 'copied the job',
  'POST /api/jobs/:id/begin': 'began a job as this one',
  'PUT /api/jobs/:id/template': 'marked the job as one to begin from, or no more',
  'PUT /api/jobs/:id/place': 'filed the job',
  'PUT /api/jobs/:id/revisions/:revision/name': 'named a version',
  'POST /api/jobs/:id/records': 'recorded work or readings',
  'PUT /api/jobs/:id/files/:fileId': 'kept a photograph',
  'POST /api/jobs/:id/readings/sources': 'added a source of readings',
  'PUT /api/jobs/:id/readings/sources/:sourceId': 'changed a source of readings',
  'POST /api/jobs/:id/readings/sources/:sourceId': 'brought readings in',
  'DELETE /api/jobs/:id/readings/sources/:sourceId': 'removed a source with its readings',
  'POST /api/jobs/:id/studies': 'asked for a study',
  'DELETE /api/jobs/:id/studies/:studyId': 'cancelled a study',
  'POST /api/jobs/:id/shares': 'made a link',
  'DELETE /api/jobs/:id/shares/:shareId': 'took a link back',
  'POST /api/catalogue/items': 'changed the catalogue',
  'POST /api/catalogue/items/:id/retire': 'retired an item of the catalogue',
  'POST /api/catalogue/items/:id/restore': 'restored an item of the catalogue',
  'POST /api/catalogue/import': 'brought sheets into the catalogue',
  'POST /api/catalogue/price-lists': 'added a price list',
  'PUT /api/catalogue/price-lists/:id': 'changed a price list',
  'DELETE /api/catalogue/price-lists/:id': 'removed a price list',
  'PUT /api/catalogue/active-price-list': 'chose the price list in force',
  'POST /api/people': 'let somebody in',
  'PUT /api/people/:personId': 'changed a person',
  'DELETE /api/people/:personId': 'let somebody in no more',
  'POST /api/people/:personId/password': 'gave a new first password',
  'DELETE /api/people/:personId/second-factor': 'ended the second factor of somebody',
  'POST /api/session': 'signed in',
  'DELETE /api/session': 'signed out',
  'DELETE /api/sessions/:sessionId': 'ended a session',
  'PUT /api/me/password': 'chose a password',
  'PUT /api/me/second-factor': 'took a second factor',
  'DELETE /api/me/second-factor': 'ended their second factor',
}
/** Deeds of which one line says many: a page saves each time typing rests. */
const OFTEN: ReadonlySet<string> = new Set(['changed the job', 'brought readings in', 'recorded work or readings'])
/** Within this time they are one line, ms. */
const TOGETHER_MS = 3_600_000

/** What was done by whom, in the order it was done. Nothing here is changed by a person, nor removed. */
export class Audit {
  private readonly database: Database
  private readonly now: () => Date

  constructor(database: Database, now: () => Date) {
    this.database = database
    this.now = now
  }

  async note(
    { id: actorId, name: actorName }: Pick<Actor, 'id' | 'name'>,
    deed: string,
    jobId: string | null,
    subject = '',
  ) {
    const at = this.now()
    if (OFTEN.has(deed) && jobId !== null) {
      const [same] = await this.database
        .update(auditLines)
        .set({ times: sql`${auditLines.times} + 1` })
        .where(
          and(
            eq(auditLines.jobId, jobId),
            eq(auditLines.actorId, actorId),
            eq(auditLines.deed, deed),
            gt(auditLines.at, new Date(at.getTime() - TOGETHER_MS)),
          ),
        )
        .returning({ id: auditLines.id })
      if (same) return
    }
    await this.database
      .insert(auditLines)
      .values({ at, actorId, actorName, deed, jobId, subject: subject.slice(0, 200) })
  }

  /** A page of lines, the newest first. @param before id of the last line of the page before */
  async read(before: number | undefined, jobId: string | undefined, most = 100): Promise<AuditLine[]> {
    const rows = await this.database
      .select({ line: auditLines, jobName: jobs.name })
      .from(auditLines)
      .leftJoin(jobs, eq(jobs.id, auditLines.jobId))
      .where(
        and(
          before === undefined ? undefined : lt(auditLines.id, before),
          jobId === undefined ? undefined : eq(auditLines.jobId, jobId),
        ),
      )
      .orderBy(desc(auditLines.id))
      .limit(most)
    return rows.map(({ line: { actorId: _, at, ...line }, jobName }) => ({ ...line, at: at.toISOString(), jobName }))
  }
}

/** After something was done: who did it. A line that cannot be written is said in the log; what was done is done. */
export function keepAudit(audit: Audit, log: Logger): Middleware {
  return async (ctx, next) => {
    await next()
    const deed = DEEDS[`${ctx.method} ${String(ctx._matchedRoute)}`]
    if (deed === undefined || ctx.status >= 400) return
    const noted = audit
      .note(ctx.state.actor as Actor, deed, jobOf(ctx), (ctx.state.subject as string | undefined) ?? '')
      .catch((error) => log.error({ deed, ...faultForLog(error) }, 'a line of the audit trail could not be written'))
    // Saves come by the second, and their revisions say who made them: nobody waits for their line.
    if (!OFTEN.has(deed)) await noted
  }
}

function jobOf(ctx: ParameterizedContext): string | null {
  if (!String(ctx._matchedRoute).startsWith('/api/jobs')) return null
  return (ctx.params?.id as string | undefined) ?? (ctx.body as { id?: string } | undefined)?.id ?? null
}
