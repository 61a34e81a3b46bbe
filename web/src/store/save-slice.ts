import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { StoredJob } from '@yard-lamp/core'

/** Whether what is on screen is kept. `reason` exists only while it is not; `theirs` only in a conflict. */
export type SaveState =
  | { readonly status: 'saved'; readonly revision: number }
  | { readonly status: 'pending' }
  | { readonly status: 'saving'; readonly requestId: string }
  | { readonly status: 'unsaved'; readonly reason: string }
  | { readonly status: 'conflict'; readonly theirs: StoredJob }

export const saveSlice = createSlice({
  name: 'save',
  initialState: { status: 'saved', revision: 0 } as SaveState,
  reducers: {
    saveReset: (_state, { payload }: PayloadAction<{ revision: number }>): SaveState => ({
      status: 'saved',
      revision: payload.revision,
    }),
    saveWanted: (state): SaveState => (state.status === 'conflict' ? state : { status: 'pending' }),
    saveStarted: (_state, { payload }: PayloadAction<{ requestId: string }>): SaveState => ({
      status: 'saving',
      requestId: payload.requestId,
    }),
    /** Answers of a save that is no longer the running one are dropped, except that a conflict always shows. */
    saveSettled(state, { payload }: PayloadAction<{ requestId: string; outcome: SaveState }>): SaveState {
      const late = state.status !== 'saving' || state.requestId !== payload.requestId
      return late && payload.outcome.status !== 'conflict' ? state : payload.outcome
    },
    conflictFound: (_state, { payload }: PayloadAction<StoredJob>): SaveState => ({
      status: 'conflict',
      theirs: payload,
    }),
    conflictSettled: (): SaveState => ({ status: 'pending' }),
  },
})

export const { saveReset, saveWanted, saveStarted, saveSettled, conflictFound, conflictSettled } = saveSlice.actions
