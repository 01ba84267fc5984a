import type { ClickId, Part, VoicingId } from '@eager-contour/core'
import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit'
import { rootReducer } from '../store/store.ts'

/** How the band sounds: kept in the browser, for every tune. */
export interface Mix {
  readonly lineSound: string
  /** Octaves up or down by which the line sounds. */
  readonly lineOctave: number
  readonly compSound: string
  readonly voicing: VoicingId
  readonly click: ClickId
  readonly countIn: boolean
  /** Bars of metronome between repeats. */
  readonly gap: 0 | 1
  /** Whether every other chorus is slower. */
  readonly slower: boolean
  /** The share of a beat that its first eighth takes; undefined: by the tempo. */
  readonly swing?: number | undefined
  /** 0 to 100. */
  readonly volumes: Readonly<Record<Part, number>>
  /** Muted parts. */
  readonly muted: readonly Part[]
}

const initialState: Mix = {
  lineSound: 'piano',
  lineOctave: 0,
  compSound: 'piano',
  voicing: 'four',
  click: 'none',
  countIn: false,
  gap: 0,
  slower: false,
  volumes: { line: 90, bass: 80, comp: 70, drums: 75, click: 80 },
  muted: [],
}

const mixSlice = createSlice({
  name: 'mix',
  initialState,
  reducers: {
    mixSet: (state, { payload }: PayloadAction<Partial<Mix>>) => ({ ...state, ...payload }),
    partTurned: (state, { payload }: PayloadAction<Part>) => ({
      ...state,
      muted: state.muted.includes(payload)
        ? state.muted.filter((part) => part !== payload)
        : [...state.muted, payload],
    }),
  },
})

declare module '../store/store.ts' {
  interface InjectedSlices extends WithSlice<typeof mixSlice> {}
}
export const { selectSlice: selectMix } = mixSlice.injectInto(rootReducer)

export const { mixSet, partTurned } = mixSlice.actions
