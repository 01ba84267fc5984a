import { createSlice, type PayloadAction } from '@reduxjs/toolkit'

/** What the player is told of the server: nothing while all is well. */
export interface OutboxState {
  readonly waiting: number
  readonly reachable: boolean
  /** Writings that the server refused, each with its reason; they stay in the browser. */
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

export const { counted, reached } = outboxSlice.actions
