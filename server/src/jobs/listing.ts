import { setImmediate as othersFirst } from 'node:timers/promises'
import { type Catalogue, design, type JobListing, type JobSummary, summarise } from '@yard-lamp/core'
import { jobSummarySchema } from '@yard-lamp/core/report'
import type { Logger } from 'pino'
import type { CatalogueStore } from '../catalogue/store.ts'
import { faultForLog } from '../http/faults.ts'
import type { Actor } from '../people/actor.ts'
import type { JobStore, ListedRow } from './store.ts'

/**
 * The list of jobs as their pages would show them. A summary made with another catalogue than the one in force, or not made
 * yet, is made now and kept; a job that cannot be designed is listed without one.
 */
export class JobList {
  private readonly store: JobStore
  private readonly catalogue: CatalogueStore
  private readonly log: Logger

  constructor(store: JobStore, catalogue: CatalogueStore, log: Logger) {
    this.store = store
    this.catalogue = catalogue
    this.log = log
  }

  async read(actor: Actor, inBin: boolean): Promise<JobListing[]> {
    const [rows, mark] = await Promise.all([this.store.list(actor, inBin), this.catalogue.mark(actor)])
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
    return listed
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
