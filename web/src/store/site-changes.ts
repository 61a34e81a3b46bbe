import type { Difference } from '@yard-lamp/core/build'
import { api } from '../api/client.ts'
import { autosave, saveAtOnce } from './autosave.ts'
import { jobSaved } from './job-slice.ts'
import { writeRecords } from './records.ts'
import type { AppDispatch, RootState } from './root.ts'

/** Reasons that wait for the save of what they are about. */
const waiting: { readonly jobId: string; readonly reason: string }[] = []

autosave.startListening({
  actionCreator: jobSaved,
  effect: (_action, { getState }) => {
    const { job } = getState() as RootState
    if (!job || job.job !== job.saved) return
    for (const { jobId, reason } of waiting.splice(0))
      if (jobId === job.id) nameRevision(jobId, job.baseRevision, reason)
  },
})

/**
 * Why something was built otherwise: a record beside the plan, and the revision it made keeps its reason as its name.
 * A revision that could not be named is there all the same; the record says why.
 */
export const keepReason =
  (differences: readonly Difference[], reason: string, by: string) =>
  (dispatch: AppDispatch, getState: () => RootState): void => {
    dispatch(
      writeRecords({
        id: crypto.randomUUID(),
        at: new Date().toISOString(),
        by,
        kind: 'change',
        differences: differences.map(({ id, planned, built }) => ({ id, planned, built })),
        reason,
      }),
    )
    const { job, save } = getState()
    if (!job) return
    if (save.status === 'saved' && job.job === job.saved) {
      nameRevision(job.id, job.baseRevision, reason)
      return
    }
    waiting.push({ jobId: job.id, reason })
    saveAtOnce()
  }

function nameRevision(jobId: string, revision: number, reason: string): void {
  void api.nameRevision(jobId, revision, `On site: ${reason}`.slice(0, 120)).catch(() => undefined)
}
