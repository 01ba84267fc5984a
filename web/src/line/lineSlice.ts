import type { LineNote, Stretch } from '@eager-contour/core'
import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import undoable, { ActionCreators, type StateWithHistory } from 'redux-undo'

/** A line on the desk: composed or opened, at concert pitch. */
export interface DeskLine {
  readonly notes: readonly LineNote[]
  readonly stretch: Stretch
  readonly seed: number
  readonly title: string
  /** Set when it has been kept: its id, and the revision it was last read at. */
  readonly id?: string
  readonly revision: number
}

export interface LineState {
  readonly tune: string
  readonly line: DeskLine | undefined
}

const initialState: LineState = { tune: '', line: undefined }

const lineSlice = createSlice({
  name: 'line',
  initialState,
  reducers: {
    /** Another tune's desk: the history begins anew (`forgetBefore`). */
    deskOpened: (_state, { payload }: PayloadAction<LineState>) => payload,
    lineWritten: (state, { payload }: PayloadAction<DeskLine>) => ({ ...state, line: payload }),
    lineKept: (state, { payload }: PayloadAction<{ id: string; title: string }>) =>
      state.line ? { ...state, line: { ...state.line, ...payload } } : state,
  },
})

export const { deskOpened, lineWritten, lineKept } = lineSlice.actions

/** The desk with its history: every line composed can be gone back to. */
export const lineReducer = undoable(lineSlice.reducer, {
  limit: 500,
  syncFilter: true,
  filter: (action) => action.type === lineWritten.type,
})

export const goBack = ActionCreators.undo
export const goForward = ActionCreators.redo
export const forgetBefore = ActionCreators.clearHistory

export const selectDesk = (state: { line: StateWithHistory<LineState> }): LineState => state.line.present
export const selectCanGoBack = (state: { line: StateWithHistory<LineState> }): boolean =>
  state.line.past.some(({ line }) => line !== undefined)
export const selectCanGoForward = (state: { line: StateWithHistory<LineState> }): boolean =>
  state.line.future.length > 0
