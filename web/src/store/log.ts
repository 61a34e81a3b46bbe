import { createSelector } from '@reduxjs/toolkit'
import { design } from '@yard-lamp/core'
import { jobAsBuilt } from '@yard-lamp/core/build'
import { isReference, type Reference, referenceOf } from '@yard-lamp/core/log'
import { api } from '../api/client.ts'
import { logWorker } from '../workers/log.ts'
import { logOpened, logTold, sourcesFailed, sourcesRead, tellingBegun } from './log-slice.ts'
import { selectBuildings, selectRecords } from './records.ts'
import type { AppDispatch, RootState } from './root.ts'
import { selectDesignOrNull } from './selectors.ts'

/** What was read of a running system: from the server, held against the design in a worker. */

type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T

/** Source that is trusted more first. */
const TRUST = ['monitor', 'file', 'hand'] as const

/** Reads what there is of a job, and holds it against its design. */
export const openLog =
  (jobId: string): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    if (getState().log.jobId !== jobId) dispatch(logOpened(jobId))
    try {
      dispatch(sourcesRead({ jobId, sources: await api.readReadings(jobId) }))
      await dispatch(tellAgain())
    } catch (error) {
      if (getState().log.jobId === jobId) dispatch(sourcesFailed((error as Error).message))
    }
  }

/** What the system that stands there should do: as it was built, where it was. */
export const selectReference = createSelector(
  [selectDesignOrNull, selectBuildings],
  (open, buildings): Reference | { readonly lacks: string } | null => {
    if (!open) return null
    const built = buildings.at(-1) ?? null
    const job = jobAsBuilt(open.job, built)
    return referenceOf(job === open.job ? open.design : design(job, open.catalogue))
  },
)

let asked = 0

/** Holds what is there against the design again: another design, another record. */
export const tellAgain = (): Thunk<Promise<void>> => async (dispatch, getState) => {
  const state = getState()
  const { jobId, sources } = state.log
  const reference = selectReference(state)
  if (!reference) return
  if (!isReference(reference)) return void dispatch(logTold({ jobId, told: null, lacks: reference.lacks }))
  const own = ++asked
  const hours = TRUST.flatMap((kind) => sources.filter((each) => each.kind === kind).map((each) => each.hours))
  if (hours.every((each) => each.length === 0)) return void dispatch(logTold({ jobId, told: null, lacks: '' }))
  dispatch(tellingBegun())
  const records = selectRecords(state)
  const system = state.job?.job.units ?? 'metric'
  const told = await logWorker().tell({ reference, hours, records, system })
  if (own === asked) dispatch(logTold({ jobId, told, lacks: '' }))
}
