import { configureStore } from '@reduxjs/toolkit'
import { useDispatch, useSelector } from 'react-redux'
import { api } from '../data/api.ts'
import { outboxSlice } from '../data/outboxSlice.ts'
import { lineReducer } from '../line/lineSlice.ts'
import { mixSlice } from '../sound/mixSlice.ts'
import { playSlice } from '../sound/playSlice.ts'

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    outbox: outboxSlice.reducer,
    line: lineReducer,
    mix: mixSlice.reducer,
    play: playSlice.reducer,
  },
  middleware: (getDefault) => getDefault().concat(api.middleware),
})

export type RootState = ReturnType<typeof store.getState>
export type AppDispatch = typeof store.dispatch

export const useAppDispatch = useDispatch.withTypes<AppDispatch>()
export const useAppSelector = useSelector.withTypes<RootState>()
