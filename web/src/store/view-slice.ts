import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { Address, LinkId } from '@yard-lamp/core'

export interface ViewState {
  /** Answers a person has seen: what differs from them has moved. */
  readonly seenAnswers: Partial<Record<LinkId, string>>
  /** Fields whose typed text is not understood, by place: the chain waits with its last good answers. */
  readonly waiting: Readonly<Record<string, string>>
  /** Address of the step and output whose working is open. */
  readonly working: { readonly step: Address; readonly key: string } | null
  /** Loads lit up in the list and in the picture of the day. */
  readonly litLoads: readonly string[]
  /** Energies of the loads page, in watt-hours or in ampere-hours at system voltage. */
  readonly energyUnit: 'Wh' | 'Ah'
}

const initialState: ViewState = { seenAnswers: {}, waiting: {}, working: null, litLoads: [], energyUnit: 'Wh' }

export const viewSlice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    answersSeen: (state, { payload }: PayloadAction<Partial<Record<LinkId, string>>>) => {
      state.seenAnswers = { ...state.seenAnswers, ...payload }
    },
    viewReset: () => initialState,
    fieldWaits(state, { payload }: PayloadAction<{ place: string; message: string | null }>) {
      if (payload.message === null) delete (state.waiting as Record<string, string>)[payload.place]
      else (state.waiting as Record<string, string>)[payload.place] = payload.message
    },
    workingOpened(state, { payload }: PayloadAction<{ step: Address; key: string } | null>) {
      state.working = payload
    },
    loadsLit(state, { payload }: PayloadAction<readonly string[]>) {
      if (payload.length !== state.litLoads.length || payload.some((id, i) => id !== state.litLoads[i]))
        state.litLoads = [...payload]
    },
    energyUnitTurned(state) {
      state.energyUnit = state.energyUnit === 'Wh' ? 'Ah' : 'Wh'
    },
  },
})

export const { answersSeen, viewReset, fieldWaits, workingOpened, loadsLit, energyUnitTurned } = viewSlice.actions
