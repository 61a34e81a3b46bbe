import type { Job } from '@yard-lamp/core'
import { keptJob } from '@yard-lamp/core'
import { jobText } from '@yard-lamp/core/job'

/** A document the server did not have when the page was last open, kept by the browser. */
export interface Draft {
  readonly baseRevision: number
  readonly job: Job
}

const keyOf = (jobId: string): string => `yardlamp.draft.${jobId}`

/** A browser that keeps nothing (private window, full disk) loses only this second net. */
export function keepDraft(jobId: string, baseRevision: number, job: Job): void {
  try {
    localStorage.setItem(keyOf(jobId), `{"baseRevision":${baseRevision},"job":${jobText(job)}}`)
  } catch {
    dropDraft(jobId)
  }
}

export function dropDraft(jobId: string): void {
  try {
    localStorage.removeItem(keyOf(jobId))
  } catch {
    // Nothing was kept.
  }
}

/** The draft of a job; null where there is none or it cannot be read. */
export function readDraft(jobId: string): Draft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(keyOf(jobId)) ?? 'null') as {
      baseRevision: number
      job: unknown
    } | null
    return draft && Number.isInteger(draft.baseRevision)
      ? { baseRevision: draft.baseRevision, job: keptJob(draft.job) }
      : null
  } catch {
    return null
  }
}
