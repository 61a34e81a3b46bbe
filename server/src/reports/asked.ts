import type { CatalogueItem, Job } from '@yard-lamp/core'
import type { KeptDay, KeptHour, LogTold } from '@yard-lamp/core/log'
import type { SiteRecord } from '@yard-lamp/core/records'
import type { QuotePaper, Reader, ReportBrief, ReportContent } from '@yard-lamp/core/report'
import type { DueTask } from '@yard-lamp/core/upkeep'
import type { ReportPaper } from '@yard-lamp/paper/pdf'

/** What the server and its thread of reports say to each other. */

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

interface OfJob {
  readonly job: Job
  readonly items: readonly CatalogueItem[]
}
interface Lived extends OfJob {
  readonly records: readonly SiteRecord[]
}

/** A report for a screen that has no design: drawings and photographs are in it. */
export interface ShownReport {
  readonly content: ReportContent
  /** SVG of the drawings, in the order they stand in it. */
  readonly drawings: readonly string[]
  /** By the ids of their files, as data addresses. */
  readonly photos: Readonly<Record<string, string>>
}
/** Readings held against the design; `lacks` says why there is nothing to say. */
export interface ShownLog {
  readonly told: LogTold | null
  readonly lacks: string
}

/** Some years of a design, summed: pieces are joined by whoever asked. */
export interface YearChunk {
  readonly years: number
  readonly carriedYears: number
  readonly unmetHours: number
  readonly mostUnmetHours: number
  readonly generatorHours: number
  readonly mostGeneratorHours: number
  readonly lowestSoc: number
}

/** Everything the thread makes: what it is asked with, and what comes of it. */
export interface Works {
  readonly pdf: { readonly asked: ReportAsked; readonly made: Uint8Array }
  readonly sheet: { readonly asked: ReportAsked; readonly made: ShownReport }
  readonly quote: { readonly asked: OfJob & { readonly date: string }; readonly made: QuotePaper }
  readonly log: {
    readonly asked: Lived & { readonly hours: readonly (readonly KeptHour[])[] }
    readonly made: ShownLog
  }
  readonly years: {
    readonly asked: OfJob & { readonly firstSeed: number; readonly years: number }
    readonly made: YearChunk
  }
  readonly upkeep: {
    readonly asked: Lived & { readonly days: readonly (readonly KeptDay[])[]; readonly today: string }
    readonly made: readonly DueTask[]
  }
}
export type WorkKind = keyof Works

export type Asked = {
  [K in WorkKind]: { readonly number: number; readonly kind: K; readonly asked: Works[K]['asked'] }
}[WorkKind]
export type Made =
  | { readonly number: number; readonly made: Works[WorkKind]['made'] }
  | { readonly number: number; readonly fault: string }
/** Asked of the thread before anything is. */
export const REHEARSE = 'rehearse'
