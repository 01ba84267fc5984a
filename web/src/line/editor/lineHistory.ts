import type { FingeringWish, LineNote, Stretch } from '@eager-contour/core'
import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import undoable, { ActionCreators, ActionTypes } from 'redux-undo'
import { editSaved } from '../../data/outboxSlice.ts'

/** A line in the editor: composed or opened, at concert pitch. */
export interface EditorLine {
  readonly notes: readonly LineNote[]
  readonly stretch: Stretch
  readonly seed: number
  readonly title: string
  /** The player's comments on it, and tags. */
  readonly remark?: string
  readonly tags?: readonly string[]
  readonly fingering?: FingeringWish
  /** Ticks of notes that stay when the line is composed again. */
  readonly locked?: readonly number[]
  /** Set when it has been saved: its id, and the revision it was last read at. */
  readonly id?: string
  readonly revision: number
}

/** The line of a tune; none before its draft is read. */
interface TuneLine {
  readonly tune: string
  readonly line: EditorLine | undefined
}

const initialState: TuneLine = { tune: '', line: undefined }

const lineSlice = createSlice({
  name: 'line',
  initialState,
  reducers: {
    /** Another tune's line: the history is cleared (`clearHistory`). */
    lineOpened: (_state, { payload }: PayloadAction<TuneLine>) => payload,
    lineReplaced: (state, { payload }: PayloadAction<EditorLine>) => ({ ...state, line: payload }),
    /** Title, comments, tags, locks and fingering: not an undo step. */
    lineDetailsSet: (
      state,
      {
        payload,
      }: PayloadAction<Partial<Pick<EditorLine, 'title' | 'remark' | 'tags' | 'locked' | 'fingering'>>>,
    ) => (state.line ? { ...state, line: { ...state.line, ...payload } } : state),
    lineSaved: (state, { payload }: PayloadAction<{ id: string; title: string }>) =>
      state.line ? { ...state, line: { ...state.line, ...payload } } : state,
  },
  extraReducers: (builder) =>
    // The server has it at a new revision: the next change is based on that.
    builder.addCase(editSaved, (state, { payload: { entity, revision } }) =>
      state.line?.id === entity && revision > state.line.revision
        ? { ...state, line: { ...state.line, revision } }
        : state,
    ),
})

export const { lineOpened, lineReplaced, lineDetailsSet, lineSaved } = lineSlice.actions

/** The number of undo steps: more than a visit has. */
const MOST_STEPS = 5000

const withHistory = undoable(lineSlice.reducer, {
  limit: MOST_STEPS,
  syncFilter: true,
  filter: (action) => action.type === lineReplaced.type,
})

/** The line with its history: every composed line can be restored, under its current title and comments. */
export const lineReducer: typeof withHistory = (state, action) => {
  const next = withHistory(state, action)
  if (![ActionTypes.UNDO, ActionTypes.REDO].includes(action.type)) return next
  const [from, to] = [state?.present.line, next.present.line]
  if (!from || !to || from.id !== to.id) return next
  const { title, revision, remark, tags, fingering } = from
  const line = {
    ...to,
    title,
    revision,
    ...(remark === undefined ? {} : { remark }),
    ...(tags ? { tags } : {}),
    ...(fingering ? { fingering } : {}),
  }
  return { ...next, present: { ...next.present, line } }
}

export const undo = ActionCreators.undo
export const redo = ActionCreators.redo
export const clearHistory = ActionCreators.clearHistory
