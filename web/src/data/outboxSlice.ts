import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit'
import { rootReducer } from '../store/store.ts'
import type { Version } from './versions.ts'

/** What the player is told about the server: nothing while all is well. */
export interface OutboxState {
  readonly waiting: number
  readonly reachable: boolean
  /** Edits that the server refused, each with its reason; they stay in the browser. */
  readonly refused: readonly RefusedEdit[]
}

export interface RefusedEdit {
  readonly edit: string
  readonly title: string
  readonly reason: string
  /** What the server has instead, and what was to be written; none if it can't be kept as a copy. */
  readonly versions?: { readonly theirs: Version; readonly mine: Version }
}

/** An edit of this tab that the server has taken, with the revision that it made. */
export interface SavedEdit {
  readonly entity: string
  readonly revision: number
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
    /** For whoever holds a copy of the record: it is now at this revision. */
    saved: (state, _saved: PayloadAction<SavedEdit>) => state,
    reached: (state, { payload }: PayloadAction<boolean>) => ({ ...state, reachable: payload }),
  },
})

declare module '../store/store.ts' {
  interface InjectedSlices extends WithSlice<typeof outboxSlice> {}
}
export const { selectSlice: selectOutbox } = outboxSlice.injectInto(rootReducer)

export const { counted: pendingCounted, reached: reachableSet, saved: editSaved } = outboxSlice.actions
