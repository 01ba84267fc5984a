import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit'
import { rootReducer } from '../store/store.ts'

/** What the player is told about the server: nothing while all is well. */
export interface OutboxState {
  readonly waiting: number
  readonly reachable: boolean
  /** Edits that the server refused, each with its reason; they stay in the browser. */
  readonly refused: readonly { readonly edit: string; readonly title: string; readonly reason: string }[]
}

const initialState: OutboxState = { waiting: 0, reachable: true, refused: [] }

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState,
  reducers: {
    counted: (state, { payload }: PayloadAction<{ waiting: number; refused: OutboxState['refused'] }>) => ({
      ...state,
      ...payload,
    }),
    reached: (state, { payload }: PayloadAction<boolean>) => ({ ...state, reachable: payload }),
  },
})

declare module '../store/store.ts' {
  interface InjectedSlices extends WithSlice<typeof outboxSlice> {}
}
export const { selectSlice: selectOutbox } = outboxSlice.injectInto(rootReducer)

export const { counted: pendingCounted, reached: reachableSet } = outboxSlice.actions
