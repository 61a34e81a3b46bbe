import { answers, design } from '@yard-lamp/core'
import { jobText } from '@yard-lamp/core/job'
import { api } from '../api/client.ts'
import { dropDraft, keepDraft, readDraft } from './draft.ts'
import { edited, jobClosed, jobOpened } from './job-slice.ts'
import { type AppDispatch, catalogueRead, type RootState } from './root.ts'
import { conflictFound, saveReset } from './save-slice.ts'
import { answersSeen, viewReset } from './view-slice.ts'

/** Reads a job and the catalogue into the store; an unsaved draft of an earlier visit is taken up again. */
export const openJob = (id: string) => async (dispatch: AppDispatch, getState: () => RootState) => {
  const draftBefore = readDraft(id)
  const [read, inForce] = await Promise.all([api.readJob(id), getState().catalogue ?? api.readCatalogue()])
  const draft = readDraft(id)
  // Another tab saved its draft while this one was reading: what was read is older than that.
  const stored = draftBefore && !draft ? await api.readJob(id) : read
  dispatch(catalogueRead(inForce))
  dispatch(viewReset())
  dispatch(saveReset({ revision: stored.revision }))
  dispatch(answersSeen(answers(design(stored.job, inForce.catalogue))))
  dispatch(
    jobOpened(draft && draft.baseRevision !== stored.revision ? { ...stored, revision: draft.baseRevision } : stored),
  )
  if (!draft) return
  if (jobText(draft.job) === jobText(stored.job)) {
    dropDraft(id)
    if (draft.baseRevision !== stored.revision) dispatch(jobOpened(stored))
    return
  }
  if (draft.baseRevision !== stored.revision) dispatch(conflictFound(stored))
  dispatch(edited({ act: 'replace-job', job: draft.job }))
}

/** Leaves a job. What is not saved yet stands in a draft at once, so that another page of the job begins with it. */
export const closeJob = () => (dispatch: AppDispatch, getState: () => RootState) => {
  const { job, save } = getState()
  if (job && save.status !== 'saved') keepDraft(job.id, job.baseRevision, job.job)
  dispatch(jobClosed())
}
