import type { Design } from '../chain/design.ts'
import type { Job } from '../job/schema.ts'
import type { SiteRecord } from '../records/index.ts'

/** What a report is made from, and what is said of it on its cover. */
export interface ReportBrief {
  readonly job: Job
  readonly design: Design
  /** Revision of the job, and whether it was changed since: "12, changed since". */
  readonly revision: string
  /** Day it is made, as 2026-11-28. */
  readonly date: string
  /** Version of the program. */
  readonly program: string
  /** Mark of the catalogue in force; empty where nobody knows. */
  readonly catalogueMark: string
  /** What was done on site, and the job as it was planned when the work began; left out before it has. */
  readonly build?: { readonly records: readonly SiteRecord[]; readonly plan: Job | null }
}

/** Who a report is for. */
export const READERS = ['everyone', 'customer', 'inspector', 'workshop'] as const
export type Reader = (typeof READERS)[number]
export const READER_WORDS: Readonly<Record<Reader, string>> = {
  everyone: 'Whole report',
  customer: 'For the customer',
  inspector: 'For the inspector',
  workshop: 'For the workshop',
}
