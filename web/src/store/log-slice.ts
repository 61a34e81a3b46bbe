import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { LogTold, ReadingSource } from '@yard-lamp/core/log'
import type { Values } from '@yard-lamp/core/records'

/** The last that was heard of a source. */
export interface LiveReading {
  readonly sourceId: string
  readonly atMs: number
  readonly values: Values
}

export interface LogState {
  readonly jobId: string
  readonly status: 'reading' | 'read' | 'failed'
  readonly problem: string
  readonly sources: readonly ReadingSource[]
  /** Null while it is worked, and where nothing was read. */
  readonly told: LogTold | null
  readonly isTelling: boolean
  /** Why it cannot be held against the design: what that lacks, or a fault. */
  readonly lacks: string
  readonly live: LiveReading | null
}

const NOTHING: LogState = {
  jobId: '',
  status: 'reading',
  problem: '',
  sources: [],
  told: null,
  isTelling: false,
  lacks: '',
  live: null,
}

export const logSlice = createSlice({
  name: 'log',
  initialState: NOTHING,
  reducers: {
    logOpened: (_state, { payload }: PayloadAction<string>): LogState => ({ ...NOTHING, jobId: payload }),
    sourcesRead: (state, { payload }: PayloadAction<{ jobId: string; sources: readonly ReadingSource[] }>): LogState =>
      state.jobId === payload.jobId ? { ...state, status: 'read', problem: '', sources: payload.sources } : state,
    sourcesFailed: (state, { payload }: PayloadAction<string>): LogState => ({
      ...state,
      status: state.status === 'read' ? 'read' : 'failed',
      problem: payload,
    }),
    tellingBegun: (state): LogState => ({ ...state, isTelling: true }),
    logTold: (state, { payload }: PayloadAction<{ jobId: string; told: LogTold | null; lacks: string }>): LogState =>
      state.jobId === payload.jobId ? { ...state, isTelling: false, told: payload.told, lacks: payload.lacks } : state,
    tellingFailed: (state, { payload }: PayloadAction<string>): LogState => ({
      ...state,
      isTelling: false,
      problem: payload,
    }),
    liveHeard: (state, { payload }: PayloadAction<LiveReading>): LogState => ({ ...state, live: payload }),
  },
})
export const { logOpened, sourcesRead, sourcesFailed, tellingBegun, tellingFailed, logTold, liveHeard } =
  logSlice.actions
