import { setImmediate as othersFirst } from 'node:timers/promises'
import { type Catalogue, design, type JobListing, type JobSummary, summarise } from '@yard-lamp/core'
import { designWithYear } from '@yard-lamp/core/proof'
import { jobSummarySchema } from '@yard-lamp/core/report'
import type { Logger } from 'pino'
import type { CatalogueStore } from '../catalogue/store.ts'
import { faultForLog } from '../http/faults.ts'
import type { Actor } from '../people/actor.ts'
import type { JobStore, ListedRow } from './store.ts'

/** Years worked for one reading of the list, some tens of milliseconds each: those of the others wait for the next. */
const MOST_YEARS = 8

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
    let yearsLeft = MOST_YEARS
    const listed: JobListing[] = []
    for (const { mark: madeWith, ...row } of rows) {
      const kept = madeWith === mark ? jobSummarySchema.safeParse(row.summary) : null
      const needsYear = kept?.data?.year === null && yearsLeft > 0
      if (kept?.success && !needsYear) {
        listed.push({ ...row, summary: kept.data })
        continue
      }
      inForce ??= (await this.catalogue.inForce(actor)).catalogue
      yearsLeft--
      listed.push({ ...row, summary: await this.summarised(actor, row, inForce, { mark, withYear: yearsLeft >= 0 }) })
      // Some milliseconds each: other requests are answered in between.
      await othersFirst()
    }
    return listed
  }

  private async summarised(
    actor: Actor,
    row: Pick<ListedRow, 'id' | 'revision'>,
    catalogue: Catalogue,
    { mark, withYear }: { readonly mark: string; readonly withYear: boolean },
  ): Promise<JobSummary | null> {
    const job = await this.store.readForSummary(actor, row.id)
    if (!job) return null
    try {
      const made = design(job, catalogue)
      const summary = summarise(withYear ? designWithYear(made) : made)
      await this.store.keepSummary(actor, row.id, row.revision, { summary, mark })
      return summary
    } catch (error) {
      this.log.error({ job: row.id, ...faultForLog(error) }, 'job could not be summarised')
      return null
    }
  }
}
