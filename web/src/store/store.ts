import { configureStore } from '@reduxjs/toolkit'
import { useDispatch, useSelector, useStore } from 'react-redux'
import { autosave } from './autosave.ts'
import { type AppDispatch, type RootState, rootReducer } from './root.ts'

export const makeStore = () =>
  configureStore({
    reducer: rootReducer,
    // The document and the catalogue are plain data by their schemas; checking them on every edit would cost more than the edit.
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).prepend(autosave.middleware),
  })

export type AppStore = ReturnType<typeof makeStore>
export const useAppDispatch = useDispatch.withTypes<AppDispatch>()
export const useAppSelector = useSelector.withTypes<RootState>()
export const useAppStore = useStore.withTypes<AppStore>()
