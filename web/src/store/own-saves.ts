import { type Job, keptJob, type StoredJob } from '@yard-lamp/core'
import { jobText } from '@yard-lamp/core/job'
import { markOf } from './draft.ts'

/** Documents sent without an answer that are remembered of a job. */
const MOST_UNANSWERED = 8

interface Sent {
  readonly job: Job
  readonly mark: string
}

/** What this tab sent and what came of it, by job: nobody is told that someone else saved what he saved himself. */
const unanswered = new Map<string, Sent[]>()
const acknowledged = new Map<string, number>()
/** Marks of what pages before this one may have sent, by job: they can arrive after this one has read the job. */
const before = new Map<string, readonly string[]>()

/** The latest of them, each once. */
const marksOf = (all: readonly string[]): string[] => [...new Set(all)].slice(-MOST_UNANSWERED)

const inOneForm = (job: Job): string => jobText(keptJob(job))

export const ownSaves = {
  /** A document goes on its way; an answer may come or not. */
  sent(jobId: string, job: Job): void {
    const sent = { job, mark: markOf(keptJob(job)) }
    unanswered.set(jobId, [...(unanswered.get(jobId) ?? []), sent].slice(-MOST_UNANSWERED))
  },
  /** The server has it, and all that was sent before. */
  answered(jobId: string, revision: number): void {
    unanswered.delete(jobId)
    before.delete(jobId)
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
  takenUp(jobId: string, draft: { readonly sent: readonly string[]; readonly job: Job }): void {
    before.set(jobId, marksOf([...draft.sent, markOf(keptJob(draft.job))]))
  },
  /** Marks of all that was sent without an answer, by this page and those before it, to be kept with a draft. */
  marks: (jobId: string): readonly string[] =>
    marksOf([...(before.get(jobId) ?? []), ...(unanswered.get(jobId) ?? []).map(({ mark }) => mark)]),
  /**
   * Whether what stands on the server is this tab's own: acknowledged, or sent when an answer got lost.
   * @param marks of a draft: what pages sent before they were closed
   */
  isOwn({ id, revision, job }: StoredJob, marks: readonly string[] = []): boolean {
    if (acknowledged.get(id) === revision) return true
    const kept = keptJob(job)
    if ([...marks, ...(before.get(id) ?? [])].includes(markOf(kept))) return true
    const text = jobText(kept)
    return (unanswered.get(id) ?? []).some((sent) => inOneForm(sent.job) === text)
  },
}
