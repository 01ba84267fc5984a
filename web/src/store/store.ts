import { combineSlices, configureStore } from '@reduxjs/toolkit'
import { createDynamicMiddleware } from '@reduxjs/toolkit/react'
import { useDispatch, useSelector } from 'react-redux'

/** What each layer above adds to the state: a slice declares itself here and injects itself, so the store imports none. */
// biome-ignore lint/suspicious/noEmptyInterface: filled by declaration merging where the slices are.
export interface InjectedSlices {}

export const rootReducer = combineSlices().withLazyLoadedSlices<InjectedSlices>()

/** Middleware that layers above add: the API's cache, autosave. */
export const addedMiddleware = createDynamicMiddleware()

export const store = configureStore({
  reducer: rootReducer,
  middleware: (getDefault) => getDefault().concat(addedMiddleware.middleware),
})

export type RootState = ReturnType<typeof store.getState>
export type AppDispatch = typeof store.dispatch

export const useAppDispatch = useDispatch.withTypes<AppDispatch>()
export const useAppSelector = useSelector.withTypes<RootState>()
