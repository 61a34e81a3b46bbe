import { notifications } from '@mantine/notifications'
import { createListenerMiddleware, type ListenerEffectAPI } from '@reduxjs/toolkit'
import { type StoredJob, summarise } from '@yard-lamp/core'
import { itemsToKeep } from '@yard-lamp/core/after'
import { actsBetween } from '@yard-lamp/core/edit'
import { mergeJobs } from '@yard-lamp/core/job'
import { isAtLeast } from '@yard-lamp/core/people'
import { ApiFailure, api, type Summarised } from '../api/client.ts'
import { differences } from '../conflict/differences.ts'
import { roleNow } from '../people/me.ts'
import { dropDraft, keepDraft, markDraft } from './draft.ts'
import { edited, itemsKept, type JobState, jobMerged, jobOpened, jobSaved } from './job-slice.ts'
import { ownSaves } from './own-saves.ts'
import { selectBuildings } from './records.ts'
import type { AppDispatch, RootState } from './root.ts'
import { conflictSettled, draftKept, type SaveState, saveSettled, saveStarted, saveWanted } from './save-slice.ts'
import { selectDesignOrNull } from './selectors.ts'
import { dated } from './year-slice.ts'

/** Typing is saved once it rests this long, ms. */
const REST_MS = 400
/** Typing that never rests is saved after this long, ms. */
const LONGEST_UNREST_MS = 2500
/** The browser keeps a draft this soon, ms: after the paint of the keystroke. */
const DRAFT_MS = 50
/** Waits between tries while the server cannot save, ms. */
const RETRY_MS = [1000, 2000, 4000, 8000]

/** Saves after each change of the document, one save at a time, and again until the server has it. */
export const autosave = createListenerMiddleware()

/** The save under way, or the last one. */
let running: Promise<boolean> = Promise.resolve(true)
/** Since when something waits to be saved; null where nothing does. */
let unrestSinceMs: number | null = null

/** The last edit while the browser has not kept it yet. */
let notYetKept: JobState | null = null
/** A page that is left saves at once, without waiting for rest. */
let hurried = new AbortController()

/** @returns whether the browser keeps it; null where there was nothing new */
function keepNow(): boolean | null {
  const state = notYetKept
  notYetKept = null
  return state && keepDraft(state.id, state.baseRevision, state.job, ownSaves.marks(state.id))
}
// A page left within those milliseconds takes its last edit along as well.
globalThis.addEventListener?.('pagehide', () => void keepNow())

/** Saves what waits, now: the page of the job is left. */
export function saveAtOnce(): void {
  hurried.abort()
  hurried = new AbortController()
}

/** The save under way has come to its end, well or not. */
export const saveEnded = async (): Promise<void> => void (await running.catch(() => false))

const start = autosave.startListening.withTypes<RootState, AppDispatch>()

/** Resolves when something is so: at once where it is already. */
export const until = (getState: () => RootState, isSo: (state: RootState) => boolean): Promise<void> =>
  new Promise((resolve) => {
    if (isSo(getState())) return resolve()
    const stop = start({
      predicate: (_, now) => isSo(now),
      effect: () => {
        stop()
        resolve()
      },
    })
  })

start({
  predicate: (action, now, before) =>
    !jobOpened.match(action) && ((now.job?.changes ?? 0) > (before.job?.changes ?? 0) || conflictSettled.match(action)),
  effect: async (_action, listener) => {
    listener.cancelActiveListeners()
    const state = listener.getState().job
    if (!state) return
    // Whoever only looks may try what they like; the server would refuse to keep it.
    if (!mayKeep(listener.getState())) return void listener.dispatch(saveSettled({ status: 'tried' }))
    listener.dispatch(saveWanted())
    notYetKept = state
    const nowMs = Date.now()
    unrestSinceMs ??= nowMs
    const { signal } = hurried
    await listener.pause(restOr(signal, DRAFT_MS))
    const kept = keepNow()
    if (kept !== null) listener.dispatch(draftKept(kept))
    const restMs = Math.min(REST_MS, LONGEST_UNREST_MS - (nowMs - unrestSinceMs)) - DRAFT_MS
    await listener.pause(restOr(signal, Math.max(0, restMs)))
    // A save under way is let finish: the next begins from the revision it made.
    await listener.pause(running)
    for (let tries = 0; listener.getState().save.status !== 'conflict'; tries++) {
      unrestSinceMs = null
      running = saveOnce(listener, state)
      if (await listener.pause(running)) return
      await listener.delay(RETRY_MS[Math.min(tries, RETRY_MS.length - 1)] ?? 8000)
    }
  },
})

/** What was taken out of a text is said. */
start({
  predicate: (action) => edited.match(action) && action.meta.wasCut,
  effect: () =>
    void notifications.show({
      message: 'A character that cannot be kept was taken out: NUL, or half of a character.',
      closeButtonProps: { 'aria-label': 'Close' },
    }),
})

/** A designer changes a job; a builder while work on it is under way, as what is built otherwise. */
const mayKeep = (state: RootState): boolean =>
  isAtLeast(roleNow(), 'designer') || (roleNow() === 'builder' && isBuilding(state))
function isBuilding(state: RootState): boolean {
  const last = selectBuildings(state).at(-1)
  return last !== undefined && last.signedOff === null
}

/** A pause that ends early where the page is left. */
const restOr = (signal: AbortSignal, ms: number): Promise<void> =>
  new Promise((resolve) => {
    if (signal.aborted) return resolve()
    const timer = setTimeout(resolve, ms)
    signal.addEventListener('abort', () => {
      clearTimeout(timer)
      resolve()
    })
  })

/**
 * Saves the open document, or, where its page was left in the meantime, the document as it was last edited.
 * @returns whether this attempt is final: saved, in conflict, or refused for good
 */
async function saveOnce(listener: ListenerEffectAPI<RootState, AppDispatch>, left: JobState): Promise<boolean> {
  const isOpen = () => listener.getState().job?.id === left.id
  if (isOpen()) keepItems(listener)
  const open = listener.getState().job
  const state = open?.id === left.id ? open : left
  const { changes } = state
  /** The state of saving is shown for the open job alone. */
  const show = (outcome: SaveState) => {
    if (isOpen()) listener.dispatch(saveSettled(outcome))
  }
  if (isOpen()) listener.dispatch(saveStarted())
  try {
    const { revision } = await save(state, isOpen() ? summarisedNow(listener.getState()) : undefined)
    ownSaves.answered(state.id, revision)
    if (isOpen()) listener.dispatch(jobSaved({ revision, job: state.job }))
    const settled = !isOpen() || listener.getState().job?.changes === changes
    if (settled) {
      dropDraft(state.id)
      if (isOpen()) listener.dispatch(draftKept(true))
    }
    show(settled ? { status: 'saved', revision } : { status: 'pending' })
    return true
  } catch (error) {
    if (!(error instanceof ApiFailure)) throw error
    if (error.newer) return stale(listener, state, error.newer, show)
    show({ status: 'unsaved', reason: error.message })
    return error.final
  }
}

/** What stands on the server is newer than what was edited: one’s own, and the edits go on top of it; or someone else’s. */
function stale(
  listener: ListenerEffectAPI<RootState, AppDispatch>,
  { id }: JobState,
  theirs: StoredJob,
  show: (outcome: SaveState) => void,
): boolean {
  if (!ownSaves.isOwn(theirs)) {
    if (mergeTheirs(listener.dispatch, listener.getState(), theirs)) return false
    // Of a job that was left, the draft stays: opening it again shows both versions.
    show({ status: 'conflict', theirs })
    return true
  }
  ownSaves.answered(id, theirs.revision)
  if (listener.getState().job?.id !== id) return true
  listener.dispatch(jobSaved({ revision: theirs.revision, job: theirs.job }))
  return false
}

/**
 * Puts what was done here on top of what someone else saved of the open job, where the two touch different things.
 * @returns whether that could be done
 */
export function mergeTheirs(dispatch: AppDispatch, { job: open }: RootState, theirs: StoredJob): boolean {
  if (open?.id !== theirs.id || theirs.revision <= open.baseRevision) return false
  const job = mergeJobs(open.saved, open.job, theirs.job)
  if (!job) return false
  const [first, ...more] = differences(open.saved, theirs.job)
  dispatch(jobMerged({ revision: theirs.revision, theirs: theirs.job, job }))
  if (first)
    notifications.show({
      message: `Saved elsewhere meanwhile: ${first.what}${more.length > 0 ? ` and ${more.length} more` : ''}. It is in what you see; what you did is kept.`,
      closeButtonProps: { 'aria-label': 'Close' },
    })
  return true
}

/** What the design uses is kept with the job, so that it stays as it was when the catalogue changes. */
function keepItems(listener: ListenerEffectAPI<RootState, AppDispatch>): void {
  const whole = selectDesignOrNull(listener.getState())
  const id = listener.getState().job?.id
  if (!whole || id === undefined) return
  const items = itemsToKeep(whole.design)
  if (items !== whole.job.items) listener.dispatch(itemsKept({ id, items }))
}

/**
 * The year of a job that is saved takes longer than the save: once it is worked the list is told. Nothing is lost where it
 * is not: the next save says it.
 */
export async function tellList(state: RootState): Promise<void> {
  const made = summarisedNow(state)
  const { job, save: saving } = state
  if (!isAtLeast(roleNow(), 'designer')) return
  if (!made || !job || saving.status !== 'saved' || made.summary.year === null) return
  await api.keepSummary(job.id, saving.revision, made).catch(() => undefined)
}

/** What the list will show: said by this page’s design, so that nobody designs again. */
function summarisedNow(state: RootState): Summarised | undefined {
  const whole = selectDesignOrNull(state)
  return whole && state.catalogue
    ? { summary: summarise(dated(whole.design, state.year)), mark: state.catalogue.mark }
    : undefined
}

/**
 * As the acts that lead there from what the server has; as the whole document where no few acts do, or where they are not
 * taken. What comes to what the server has already is not sent.
 * @returns the revision that holds the document
 */
async function save(
  { id, baseRevision, saved, job }: JobState,
  summarised?: Summarised,
): Promise<{ revision: number }> {
  const acts = actsBetween(saved, job)
  if (acts?.length === 0) return { revision: baseRevision }
  ownSaves.sent(id, job)
  // The draft says what is on its way: a page opened again meanwhile knows it for its own, however late it arrives.
  markDraft(id, ownSaves.marks(id))
  try {
    if (acts === null) return await api.saveJob(id, baseRevision, job, summarised)
    try {
      return await api.saveActs(id, baseRevision, acts, summarised)
    } catch (error) {
      if (!(error instanceof ApiFailure) || !NOT_TAKEN.has(error.code)) throw error
      return await api.saveJob(id, baseRevision, job, summarised)
    }
  } catch (error) {
    if (error instanceof ApiFailure && error.wasRefused && !error.newer) ownSaves.refused(id)
    throw error
  }
}

/** An older server knows no acts, or another program means something else by them. */
const NOT_TAKEN: ReadonlySet<ApiFailure['code']> = new Set(['REQUEST_INVALID', 'JOB_INVALID', 'METHOD_NOT_ALLOWED'])
