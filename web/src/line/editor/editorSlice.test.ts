import { configureStore } from '@reduxjs/toolkit'
import { beforeEach, describe, expect, it } from 'vitest'
import { editSaved } from '../../data/outboxSlice.ts'
import { DEFAULT_PREFERENCE } from '../brief/briefs.ts'
import {
  allChosen,
  briefNamed,
  briefSet,
  contourSet,
  editorPlaced,
  editorReducer,
  noteChosen,
  noteFocused,
  noteHovered,
  selectCanRedo,
  selectCanUndo,
  selectEditor,
  selectLine,
  selectSelection,
  selectTuneLine,
} from './editorSlice.ts'
import {
  clearHistory,
  type EditorLine,
  lineDetailsSet,
  lineOpened,
  lineReplaced,
  lineSaved,
  redo,
  undo,
} from './lineHistory.ts'

const makeStore = () => configureStore({ reducer: { editor: editorReducer } })
let store: ReturnType<typeof makeStore>
const line = (seed: number): EditorLine => ({
  notes: [{ start: 0, duration: 240, midi: 60 + seed, spelling: 'C4' }],
  stretch: { from: 0, to: 3 },
  seed,
  title: '',
  revision: 0,
})
const editor = () => selectTuneLine(store.getState())

beforeEach(() => {
  store = makeStore()
  store.dispatch(lineOpened({ tune: 'tune-1', line: undefined }))
  store.dispatch(clearHistory())
})

describe('the editor’s state', () => {
  it('goes back to every line that was written, and forward again', () => {
    for (const seed of [1, 2, 3]) store.dispatch(lineReplaced(line(seed)))
    store.dispatch(undo())
    expect(editor().line?.seed).toBe(2)
    store.dispatch(undo())
    expect(editor().line?.seed).toBe(1)
    expect(selectCanUndo(store.getState())).toBe(false)
    store.dispatch(redo())
    store.dispatch(redo())
    expect(editor().line?.seed).toBe(3)
    expect(selectCanRedo(store.getState())).toBe(false)
  })

  it('keeps the id of a saved line, whatever is written after it', () => {
    store.dispatch(lineReplaced(line(1)))
    store.dispatch(lineSaved({ id: 'line-1', title: 'Kept' }))
    store.dispatch(lineReplaced(line(2)))
    expect(editor().line?.id).toBeUndefined()
    store.dispatch(undo())
    expect(editor().line).toMatchObject({ seed: 1, id: 'line-1', title: 'Kept' })
  })

  it('bases the next change of a saved line on what the server answered, never on less', () => {
    store.dispatch(lineReplaced({ ...line(1), id: 'line-1', revision: 3 }))
    store.dispatch(editSaved({ entity: 'line-other', revision: 9 }))
    expect(editor().line?.revision).toBe(3)
    store.dispatch(editSaved({ entity: 'line-1', revision: 4 }))
    expect(editor().line?.revision).toBe(4)
    store.dispatch(editSaved({ entity: 'line-1', revision: 2 }))
    expect(editor().line?.revision).toBe(4)
  })

  it('starts a new history with another tune', () => {
    store.dispatch(lineReplaced(line(1)))
    store.dispatch(lineReplaced(line(2)))
    store.dispatch(lineOpened({ tune: 'tune-2', line: line(7) }))
    store.dispatch(clearHistory())
    expect(selectCanUndo(store.getState())).toBe(false)
    expect(editor()).toMatchObject({ tune: 'tune-2', line: { seed: 7 } })
  })

  it('goes back under the names that the line has now', () => {
    store.dispatch(lineReplaced({ ...line(1), id: 'line-1', revision: 1 }))
    store.dispatch(lineReplaced({ ...line(2), id: 'line-1', revision: 1 }))
    store.dispatch(lineDetailsSet({ title: 'Over the wall', tags: ['slow'], remark: 'breathe' }))
    store.dispatch(undo())
    expect(editor().line).toMatchObject({
      seed: 1,
      title: 'Over the wall',
      tags: ['slow'],
      remark: 'breathe',
    })
    expect(selectCanRedo(store.getState())).toBe(true)
  })

  it('stores nothing while it is empty', () => {
    store.dispatch(lineSaved({ id: 'line-1', title: 'Kept' }))
    expect(editor().line).toBeUndefined()
  })
})

const place = (tune: string, from: number, to: number) =>
  editorPlaced({
    tune,
    stretch: { from, to },
    analysis: 1,
    range: { low: 50, comfortLow: 55, comfortHigh: 75, high: 80 },
  })
const state = () => selectEditor(store.getState())
const selection = () => selectSelection(store.getState())

describe('the editor’s place', () => {
  it('shows a line only over its own tune', () => {
    store.dispatch(lineReplaced(line(1)))
    store.dispatch(place('tune-1', 0, 3))
    expect(selectLine(store.getState())?.seed).toBe(1)
    store.dispatch(place('tune-2', 0, 3))
    expect(selectLine(store.getState())).toBeUndefined()
  })

  it('drops the contour with other bars, but not when the same bars are shown again', () => {
    store.dispatch(place('tune-1', 0, 3))
    store.dispatch(contourSet([{ tick: 0, midi: 60 }]))
    store.dispatch(noteHovered(3))
    store.dispatch(place('tune-1', 0, 3))
    expect(state()).toMatchObject({ contour: [{ tick: 0, midi: 60 }], hovered: undefined })
    store.dispatch(place('tune-1', 4, 7))
    expect(state().contour).toEqual([])
  })

  it('names the brief as it is, and replaces one of the same name', () => {
    store.dispatch(briefNamed('mine'))
    store.dispatch(briefSet({ ...DEFAULT_PREFERENCE, rhythm: 'sparse' }))
    store.dispatch(briefNamed('mine'))
    expect(state().briefs).toEqual([
      { name: 'mine', preference: { ...DEFAULT_PREFERENCE, rhythm: 'sparse' } },
    ])
  })
})

describe('the selection', () => {
  const notes = [0, 240, 480, 720].map((start) => ({ start, duration: 240, midi: 60, spelling: 'C4' }))
  beforeEach(() => {
    store.dispatch(place('tune-1', 0, 3))
    store.dispatch(lineReplaced({ ...line(1), notes }))
  })

  it('reaches from the first chosen note to the last, either way', () => {
    store.dispatch(noteChosen({ index: 2, extend: false }))
    store.dispatch(noteChosen({ index: 0, extend: true }))
    expect(selection()).toEqual({ from: 0, to: 2, at: 0 })
    store.dispatch(noteChosen({ index: 3, extend: true }))
    expect(selection()).toEqual({ from: 2, to: 3, at: 3 })
  })

  it('stays when one of its notes receives the focus, and moves with any other', () => {
    store.dispatch(allChosen(3))
    store.dispatch(noteFocused(1))
    expect(selection()).toEqual({ from: 0, to: 2, at: 2 })
    store.dispatch(noteFocused(3))
    expect(selection()).toEqual({ from: 3, to: 3, at: 3 })
  })

  it('stays within the notes that are left', () => {
    store.dispatch(allChosen(4))
    store.dispatch(lineReplaced({ ...line(2), notes: notes.slice(0, 2) }))
    expect(selection()).toEqual({ from: 0, to: 1, at: 1 })
    store.dispatch(lineReplaced({ ...line(3), notes: [] }))
    expect(selection().at).toBeUndefined()
  })
})
