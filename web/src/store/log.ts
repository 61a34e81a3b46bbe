import { createSelector } from '@reduxjs/toolkit'
import { isReference, referenceOf } from '@yard-lamp/core/log'
import { api } from '../api/client.ts'
import { logWorker } from '../workers/log.ts'
import {
  type LogState,
  logOpened,
  logTold,
  sourcesFailed,
  sourcesRead,
  tellingBegun,
  tellingFailed,
} from './log-slice.ts'
import { selectDesignAsBuilt, selectRecords } from './records.ts'
import type { AppDispatch, RootState } from './root.ts'

/** What was read of a running system: from the server, held against the design in a worker. */

type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T

/** Source that is trusted more first. */
const TRUST = ['monitor', 'file', 'hand'] as const

/** Reads what there is of a job; the chain holds it against the design. */
export const openLog =
  (jobId: string): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    if (getState().log.jobId !== jobId) dispatch(logOpened(jobId))
    try {
      dispatch(sourcesRead({ jobId, sources: await api.readReadings(jobId) }))
    } catch (error) {
      if (getState().log.jobId === jobId) dispatch(sourcesFailed((error as Error).message))
    }
  }

/** What the system that stands there should do: as it was built, where it was. */
export const selectReference = createSelector([selectDesignAsBuilt], (made) => made && referenceOf(made))

/** Hours of all sources, the one that is trusted most first. */
const hoursIn = ({ sources }: LogState) =>
  TRUST.flatMap((kind) => sources.filter((each) => each.kind === kind).map((each) => each.hours))

let asked = 0

/** Holds what is there against the design again: another design, another record. Of several under way the last counts. */
export const tellAgain = (): Thunk<Promise<void>> => async (dispatch, getState) => {
  const own = ++asked
  const state = getState()
  const { jobId, status } = state.log
  const hours = hoursIn(state.log)
  // Without readings nothing is worked: most jobs have none. Records that are still read call for it again.
  if (status !== 'read' || state.records.status === 'reading' || state.job?.id !== jobId) return
  if (hours.every((each) => each.length === 0)) return void dispatch(logTold({ jobId, told: null, lacks: '' }))
  const reference = selectReference(state)
  if (!reference) return
  if (!isReference(reference)) return void dispatch(logTold({ jobId, told: null, lacks: reference.lacks }))
  dispatch(tellingBegun())
  try {
    const told = await logWorker().tell({
      reference,
      hours,
      records: selectRecords(state),
      system: state.job.job.units,
    })
    if (own === asked) dispatch(logTold({ jobId, told, lacks: '' }))
  } catch (error) {
    if (own === asked) dispatch(tellingFailed((error as Error).message))
  }
}
