import { setImmediate as othersFirst } from 'node:timers/promises'
import { type Catalogue, design, type JobListing, type JobSummary, summarise } from '@yard-lamp/core'
import { type JobsAsked, type JobsPage, jobSummarySchema } from '@yard-lamp/core/report'
import type { Logger } from 'pino'
import type { CatalogueStore } from '../catalogue/store.ts'
import type { Database } from '../database.ts'
import { faultForLog } from '../http/faults.ts'
import type { Actor } from '../people/actor.ts'
import { type ListedRow, listJobs } from './asked.ts'
import type { JobStore } from './store.ts'

interface ListParts {
  readonly database: Database
  readonly now: () => Date
  readonly store: JobStore
  readonly catalogue: CatalogueStore
  readonly log: Logger
}

/**
 * The list of jobs as their pages would show them. A summary made with another catalogue than the one in force, or not made
 * yet, is made now and kept; a job that cannot be designed is listed without one.
 */
export class JobList {
  private readonly database: Database
  private readonly now: () => Date
  private readonly store: JobStore
  private readonly catalogue: CatalogueStore
  private readonly log: Logger

  constructor({ database, now, store, catalogue, log }: ListParts) {
    this.database = database
    this.now = now
    this.store = store
    this.catalogue = catalogue
    this.log = log
  }

  async read(actor: Actor, asked: JobsAsked, after: string | undefined): Promise<JobsPage> {
    const today = this.now().toISOString().slice(0, 10)
    const [{ rows, ...page }, mark] = await Promise.all([
      listJobs(this.database, asked, after, today),
      this.catalogue.mark(actor),
    ])
    let inForce: Catalogue | null = null
    const listed: JobListing[] = []
    for (const { mark: madeWith, ...row } of rows) {
      const kept = madeWith === mark ? jobSummarySchema.safeParse(row.summary) : null
      if (kept?.success) {
        listed.push({ ...row, summary: kept.data })
        continue
      }
      inForce ??= (await this.catalogue.inForce(actor)).catalogue
      listed.push({ ...row, summary: await this.summarised(actor, row, inForce, mark) })
      // Some milliseconds each: other requests are answered in between.
      await othersFirst()
    }
    return { ...page, jobs: listed }
  }

  private async summarised(
    actor: Actor,
    row: Pick<ListedRow, 'id' | 'revision'>,
    catalogue: Catalogue,
    mark: string,
  ): Promise<JobSummary | null> {
    const job = await this.store.readForSummary(actor, row.id)
    if (!job) return null
    try {
      // Its year takes too long for here: the page that opens it says it.
      const summary = summarise(design(job, catalogue))
      await this.store.keepSummary(actor, row.id, row.revision, { summary, mark })
      return summary
    } catch (error) {
      this.log.error({ job: row.id, ...faultForLog(error) }, 'job could not be summarised')
      return null
    }
  }
}
