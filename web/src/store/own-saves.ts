import { type Job, keptJob, type StoredJob } from '@yard-lamp/core'
import { jobText } from '@yard-lamp/core/job'
import { markOf } from './draft.ts'

/** Documents sent without an answer that are remembered of a job. */
const MOST_UNANSWERED = 8

/** What this tab sent and what came of it, by job: nobody is told that someone else saved what he saved himself. */
const unanswered = new Map<string, Job[]>()
const acknowledged = new Map<string, number>()
/** Marks of what the page before this one may have sent last, by job: it can arrive after this one has read the job. */
const before = new Map<string, readonly string[]>()

const inOneForm = (job: Job): string => jobText(keptJob(job))

export const ownSaves = {
  /** A document goes on its way; an answer may come or not. */
  sent(jobId: string, job: Job): void {
    unanswered.set(jobId, [...(unanswered.get(jobId) ?? []), job].slice(-MOST_UNANSWERED))
  },
  /** The server has it, and all that was sent before. */
  answered(jobId: string, revision: number): void {
    unanswered.delete(jobId)
    acknowledged.set(jobId, Math.max(revision, acknowledged.get(jobId) ?? 0))
  },
  /** The server did not take what was sent last. */
  refused(jobId: string): void {
    const left = unanswered.get(jobId)?.slice(0, -1) ?? []
    if (left.length === 0) unanswered.delete(jobId)
    else unanswered.set(jobId, left)
  },
  /** Newest revision this tab knows that it made; 0 where it made none. */
  latest: (jobId: string): number => acknowledged.get(jobId) ?? 0,
  /** A draft is taken up: what it says it sent, and itself, may still be on its way. */
  takenUp(jobId: string, draft: { readonly sent: string | null; readonly job: Job }): void {
    before.set(jobId, [...(draft.sent === null ? [] : [draft.sent]), markOf(keptJob(draft.job))])
  },
  /** Mark of what was sent last without an answer, to be kept with a draft. */
  lastMark(jobId: string): string | null {
    const last = unanswered.get(jobId)?.at(-1)
    return last ? markOf(keptJob(last)) : null
  },
  /**
   * Whether what stands on the server is this tab's own: acknowledged, or sent when an answer got lost.
   * @param mark of a draft: what the page sent last before it was closed
   */
  isOwn({ id, revision, job }: StoredJob, mark: string | null = null): boolean {
    if (acknowledged.get(id) === revision) return true
    const kept = keptJob(job)
    if ([mark, ...(before.get(id) ?? [])].includes(markOf(kept))) return true
    const text = jobText(kept)
    return (unanswered.get(id) ?? []).some((sent) => inOneForm(sent) === text)
  },
}
