import type { CatalogueItem, Job } from '@yard-lamp/core'
import type { Reader, ReportBrief } from '@yard-lamp/core/report'
import type { ReportPaper } from '@yard-lamp/paper/pdf'

/** What server and thread of reports say to each other. */

export interface ReportAsked {
  readonly job: Job
  readonly items: readonly CatalogueItem[]
  readonly reader: Reader
  readonly paper: ReportPaper
  readonly revision: string
  readonly date: string
  readonly program: string
  readonly catalogueMark: string
  readonly build: NonNullable<ReportBrief['build']>
  /** Small photographs by the ids of their files. */
  readonly photos: ReadonlyMap<string, Uint8Array>
}
export interface Asked extends ReportAsked {
  readonly number: number
}
export type Made =
  | { readonly number: number; readonly pdf: Uint8Array }
  | { readonly number: number; readonly fault: string }
/** Asked of the thread before anything is. */
export const REHEARSE = 'rehearse'
