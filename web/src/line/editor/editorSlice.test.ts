import { configureStore } from '@reduxjs/toolkit'
import { beforeEach, describe, expect, it } from 'vitest'
import {
  type DeskLine,
  deskOpened,
  forgetBefore,
  goBack,
  goForward,
  lineKept,
  lineNamed,
  lineReducer,
  lineWritten,
  selectCanGoBack,
  selectCanGoForward,
  selectDesk,
} from './editorSlice.ts'

const makeStore = () => configureStore({ reducer: { line: lineReducer } })
let store: ReturnType<typeof makeStore>
const line = (seed: number): DeskLine => ({
  notes: [{ start: 0, duration: 240, midi: 60 + seed, spelling: 'C4' }],
  stretch: { from: 0, to: 3 },
  seed,
  title: '',
  revision: 0,
})
const desk = () => selectDesk(store.getState())

beforeEach(() => {
  store = makeStore()
  store.dispatch(deskOpened({ tune: 'tune-1', line: undefined }))
  store.dispatch(forgetBefore())
})

describe('the desk', () => {
  it('goes back to every line that was written, and forward again', () => {
    for (const seed of [1, 2, 3]) store.dispatch(lineWritten(line(seed)))
    store.dispatch(goBack())
    expect(desk().line?.seed).toBe(2)
    store.dispatch(goBack())
    expect(desk().line?.seed).toBe(1)
    expect(selectCanGoBack(store.getState())).toBe(false)
    store.dispatch(goForward())
    store.dispatch(goForward())
    expect(desk().line?.seed).toBe(3)
    expect(selectCanGoForward(store.getState())).toBe(false)
  })

  it('keeps the id of a kept line, whatever is written after it', () => {
    store.dispatch(lineWritten(line(1)))
    store.dispatch(lineKept({ id: 'line-1', title: 'Kept' }))
    store.dispatch(lineWritten(line(2)))
    expect(desk().line?.id).toBeUndefined()
    store.dispatch(goBack())
    expect(desk().line).toMatchObject({ seed: 1, id: 'line-1', title: 'Kept' })
  })

  it('begins its history anew with another tune', () => {
    store.dispatch(lineWritten(line(1)))
    store.dispatch(lineWritten(line(2)))
    store.dispatch(deskOpened({ tune: 'tune-2', line: line(7) }))
    store.dispatch(forgetBefore())
    expect(selectCanGoBack(store.getState())).toBe(false)
    expect(desk()).toMatchObject({ tune: 'tune-2', line: { seed: 7 } })
  })

  it('goes back under the names that the line has now', () => {
    store.dispatch(lineWritten({ ...line(1), id: 'line-1', revision: 1 }))
    store.dispatch(lineWritten({ ...line(2), id: 'line-1', revision: 1 }))
    store.dispatch(lineNamed({ title: 'Over the wall', tags: ['slow'], remark: 'breathe' }))
    store.dispatch(goBack())
    expect(desk().line).toMatchObject({ seed: 1, title: 'Over the wall', tags: ['slow'], remark: 'breathe' })
    expect(selectCanGoForward(store.getState())).toBe(true)
  })

  it('has nothing to keep while it is empty', () => {
    store.dispatch(lineKept({ id: 'line-1', title: 'Kept' }))
    expect(desk().line).toBeUndefined()
  })
})
