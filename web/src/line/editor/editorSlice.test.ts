import { configureStore } from '@reduxjs/toolkit'
import { beforeEach, describe, expect, it } from 'vitest'
import {
  clearHistory,
  type EditorLine,
  editorOpened,
  lineDetailsSet,
  lineReducer,
  lineReplaced,
  lineSaved,
  redo,
  selectCanRedo,
  selectCanUndo,
  selectEditor,
  undo,
} from './editorSlice.ts'

const makeStore = () => configureStore({ reducer: { line: lineReducer } })
let store: ReturnType<typeof makeStore>
const line = (seed: number): EditorLine => ({
  notes: [{ start: 0, duration: 240, midi: 60 + seed, spelling: 'C4' }],
  stretch: { from: 0, to: 3 },
  seed,
  title: '',
  revision: 0,
})
const editor = () => selectEditor(store.getState())

beforeEach(() => {
  store = makeStore()
  store.dispatch(editorOpened({ tune: 'tune-1', line: undefined }))
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

  it('keeps the id of a kept line, whatever is written after it', () => {
    store.dispatch(lineReplaced(line(1)))
    store.dispatch(lineSaved({ id: 'line-1', title: 'Kept' }))
    store.dispatch(lineReplaced(line(2)))
    expect(editor().line?.id).toBeUndefined()
    store.dispatch(undo())
    expect(editor().line).toMatchObject({ seed: 1, id: 'line-1', title: 'Kept' })
  })

  it('starts a new history with another tune', () => {
    store.dispatch(lineReplaced(line(1)))
    store.dispatch(lineReplaced(line(2)))
    store.dispatch(editorOpened({ tune: 'tune-2', line: line(7) }))
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
