import { createSelector, weakMapMemoize } from '@reduxjs/toolkit'
import { type Design, design, type Job } from '@yard-lamp/core'
import { type Built, buildingsOf, jobAsBuilt } from '@yard-lamp/core/build'
import { recordSchema, type SiteRecord } from '@yard-lamp/core/records'
import { ApiFailure, api } from '../api/client.ts'
import {
  type RecordsState,
  recordRefused,
  recordsFailed,
  recordsOpened,
  recordsRead,
  recordsSent,
  recordWritten,
} from './records-slice.ts'
import type { AppDispatch, RootState } from './root.ts'
import { selectDesignOrNull } from './selectors.ts'

/** What was done on site: kept in this browser at once, sent to the server, and sent again until it has it. */

const keyOf = (jobId: string): string => `yardlamp.records.${jobId}`
/** Waits before what was not sent is sent again, ms. */
/** The server takes up to 500. */
const MOST_AT_ONCE = 200
const AGAIN_MS = [2000, 5000, 15_000]

type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T

/** Takes up what this browser holds for a job, and reads what the server has. */
export const openRecords =
  (jobId: string): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    if (getState().records.jobId !== jobId) dispatch(recordsOpened({ jobId, ...heldFor(jobId) }))
    try {
      const records = await api.readRecords(jobId)
      dispatch(recordsRead({ jobId, records }))
      if (getState().records.jobId === jobId && getState().records.unsent.length > 0) void dispatch(sendRecords())
    } catch (error) {
      if (getState().records.jobId === jobId) dispatch(recordsFailed((error as Error).message))
    }
  }

/** Writes records down: on this device before anything else. @returns false where the browser keeps nothing: said, and sent all the same */
export const writeRecords =
  (...records: readonly SiteRecord[]): Thunk<boolean> =>
  (dispatch, getState) => {
    for (const record of records) dispatch(recordWritten(record))
    const isHeld = hold(getState().records)
    void dispatch(sendRecords())
    return isHeld
  }

let sending = false
let tries = 0
let timer: ReturnType<typeof setTimeout> | undefined

/** Sends what is not on the server yet, in its order; tries again by itself while the server does not answer. */
export const sendRecords = (): Thunk<Promise<void>> => async (dispatch, getState) => {
  if (sending) return
  clearTimeout(timer)
  sending = true
  try {
    for (let state = getState().records; state.unsent.length > 0; state = getState().records) {
      await sendFirst(state, dispatch)
      if (getState().records.jobId === state.jobId) hold(getState().records)
      tries = 0
    }
  } catch (error) {
    dispatch(recordsFailed((error as Error).message))
    timer = setTimeout(() => void dispatch(sendRecords()), AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)])
    tries += 1
  } finally {
    sending = false
  }
}

/** All together; where one of them is refused, one by one, so that the others are not held up by it. */
async function sendFirst({ jobId, unsent }: RecordsState, dispatch: AppDispatch): Promise<void> {
  const together = unsent.slice(0, MOST_AT_ONCE)
  try {
    await api.addRecords(jobId, together)
    dispatch(recordsSent({ jobId, records: together }))
  } catch (error) {
    if (!(error instanceof ApiFailure && error.final)) throw error
    const [first] = together
    if (!first) return
    if (together.length === 1) return void dispatch(recordRefused({ jobId, record: first, reason: error.message }))
    try {
      await api.addRecords(jobId, [first])
      dispatch(recordsSent({ jobId, records: [first] }))
    } catch (own) {
      if (!(own instanceof ApiFailure && own.final)) throw own
      dispatch(recordRefused({ jobId, record: first, reason: own.message }))
    }
  }
}

type Held = Pick<RecordsState, 'unsent' | 'typed'>

/** Keeps what the server does not have, and what is typed, in this browser. */
export function hold({ jobId, unsent, typed }: Pick<RecordsState, 'jobId' | 'unsent' | 'typed'>): boolean {
  try {
    if (unsent.length === 0 && Object.keys(typed).length === 0) localStorage.removeItem(keyOf(jobId))
    else localStorage.setItem(keyOf(jobId), JSON.stringify({ unsent, typed }))
    return true
  } catch {
    return false
  }
}

function heldFor(jobId: string): Held {
  try {
    const held = JSON.parse(localStorage.getItem(keyOf(jobId)) ?? '{}') as Partial<Held>
    const unsent = (held.unsent ?? []).flatMap((each) => recordSchema.safeParse(each).data ?? [])
    return { unsent, typed: held.typed ?? {} }
  } catch {
    return { unsent: [], typed: {} }
  }
}

/** What the server has, and what was written here and waits for it. */
export const selectRecords = createSelector(
  [(state: RootState) => state.records.kept, (state: RootState) => state.records.unsent],
  (kept, unsent) => {
    const there = new Set(kept.map(({ id }) => id))
    return [...kept, ...unsent.filter(({ id }) => !there.has(id))]
  },
)
export const selectBuildings = createSelector([selectRecords], buildingsOf)

/** The design that stands on site: of the option that is built, else of the one worked on. The same for the same two. */
export const designAsBuilt = weakMapMemoize((open: Design, built: Built | null): Design => {
  const job = jobAsBuilt(open.job, built)
  return job === open.job ? open : design(job, open.catalogue)
})
/** Null until a job and the catalogue are read. */
export const selectDesignAsBuilt = createSelector([selectDesignOrNull, selectBuildings], (open, buildings) =>
  open ? designAsBuilt(open.design, buildings.at(-1) ?? null) : null,
)

const plans = new Map<string, Promise<Job>>()
/** The job as it was planned when the work began: a revision never changes. */
export function planOf(jobId: string, revision: number): Promise<Job> {
  const key = `${jobId}.${revision}`
  const plan = plans.get(key) ?? api.readRevision(jobId, revision).then(({ job }) => job)
  plans.set(key, plan)
  plan.catch(() => plans.delete(key))
  return plan
}
