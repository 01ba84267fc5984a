import type {
  Brief,
  ChangesWish,
  CurvePoint,
  FingeringWish,
  Instrument,
  Line,
  LinePhrase,
  PhraseRequest,
  Reason,
  Stretch,
} from '@eager-contour/core'
import {
  combineReducers,
  createSelector,
  createSlice,
  type PayloadAction,
  type WithSlice,
} from '@reduxjs/toolkit'
import { NOTHING_SELECTED, type NoteRange, type Selection } from '../../notation/selection.ts'
import { rootReducer } from '../../store/store.ts'
import { DEFAULT_PREFERENCE, type NamedBrief, type Preference } from '../brief/briefs.ts'
import { type EditorLine, lineReducer } from './lineHistory.ts'

/** Where lines are written: a tune's bars, for an instrument. */
export interface EditorPlace {
  readonly tune: string
  readonly stretch: Stretch
  /** The number under which the worker knows the tune's analysis at concert pitch. */
  readonly analysis: number
  /** The instrument's range, as sounding MIDI numbers. */
  readonly range: Instrument['range']
}

/** Another line for the same brief, at concert pitch, with its score of 100. */
export interface Alternative {
  readonly line: Line
  readonly score: number
  /** The brief that it was composed for, where briefs are compared, and what sets it apart. */
  readonly brief?: string
  readonly told?: string
}

/** The selected notes as chosen: from the first one chosen to the last one. */
interface Chosen {
  readonly anchor: number
  readonly at: number
}

/** The phrases of a composed line, and the brief that it was composed for. */
interface ComposedPhrases {
  readonly brief: Brief
  readonly list: readonly LinePhrase[]
}

interface EditorState {
  readonly place: EditorPlace | undefined
  readonly preference: Preference
  /** The briefs that the player has named. */
  readonly briefs: readonly NamedBrief[]
  /** The contour that the line follows over the stretch, at concert pitch; empty if none was drawn. */
  readonly contour: readonly CurvePoint[]
  /** The contour while it is being drawn. */
  readonly sketch: readonly CurvePoint[] | undefined
  readonly drawing: boolean
  readonly phrases: ComposedPhrases | undefined
  /** The phrases as the player arranged them; the composer's own if left out. */
  readonly arranged: readonly PhraseRequest[] | undefined
  /** Empty where none were asked for. */
  readonly alternatives: readonly Alternative[]
  /** Whether the alternatives are heard one after the other in place of the line. */
  readonly inTurn: boolean
  readonly chosen: Chosen | undefined
  /** The note under the pointer, the notes of a finding that is pointed at, and a line to show in outline. */
  readonly hovered: number | undefined
  readonly pointed: NoteRange | undefined
  readonly outline: Line | undefined
  readonly composing: boolean
  /** Why there is no line, or what it lacks. */
  readonly unmet: readonly Reason[]
}

const initialState: EditorState = {
  place: undefined,
  preference: DEFAULT_PREFERENCE,
  briefs: [],
  contour: [],
  sketch: undefined,
  drawing: false,
  phrases: undefined,
  arranged: undefined,
  alternatives: [],
  inTurn: false,
  chosen: undefined,
  hovered: undefined,
  pointed: undefined,
  outline: undefined,
  composing: false,
  unmet: [],
}

const sameBars = (a: EditorPlace | undefined, b: EditorPlace): boolean =>
  a?.tune === b.tune && a.stretch.from === b.stretch.from && a.stretch.to === b.stretch.to

const NOT_POINTED = { hovered: undefined, pointed: undefined, outline: undefined, sketch: undefined } as const

const stateSlice = createSlice({
  name: 'editor',
  initialState,
  reducers: {
    /** The page shows these bars: contour and alternatives belong to the bars, the selection to the tune. */
    editorPlaced: (state, { payload }: PayloadAction<EditorPlace>): EditorState => ({
      ...state,
      ...NOT_POINTED,
      place: payload,
      ...(sameBars(state.place, payload)
        ? {}
        : {
            contour: [],
            alternatives: [],
            inTurn: false,
            unmet: [],
            phrases: undefined,
            arranged: undefined,
          }),
      ...(state.place?.tune === payload.tune ? {} : { chosen: undefined, drawing: false }),
    }),
    /** The page was left. */
    editorLeft: (state): EditorState => ({ ...state, ...NOT_POINTED, drawing: false }),
    /** What the player asks of a line, as it was stored. */
    preferencesRead: (
      state,
      { payload }: PayloadAction<Partial<Pick<EditorState, 'preference' | 'briefs'>>>,
    ): EditorState => ({ ...state, ...payload }),
    /** Another brief: the line is composed again. */
    briefSet: (state, { payload }: PayloadAction<Preference>): EditorState => ({
      ...state,
      preference: payload,
    }),
    briefNamed: (state, { payload: name }: PayloadAction<string>): EditorState => ({
      ...state,
      briefs: [
        ...state.briefs.filter((brief) => brief.name !== name),
        { name, preference: state.preference },
      ],
    }),
    /** A contour to follow: the line is composed again. */
    contourSet: (state, { payload }: PayloadAction<readonly CurvePoint[]>): EditorState => ({
      ...state,
      contour: payload,
      sketch: undefined,
    }),
    contourSketched: (state, { payload }: PayloadAction<readonly CurvePoint[]>): EditorState => ({
      ...state,
      sketch: payload,
    }),
    drawingToggled: (state): EditorState => ({ ...state, drawing: !state.drawing }),
    /** Asks for another line; for other notes over a range (the others stay); for lines to compare. */
    anotherAsked: (state): EditorState => ({ ...state, arranged: undefined }),
    rewriteAsked: (state, _range: PayloadAction<NoteRange>): EditorState => state,
    alternativesAsked: (state): EditorState => state,
    briefsCompared: (state, _briefs: PayloadAction<readonly NamedBrief[]>): EditorState => state,
    phrasesSet: (state, { payload }: PayloadAction<ComposedPhrases | undefined>): EditorState => ({
      ...state,
      phrases: payload,
    }),
    /** Other phrases: the line is composed again with them. */
    phrasesArranged: (state, { payload }: PayloadAction<readonly PhraseRequest[]>): EditorState => ({
      ...state,
      arranged: payload,
    }),
    alternativesSet: (state, { payload }: PayloadAction<readonly Alternative[]>): EditorState => ({
      ...state,
      alternatives: payload,
      inTurn: false,
    }),
    heardInTurn: (state, { payload }: PayloadAction<boolean>): EditorState => ({
      ...state,
      inTurn: payload && state.alternatives.length > 0,
    }),
    composingSet: (state, { payload }: PayloadAction<boolean>): EditorState => ({
      ...state,
      composing: payload,
    }),
    unmetSet: (state, { payload }: PayloadAction<readonly Reason[]>): EditorState => ({
      ...state,
      unmet: payload,
    }),
    /** Selects a note, or every note from the start of the selection up to it. */
    noteChosen: (state, { payload }: PayloadAction<{ index: number; extend: boolean }>): EditorState => {
      const { index, extend } = payload
      return {
        ...state,
        chosen: { anchor: extend && state.chosen ? state.chosen.anchor : index, at: index },
      }
    },
    /** A note that received the focus: selected, unless it already is. */
    noteFocused: (state, { payload: index }: PayloadAction<number>): EditorState => {
      const { chosen } = state
      const inside =
        chosen && index >= Math.min(chosen.anchor, chosen.at) && index <= Math.max(chosen.anchor, chosen.at)
      return inside ? state : { ...state, chosen: { anchor: index, at: index } }
    },
    allChosen: (state, { payload: count }: PayloadAction<number>): EditorState => ({
      ...state,
      chosen: { anchor: 0, at: count - 1 },
    }),
    noteHovered: (state, { payload }: PayloadAction<number | undefined>): EditorState => ({
      ...state,
      hovered: payload,
    }),
    notesPointed: (state, { payload }: PayloadAction<NoteRange | undefined>): EditorState => ({
      ...state,
      pointed: payload,
    }),
    outlineShown: (state, { payload }: PayloadAction<Line | undefined>): EditorState => ({
      ...state,
      outline: payload,
    }),
  },
})

export const {
  editorPlaced,
  editorLeft,
  preferencesRead,
  briefSet,
  briefNamed,
  contourSet,
  contourSketched,
  drawingToggled,
  anotherAsked,
  rewriteAsked,
  alternativesAsked,
  briefsCompared,
  alternativesSet,
  heardInTurn,
  phrasesSet,
  phrasesArranged,
  composingSet,
  unmetSet,
  noteChosen,
  noteFocused,
  allChosen,
  noteHovered,
  notesPointed,
  outlineShown,
} = stateSlice.actions

/** All that the Line page's editor knows: the line with its history and locks, and everything around it. */
export const editorReducer = combineReducers({ history: lineReducer, state: stateSlice.reducer })

declare module '../../store/store.ts' {
  interface InjectedSlices extends WithSlice<{ reducerPath: 'editor'; reducer: typeof editorReducer }> {}
}
const injected = rootReducer.inject({ reducerPath: 'editor', reducer: editorReducer })

export const selectEditor = injected.selector(({ editor }) => editor.state)
export const selectPreference = injected.selector(({ editor }) => editor.state.preference)
/** Other chords that the brief asks for over each ii–V. */
export const selectChangesWish = createSelector(
  [
    (state) => selectPreference(state).substitution,
    (state: Parameters<typeof selectPreference>[0]) => selectPreference(state).twoFive,
  ],
  (substitution, twoFive): ChangesWish => ({ substitution, twoFive }),
)
export const selectComposing = injected.selector(({ editor }) => editor.state.composing)
export const selectTuneLine = injected.selector(({ editor }) => editor.history.present)
export const selectCanUndo = injected.selector(({ editor }) =>
  editor.history.past.some((before) => before.line !== undefined),
)
export const selectCanRedo = injected.selector(({ editor }) => editor.history.future.length > 0)

/** What is known of how the line was composed, where it is the one that was. */
const selectComposed = injected.selector(({ editor }): ComposedPhrases | undefined => {
  const { phrases } = editor.state
  const { line } = editor.history.present
  if (!phrases || !line) return undefined
  const { seed, stretch } = phrases.brief
  const same = line.seed === seed && line.stretch.from === stretch.from && line.stretch.to === stretch.to
  return same ? phrases : undefined
})
/** The phrases of the line as it was composed. */
export const selectPhrases = injected.selector((state) => selectComposed(state)?.list ?? NO_PHRASES)
/** The brief that the line was composed for. */
export const selectComposedBrief = injected.selector((state) => selectComposed(state)?.brief)
const NO_PHRASES: readonly LinePhrase[] = []

/** The line of the tune that the page shows; none while its draft is read. */
export const selectLine = injected.selector(({ editor: { history, state } }): EditorLine | undefined =>
  history.present.tune === state.place?.tune ? history.present.line : undefined,
)

/** How the player wants the line fingered. */
export const selectFingering = createSelector(
  [selectLine, (state) => selectPreference(state).position],
  (line, position): FingeringWish => line?.fingering ?? (position === undefined ? {} : { still: true }),
)

/** The selected notes, within the notes that the line has. */
export const selectSelection = createSelector(
  selectLine,
  injected.selector(({ editor }) => editor.state.chosen),
  (line, chosen): Selection => {
    const count = line?.notes.length ?? 0
    if (count === 0 || !chosen) return NOTHING_SELECTED
    const inside = (index: number) => Math.min(count - 1, index)
    const [anchor, at] = [inside(chosen.anchor), inside(chosen.at)]
    return { from: Math.min(anchor, at), to: Math.max(anchor, at), at }
  },
)
