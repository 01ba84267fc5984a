import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit'
import { rootReducer } from '../store/store.ts'

/** Nothing, loading, or playing. */
type PlayState = 'stopped' | 'loading' | 'playing'

const initialState: {
  state: PlayState
  tempo: number
  problem: string | undefined
  /** Of a sound that differs from pass to pass: the pass that is heard, from 0. */
  pass: number
} = {
  state: 'stopped',
  tempo: 140,
  problem: undefined,
  pass: 0,
}

const TEMPO_RANGE = { low: 30, high: 320 } as const

const playSlice = createSlice({
  name: 'play',
  initialState,
  reducers: {
    playStateSet: (state, { payload }: PayloadAction<PlayState>) => ({ ...state, state: payload }),
    tempoSet: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      tempo: Math.round(Math.min(TEMPO_RANGE.high, Math.max(TEMPO_RANGE.low, payload))),
    }),
    passReached: (state, { payload }: PayloadAction<number>) => ({ ...state, pass: payload }),
    soundRefused: (state, { payload }: PayloadAction<string | undefined>) => ({
      ...state,
      state: 'stopped' as const,
      problem: payload,
    }),
  },
})

declare module '../store/store.ts' {
  interface InjectedSlices extends WithSlice<typeof playSlice> {}
}
export const { selectSlice: selectPlay } = playSlice.injectInto(rootReducer)

export const { playStateSet, tempoSet, passReached, soundRefused } = playSlice.actions
