import { createSelector, weakMapMemoize } from '@reduxjs/toolkit'
import { type Design, design, type Job } from '@yard-lamp/core'
import { type Built, buildingsOf, jobAsBuilt } from '@yard-lamp/core/build'
import { recordSchema, type SiteRecord } from '@yard-lamp/core/records'
import { api } from '../api/client.ts'
import { outbox, type WaitingRecord } from '../outbox/box.ts'
import { askToPersist } from '../outbox/room.ts'
import { onSending, onSent, sendingNow, sendNow } from '../outbox/send.ts'
import {
  type RecordsState,
  recordsFailed,
  recordsHeldUp,
  recordsOpened,
  recordsRead,
  recordsSent,
  recordsWaiting,
  recordWritten,
} from './records-slice.ts'
import type { AppDispatch, RootState } from './root.ts'
import { selectDesignOrNull } from './selectors.ts'

/** What was done on site: kept in the outbox of this device at once, sent to the server, and sent again until it has it. */

type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T

/** Takes up what this device holds for a job, and reads what the server has. */
export const openRecords =
  (jobId: string): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    if (getState().records.jobId !== jobId) dispatch(recordsOpened({ jobId, typed: typedFor(jobId) }))
    dispatch(mirrored())
    const rows = await outbox.records(jobId)
    dispatch(recordsWaiting({ jobId, ...told(rows) }))
    try {
      dispatch(recordsRead({ jobId, records: await api.readRecords(jobId) }))
    } catch (error) {
      if (getState().records.jobId === jobId) dispatch(recordsFailed((error as Error).message))
    }
    if (rows.length > 0) void sendNow()
  }

/** The store shows what the outbox holds, whichever tab moves it. */
const mirrored = (): Thunk => (dispatch, getState) => {
  if (mirroring.has(dispatch)) return
  mirroring.add(dispatch)
  onSent((jobId, records) => dispatch(recordsSent({ jobId, records })))
  onSending(() => dispatch(recordsHeldUp(sendingNow().problem)))
  outbox.onChange(async () => {
    const { jobId } = getState().records
    const rows = await outbox.records(jobId)
    const { unsent, kept, jobId: still } = getState().records
    if (still !== jobId) return
    const there = new Set([...rows, ...kept].map(({ id }) => id))
    dispatch(recordsWaiting({ jobId, ...told(rows) }))
    // Another tab sent it: the server has it.
    if (unsent.some(({ id }) => !there.has(id))) void dispatch(openRecords(jobId))
  })
}
const mirroring = new WeakSet<AppDispatch>()

/** What waits, and what was refused. What this version of the program cannot read stays where it is, and is said. */
function told(rows: readonly Omit<WaitingRecord, 'seq'>[]) {
  const read = rows.map((row) => ({ ...row, isRead: recordSchema.safeParse(row.record).success }))
  return {
    unsent: read.filter(({ refused, isRead }) => refused === '' && isRead).map(({ record }) => record),
    refused: read
      .filter(({ refused, isRead }) => refused !== '' || !isRead)
      .map(({ record, refused }) => ({ record, reason: refused || 'This version of Yard Lamp cannot read it.' })),
  }
}

/** Writes records down: on this device before anything else. @returns false where the browser keeps nothing: they are sent all the same */
export const writeRecords =
  (...records: readonly SiteRecord[]): Thunk<Promise<boolean>> =>
  async (dispatch, getState) => {
    const { jobId } = getState().records
    for (const record of records) dispatch(recordWritten(record))
    hold(getState().records)
    askToPersist()
    const isHeld = await outbox.put(jobId, records)
    void sendNow()
    return isHeld
  }

const keyOf = (jobId: string): string => `yardlamp.records.${jobId}`

/** Keeps what is typed and not recorded yet in this browser. */
export function hold({ jobId, typed }: Pick<RecordsState, 'jobId' | 'typed'>): boolean {
  try {
    if (Object.keys(typed).length === 0) localStorage.removeItem(keyOf(jobId))
    else localStorage.setItem(keyOf(jobId), JSON.stringify({ typed }))
    return true
  } catch {
    return false
  }
}

function typedFor(jobId: string): RecordsState['typed'] {
  try {
    const held = JSON.parse(localStorage.getItem(keyOf(jobId)) ?? '{}') as { typed?: RecordsState['typed'] }
    return held.typed ?? {}
  } catch {
    return {}
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
