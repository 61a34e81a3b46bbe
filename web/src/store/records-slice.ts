import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { SiteRecord } from '@yard-lamp/core/records'

/** What was typed into a step and is not recorded yet. */
export interface TypedStep {
  readonly texts: Readonly<Record<string, string>>
  readonly note: string
}

/** A record the server will not take, with what it said: kept until a person has seen it. */
export interface Refused {
  readonly record: SiteRecord
  readonly reason: string
}

export interface RecordsState {
  readonly jobId: string
  readonly status: 'reading' | 'read' | 'failed'
  /** On the server, in its order. */
  readonly kept: readonly SiteRecord[]
  /** Written here and not on the server yet, in the order they were written. */
  readonly unsent: readonly SiteRecord[]
  readonly refused: readonly Refused[]
  /** Why they are not sent; empty while all is well. */
  readonly problem: string
  readonly typed: Readonly<Record<string, TypedStep>>
}

const NOTHING: RecordsState = {
  jobId: '',
  status: 'reading',
  kept: [],
  unsent: [],
  refused: [],
  problem: '',
  typed: {},
}

export const recordsSlice = createSlice({
  name: 'records',
  initialState: NOTHING,
  reducers: {
    /** Another job: what this browser holds for it comes with it. */
    recordsOpened: (_state, { payload }: PayloadAction<Pick<RecordsState, 'jobId' | 'typed'>>): RecordsState => ({
      ...NOTHING,
      ...payload,
    }),
    recordsRead: (state, { payload }: PayloadAction<{ jobId: string; records: readonly SiteRecord[] }>) =>
      state.jobId === payload.jobId ? { ...state, status: 'read' as const, kept: payload.records, problem: '' } : state,
    recordsFailed: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      status: state.status === 'read' ? ('read' as const) : ('failed' as const),
      problem: payload,
    }),
    recordWritten: (state, { payload }: PayloadAction<SiteRecord>) => ({
      ...state,
      unsent: [...state.unsent, payload],
      typed: payload.kind === 'step' ? without(state.typed, payload.stepId) : state.typed,
    }),
    recordsSent: (state, { payload }: PayloadAction<{ jobId: string; records: readonly SiteRecord[] }>) => {
      // Another job was opened meanwhile: this one reads its own again when it is.
      if (state.jobId !== payload.jobId) return state
      const sent = new Set(payload.records.map(({ id }) => id))
      return {
        ...state,
        kept: [...state.kept.filter(({ id }) => !sent.has(id)), ...payload.records],
        unsent: state.unsent.filter(({ id }) => !sent.has(id)),
        problem: '',
      }
    },
    /** What the outbox of this device holds of the job. */
    recordsWaiting: (state, { payload }: PayloadAction<Pick<RecordsState, 'jobId' | 'unsent' | 'refused'>>) =>
      state.jobId === payload.jobId ? { ...state, unsent: payload.unsent, refused: payload.refused } : state,
    /** Why what waits is not sent; empty where it is. */
    recordsHeldUp: (state, { payload }: PayloadAction<string>) => ({ ...state, problem: payload }),
    stepTyped: (state, { payload }: PayloadAction<{ stepId: string; typed: TypedStep }>) => ({
      ...state,
      typed: { ...state.typed, [payload.stepId]: payload.typed },
    }),
  },
})
export const {
  recordsOpened,
  recordsRead,
  recordsFailed,
  recordWritten,
  recordsSent,
  recordsWaiting,
  recordsHeldUp,
  stepTyped,
} = recordsSlice.actions

function without(typed: RecordsState['typed'], stepId: string): RecordsState['typed'] {
  const { [stepId]: _gone, ...rest } = typed
  return rest
}
