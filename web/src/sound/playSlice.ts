import type { Part } from '@eager-contour/core'
import { createSlice, type PayloadAction } from '@reduxjs/toolkit'

/** What is sounding: nothing, the sound being fetched, or a stretch. */
export type PlayState = 'stopped' | 'loading' | 'playing'

const initialState: {
  state: PlayState
  tempo: number
  problem: string | undefined
  /** Parts that are silent. */
  muted: readonly Part[]
} = {
  state: 'stopped',
  tempo: 140,
  problem: undefined,
  muted: [],
}

const TEMPO_RANGE = { low: 30, high: 320 } as const

export const playSlice = createSlice({
  name: 'play',
  initialState,
  reducers: {
    playStateSet: (state, { payload }: PayloadAction<PlayState>) => ({ ...state, state: payload }),
    tempoSet: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      tempo: Math.round(Math.min(TEMPO_RANGE.high, Math.max(TEMPO_RANGE.low, payload))),
    }),
    partTurned: (state, { payload }: PayloadAction<Part>) => ({
      ...state,
      muted: state.muted.includes(payload)
        ? state.muted.filter((part) => part !== payload)
        : [...state.muted, payload],
    }),
    soundRefused: (state, { payload }: PayloadAction<string | undefined>) => ({
      ...state,
      state: 'stopped' as const,
      problem: payload,
    }),
  },
})

export const { playStateSet, tempoSet, partTurned, soundRefused } = playSlice.actions
