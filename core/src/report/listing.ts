import type { JobSummary } from './summary.ts'

/** Lists of jobs: apart from what sums a design up, which needs the whole chain. */

export interface JobListing {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly updatedAt: string
  /** New jobs may begin as this one. */
  readonly template: boolean
  /** Where a person filed it; empty where nowhere. */
  readonly folder: string
  readonly isArchived: boolean
  /** Day on which its upkeep is due next, as 2026-11-29; null where nothing is. */
  readonly dueDay: string | null
  /** Null where the job cannot be designed: it opens all the same. */
  readonly summary: JobSummary | null
}

/** States a list is asked by: the worst of each job. */
export const JOB_STATES = ['danger', 'fault', 'needs', 'silent'] as const
export type JobState = (typeof JOB_STATES)[number]

/** What a list of jobs is asked for. */
export interface JobsAsked {
  /** Words that stand in name, place, customer or folder. */
  readonly find: string
  readonly state: JobState | null
  /** Null for all. */
  readonly folder: string | null
  readonly among: 'list' | 'archive' | 'bin' | 'templates' | 'overdue'
}

/** A page of a list. */
export interface JobsPage {
  readonly jobs: readonly JobListing[]
  /** How many there are of what was asked for. */
  readonly total: number
  /** Where the next page begins; null where this is the last. */
  readonly next: string | null
  /** Every folder in use, with how many jobs stand in it. */
  readonly folders: readonly { readonly name: string; readonly jobs: number }[]
}
