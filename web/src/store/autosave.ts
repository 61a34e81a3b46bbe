import { createListenerMiddleware, type ListenerEffectAPI, nanoid } from '@reduxjs/toolkit'
import { keptJob, summarise } from '@yard-lamp/core'
import { itemsToKeep } from '@yard-lamp/core/after'
import { jobText } from '@yard-lamp/core/job'
import { ApiFailure, api, type Summarised } from '../api/client.ts'
import { dropDraft, keepDraft } from './draft.ts'
import { itemsKept, type JobState, jobOpened, jobSaved } from './job-slice.ts'
import type { AppDispatch, RootState } from './root.ts'
import { conflictSettled, type SaveState, saveSettled, saveStarted, saveWanted } from './save-slice.ts'
import { selectDesignOrNull } from './selectors.ts'

/** Typing is saved once it rests this long, ms. */
const REST_MS = 400
/** The browser keeps a draft this soon, ms: after the paint of the keystroke. */
const DRAFT_MS = 50
/** Waits between tries while the server cannot save, ms. */
const RETRY_MS = [1000, 2000, 4000, 8000]

/** Saves after each change of the document, one save at a time, and again until the server has it. */
export const autosave = createListenerMiddleware()

/** The save under way, or the last one. */
let running: Promise<boolean> = Promise.resolve(true)

/** The last edit while the browser has not kept it yet. */
let notYetKept: JobState | null = null

function keepNow(): void {
  if (notYetKept) keepDraft(notYetKept.id, notYetKept.baseRevision, notYetKept.job)
  notYetKept = null
}
// A page left within those milliseconds takes its last edit along as well.
globalThis.addEventListener?.('pagehide', keepNow)

const start = autosave.startListening.withTypes<RootState, AppDispatch>()

start({
  predicate: (action, now, before) =>
    !jobOpened.match(action) && ((now.job?.changes ?? 0) > (before.job?.changes ?? 0) || conflictSettled.match(action)),
  effect: async (_action, listener) => {
    listener.cancelActiveListeners()
    const state = listener.getState().job
    if (!state) return
    listener.dispatch(saveWanted())
    notYetKept = state
    await listener.delay(DRAFT_MS)
    keepNow()
    await listener.delay(REST_MS - DRAFT_MS)
    // A save under way is let finish: the next begins from the revision it made.
    await listener.pause(running)
    for (let tries = 0; listener.getState().save.status !== 'conflict'; tries++) {
      running = saveOnce(listener, state)
      if (await listener.pause(running)) return
      await listener.delay(RETRY_MS[Math.min(tries, RETRY_MS.length - 1)] ?? 8000)
    }
  },
})

/**
 * Saves the open document, or, where its page was left in the meantime, the document as it was last edited.
 * @returns whether this attempt is final: saved, in conflict, or refused for good
 */
async function saveOnce(listener: ListenerEffectAPI<RootState, AppDispatch>, edited: JobState): Promise<boolean> {
  const isOpen = () => listener.getState().job?.id === edited.id
  if (isOpen()) keepItems(listener)
  const open = listener.getState().job
  const state = open?.id === edited.id ? open : edited
  const requestId = nanoid()
  const { changes } = state
  /** The state of saving is shown for the open job alone. */
  const show = (outcome: SaveState) => {
    if (isOpen()) listener.dispatch(saveSettled({ requestId, outcome }))
  }
  if (isOpen()) listener.dispatch(saveStarted({ requestId }))
  try {
    const revision = await save(state, isOpen() ? summarisedNow(listener.getState()) : undefined)
    if (isOpen()) listener.dispatch(jobSaved({ revision }))
    const settled = !isOpen() || listener.getState().job?.changes === changes
    if (settled) dropDraft(state.id)
    show(settled ? { status: 'saved', revision } : { status: 'pending' })
    return true
  } catch (error) {
    if (!(error instanceof ApiFailure)) throw error
    if (error.newer) {
      // Of a job that was left, the draft stays: opening it again shows both versions.
      show({ status: 'conflict', theirs: error.newer })
      return true
    }
    show({ status: 'unsaved', reason: error.message })
    return error.final
  }
}

/** What the design uses is kept with the job, so that it stays as it was when the catalogue changes. */
function keepItems(listener: ListenerEffectAPI<RootState, AppDispatch>): void {
  const whole = selectDesignOrNull(listener.getState())
  const id = listener.getState().job?.id
  if (!whole || id === undefined) return
  const items = itemsToKeep(whole.design)
  if (items !== whole.job.items) listener.dispatch(itemsKept({ id, items }))
}

/** What the list will show: said by this page’s design, so that nobody designs again. */
function summarisedNow(state: RootState): Summarised | undefined {
  const whole = selectDesignOrNull(state)
  return whole && state.catalogue ? { summary: summarise(whole.design), mark: state.catalogue.mark } : undefined
}

/** @returns the revision that holds the document; another tab may have saved the very same */
async function save({ id, baseRevision, job }: JobState, summarised?: Summarised): Promise<number> {
  try {
    return (await api.saveJob(id, baseRevision, job, summarised)).revision
  } catch (error) {
    const current = error instanceof ApiFailure ? error.newer : null
    if (!current) throw error
    if (jobText(keptJob(current.job)) !== jobText(keptJob(job))) throw error
    return current.revision
  }
}
