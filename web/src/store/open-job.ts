import { answers, design, type Job, type StoredJob } from '@yard-lamp/core'
import { jobText, mergeJobs } from '@yard-lamp/core/job'
import { api } from '../api/client.ts'
import { atMost } from './at-most.ts'
import { saveAtOnce, saveEnded } from './autosave.ts'
import { type Draft, dropDraft, keepDraft, leftDrafts, readDraft, takeOver } from './draft.ts'
import { edited, jobClosed, jobOpened } from './job-slice.ts'
import { ownSaves } from './own-saves.ts'
import { type AppDispatch, catalogueRead, type RootState } from './root.ts'
import { conflictFound, draftKept, draftsLeft, saveReset } from './save-slice.ts'
import { tabNamed } from './tab.ts'
import { answersSeen, viewReset } from './view-slice.ts'

/** Longest the opening waits for what this tab is still saving, ms. */
const WAIT_MS = 3000

/**
 * Reads a job and the catalogue into the store. A draft this tab kept, or one of a tab that is gone, is taken up again;
 * further ones are shown, for a person to say what becomes of them.
 */
export const openJob = (id: string) => async (dispatch: AppDispatch, getState: () => RootState) => {
  await tabNamed
  await atMost(WAIT_MS, saveEnded())
  const [stored, inForce] = await Promise.all([readLatest(id), getState().catalogue ?? api.readCatalogue()])
  const left = await leftDrafts(id)
  const draft = readDraft(id) ?? takenUp(stored, left)
  dispatch(catalogueRead(inForce))
  dispatch(viewReset())
  dispatch(draftKept(true))
  dispatch(draftsLeft(left.filter(({ tab }) => tab !== draft?.tab)))
  dispatch(saveReset({ revision: stored.revision }))
  dispatch(answersSeen(answers(design(stored.job, inForce.catalogue))))
  if (draft && jobText(draft.job) !== jobText(stored.job)) await openDraft(dispatch, stored, draft)
  else {
    // It says what the server has. One that cannot be read was set aside, and is shown.
    if (draft) dropDraft(id)
    dispatch(jobOpened(stored))
  }
}

/** What this tab saved may be younger than an answer that was on its way. */
async function readLatest(id: string): Promise<StoredJob> {
  const read = await api.readJob(id)
  return read.revision < ownSaves.latest(id) ? api.readJob(id) : read
}

/** Whether a draft began from what stands on the server, or from what this tab saved there. */
const isOnTop = (stored: StoredJob, { baseRevision, sent }: Draft): boolean =>
  baseRevision === stored.revision || ownSaves.isOwn(stored, sent)

/** The latest that a tab which is gone left, for this tab; what began from an older state is shown, and not taken up. */
function takenUp(stored: StoredJob, left: readonly { tab: string }[]): Draft | null {
  const draft = left.find((each): each is Draft => 'baseRevision' in each && isOnTop(stored, each as Draft))
  return draft && takeOver(stored.id, draft) ? draft : null
}

async function openDraft(dispatch: AppDispatch, stored: StoredJob, draft: Draft): Promise<void> {
  const onTop = isOnTop(stored, draft)
  const merged = onTop ? null : await mergedDraft(stored, draft)
  ownSaves.takenUp(stored.id, draft)
  if (merged) {
    dispatch(jobOpened(stored))
    dispatch(edited({ act: 'replace-job', job: merged }))
    return
  }
  dispatch(jobOpened(onTop ? stored : { ...stored, revision: draft.baseRevision }))
  if (!onTop) dispatch(conflictFound(stored))
  dispatch(edited({ act: 'replace-job', job: draft.job }))
}

/** A draft with what was saved since it was begun, where the two touch different things; null where a person is to be asked. */
async function mergedDraft(stored: StoredJob, { baseRevision, job }: Draft): Promise<Job | null> {
  const base = await api.readRevision(stored.id, baseRevision).catch(() => null)
  return base && mergeJobs(base.job, job, stored.job)
}

/** Leaves a job. What is not saved yet stands in a draft at once, and is saved without waiting for rest. */
export const closeJob = () => (dispatch: AppDispatch, getState: () => RootState) => {
  const { job, save } = getState()
  if (job && save.status !== 'saved' && save.status !== 'tried') {
    keepDraft(job.id, job.baseRevision, job.job, ownSaves.marks(job.id))
    saveAtOnce()
  }
  dispatch(jobClosed())
}
