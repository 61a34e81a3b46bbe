import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { StoredJob } from '@yard-lamp/core'
import type { Draft, LeftDraft } from './draft.ts'

/** Whether what is on screen is kept. `reason` exists only while it is not; `theirs` only in a conflict. */
export type SaveState =
  | { readonly status: 'saved'; readonly revision: number }
  /** Whoever looks may try things: nothing of it is kept. */
  | { readonly status: 'tried' }
  | { readonly status: 'pending' }
  | { readonly status: 'saving' }
  | { readonly status: 'unsaved'; readonly reason: string }
  | { readonly status: 'conflict'; readonly theirs: StoredJob }

const isStuck = ({ status }: SaveState): boolean => status === 'unsaved' || status === 'conflict'

export const saveSlice = createSlice({
  name: 'save',
  initialState: { status: 'saved', revision: 0 } as SaveState,
  reducers: {
    saveReset: (_state, { payload }: PayloadAction<{ revision: number }>): SaveState => ({
      status: 'saved',
      revision: payload.revision,
    }),
    /** That something could not be saved stays said until it is, however much is typed and tried meanwhile. */
    saveWanted: (state): SaveState => (isStuck(state) ? state : { status: 'pending' }),
    saveStarted: (state): SaveState => (isStuck(state) ? state : { status: 'saving' }),
    saveSettled: (state, { payload }: PayloadAction<SaveState>): SaveState =>
      state.status === 'conflict' && payload.status !== 'saved' ? state : payload,
    conflictFound: (_state, { payload }: PayloadAction<StoredJob>): SaveState => ({
      status: 'conflict',
      theirs: payload,
    }),
    conflictSettled: (): SaveState => ({ status: 'pending' }),
  },
})

export const { saveReset, saveWanted, saveStarted, saveSettled, conflictFound, conflictSettled } = saveSlice.actions

/** Whether the browser keeps what is not saved yet. Said of it only while it is true. */
export const draftSlice = createSlice({
  name: 'draft',
  initialState: { isKept: true, left: [] as readonly (Draft | LeftDraft)[] },
  reducers: {
    draftKept: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isKept: payload }),
    /** What other tabs left behind of the open job. */
    draftsLeft: (state, { payload }: PayloadAction<readonly (Draft | LeftDraft)[]>) => ({ ...state, left: payload }),
  },
})
export const { draftKept, draftsLeft } = draftSlice.actions
