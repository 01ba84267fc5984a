import type { LineNote, Stretch } from '@eager-contour/core'
import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit'
import undoable, { ActionCreators, ActionTypes } from 'redux-undo'
import { rootReducer } from '../../store/store.ts'

/** A line on the desk: composed or opened, at concert pitch. */
export interface EditorLine {
  readonly notes: readonly LineNote[]
  readonly stretch: Stretch
  readonly seed: number
  readonly title: string
  /** The player's own words about it, and tags. */
  readonly remark?: string
  readonly tags?: readonly string[]
  /** Ticks at which notes begin that stay when the line is written anew. */
  readonly locked?: readonly number[]
  /** Set when it has been kept: its id, and the revision it was last read at. */
  readonly id?: string
  readonly revision: number
}

export interface EditorState {
  readonly tune: string
  readonly line: EditorLine | undefined
}

const initialState: EditorState = { tune: '', line: undefined }

const lineSlice = createSlice({
  name: 'line',
  initialState,
  reducers: {
    /** Another tune's desk: the history begins anew (`forgetBefore`). */
    deskOpened: (_state, { payload }: PayloadAction<EditorState>) => payload,
    lineWritten: (state, { payload }: PayloadAction<EditorLine>) => ({ ...state, line: payload }),
    /** Title, words, tags and locks: no step to go back over. */
    lineNamed: (
      state,
      { payload }: PayloadAction<Partial<Pick<EditorLine, 'title' | 'remark' | 'tags' | 'locked'>>>,
    ) => (state.line ? { ...state, line: { ...state.line, ...payload } } : state),
    lineKept: (state, { payload }: PayloadAction<{ id: string; title: string }>) =>
      state.line ? { ...state, line: { ...state.line, ...payload } } : state,
  },
})

export const {
  deskOpened: editorOpened,
  lineWritten: lineReplaced,
  lineNamed: lineDetailsSet,
  lineKept: lineSaved,
} = lineSlice.actions

/** So many steps can be gone back over: more than a visit has. */
const MOST_STEPS = 5000

const withHistory = undoable(lineSlice.reducer, {
  limit: MOST_STEPS,
  syncFilter: true,
  filter: (action) => action.type === lineReplaced.type,
})

/** The desk with its history: every line composed can be gone back to, under the names that it has now. */
export const lineReducer: typeof withHistory = (state, action) => {
  const next = withHistory(state, action)
  if (![ActionTypes.UNDO, ActionTypes.REDO].includes(action.type)) return next
  const [from, to] = [state?.present.line, next.present.line]
  if (!from || !to || from.id !== to.id) return next
  const { title, revision, remark, tags } = from
  const line = {
    ...to,
    title,
    revision,
    ...(remark === undefined ? {} : { remark }),
    ...(tags ? { tags } : {}),
  }
  return { ...next, present: { ...next.present, line } }
}

export const undo = ActionCreators.undo
export const redo = ActionCreators.redo
export const clearHistory = ActionCreators.clearHistory

declare module '../../store/store.ts' {
  interface InjectedSlices extends WithSlice<{ reducerPath: 'line'; reducer: typeof lineReducer }> {}
}
const injected = rootReducer.inject({ reducerPath: 'line', reducer: lineReducer })

export const selectEditor = injected.selector(({ line }): EditorState => line.present)
export const selectCanUndo = injected.selector(({ line }) =>
  line.past.some((before) => before.line !== undefined),
)
export const selectCanRedo = injected.selector(({ line }) => line.future.length > 0)
