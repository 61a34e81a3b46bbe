import { combineSlices, configureStore, createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { Catalogue } from '@yard-lamp/core'
import { useDispatch, useSelector, useStore } from 'react-redux'
import { autosave } from './autosave.ts'
import { jobSlice } from './job-slice.ts'
import { saveSlice } from './save-slice.ts'
import { viewSlice } from './view-slice.ts'

export const catalogueSlice = createSlice({
  name: 'catalogue',
  initialState: null as Catalogue | null,
  reducers: {
    catalogueRead: (_state, { payload }: PayloadAction<Catalogue>) => payload,
    /** Changed on its shelves: the next job that is opened reads it again. */
    catalogueForgotten: () => null,
  },
})
export const { catalogueRead, catalogueForgotten } = catalogueSlice.actions

export const rootReducer = combineSlices(jobSlice, saveSlice, viewSlice, catalogueSlice)
export type RootState = ReturnType<typeof rootReducer>

export const makeStore = () =>
  configureStore({
    reducer: rootReducer,
    // The document and the catalogue are plain data by their schemas; checking them on every edit would cost more than the edit.
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).prepend(autosave.middleware),
  })

export type AppStore = ReturnType<typeof makeStore>
export type AppDispatch = AppStore['dispatch']
export const useAppDispatch = useDispatch.withTypes<AppDispatch>()
export const useAppSelector = useSelector.withTypes<RootState>()
export const useAppStore = useStore.withTypes<AppStore>()
