import {
  combineSlices,
  createSlice,
  type PayloadAction,
  type ThunkDispatch,
  type UnknownAction,
} from '@reduxjs/toolkit'
import type { CatalogueInForce } from '@yard-lamp/core/catalogue'
import { jobSlice } from './job-slice.ts'
import { logSlice } from './log-slice.ts'
import { recordsSlice } from './records-slice.ts'
import { draftSlice, saveSlice } from './save-slice.ts'
import { viewSlice } from './view-slice.ts'
import { yearSlice } from './year-slice.ts'

export const catalogueSlice = createSlice({
  name: 'catalogue',
  initialState: null as CatalogueInForce | null,
  reducers: {
    catalogueRead: (_state, { payload }: PayloadAction<CatalogueInForce>) => payload,
    /** Changed on its shelves: the next job that is opened reads it again. */
    catalogueForgotten: () => null,
  },
})
export const { catalogueRead, catalogueForgotten } = catalogueSlice.actions

/** What the store holds, apart from the store itself: those who serve it know its state and not the store. */
export const rootReducer = combineSlices(
  jobSlice,
  saveSlice,
  draftSlice,
  viewSlice,
  catalogueSlice,
  recordsSlice,
  logSlice,
  yearSlice,
)
export type RootState = ReturnType<typeof rootReducer>
export type AppDispatch = ThunkDispatch<RootState, undefined, UnknownAction>
