import type { LineNote, Stretch } from '@eager-contour/core'
import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit'
import undoable, { ActionCreators, ActionTypes } from 'redux-undo'
import { rootReducer } from '../../store/store.ts'

/** A line in the editor: composed or opened, at concert pitch. */
export interface EditorLine {
  readonly notes: readonly LineNote[]
  readonly stretch: Stretch
  readonly seed: number
  readonly title: string
  /** The player's comments on it, and tags. */
  readonly remark?: string
  readonly tags?: readonly string[]
  /** Ticks of notes that stay when the line is composed again. */
  readonly locked?: readonly number[]
  /** Set when it has been saved: its id, and the revision it was last read at. */
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
    /** Opens another tune's editor: the history is cleared (`clearHistory`). */
    deskOpened: (_state, { payload }: PayloadAction<EditorState>) => payload,
    lineWritten: (state, { payload }: PayloadAction<EditorLine>) => ({ ...state, line: payload }),
    /** Title, comments, tags and locks: not an undo step. */
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

/** The number of undo steps: more than a visit has. */
const MOST_STEPS = 5000

const withHistory = undoable(lineSlice.reducer, {
  limit: MOST_STEPS,
  syncFilter: true,
  filter: (action) => action.type === lineReplaced.type,
})

/** The editor with its history: every composed line can be restored, under its current title and comments. */
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
