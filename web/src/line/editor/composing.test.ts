import 'fake-indexeddb/auto'
import type { Brief, Line } from '@eager-contour/core'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { store } from '../../store/store.ts'
import { DEFAULT_PREFERENCE } from '../brief/briefs.ts'
import {
  alternativesAsked,
  anotherAsked,
  briefSet,
  contourSet,
  editorPlaced,
  rewriteAsked,
  selectEditor,
  selectLine,
} from './editorSlice.ts'
import { type EditorLine, lineOpened, lineReplaced } from './lineHistory.ts'
import './composing.ts'

interface Answer {
  readonly lines: readonly { readonly line: Line; readonly missed: readonly unknown[] }[]
  readonly unmet: readonly unknown[]
}

/** A composer whose answers come when the test says so. */
const composer = vi.hoisted(() => ({
  briefs: [] as Brief[],
  answers: [] as ((answer: Answer) => void)[],
}))

vi.mock('../../engine/engine.ts', () => ({
  engine: () => ({
    compose: (_analysis: number, brief: Brief) => {
      composer.briefs.push(brief)
      return new Promise((answer) => composer.answers.push(answer))
    },
    review: async (_analysis: number, { notes }: Line) => ({ score: notes[0]!.midi }),
  }),
}))

const lineAt = (midi: number): Line => ({
  notes: [0, 240, 480].map((start) => ({ start, duration: 240, midi, spelling: 'C4' })),
})
const editorLine = (midi: number, more: Partial<EditorLine> = {}): EditorLine => ({
  ...lineAt(midi),
  stretch: { from: 0, to: 3 },
  seed: 4,
  title: 'Mine',
  revision: 0,
  ...more,
})
const answer = (at: number, ...lines: readonly Line[]) =>
  composer.answers[at]!({ lines: lines.map((line) => ({ line, missed: [] })), unmet: [] })
const current = () => selectLine(store.getState())
const state = () => selectEditor(store.getState())

beforeEach(() => {
  composer.briefs = []
  composer.answers = []
  const range = { low: 50, comfortLow: 55, comfortHigh: 75, high: 80 }
  store.dispatch(editorPlaced({ tune: 'tune-1', stretch: { from: 0, to: 3 }, analysis: 1, range }))
  store.dispatch(lineOpened({ tune: 'tune-1', line: undefined }))
  store.dispatch(contourSet([]))
  composer.briefs = []
  composer.answers = []
})

describe('composing', () => {
  it('puts the composed line in the editor', async () => {
    store.dispatch(anotherAsked())
    expect(state().composing).toBe(true)
    answer(0, lineAt(62))
    await vi.waitFor(() => expect(current()).toMatchObject({ seed: 1, stretch: { from: 0, to: 3 } }))
    await vi.waitFor(() => expect(state().composing).toBe(false))
  })

  it('drops the answer to a request that a newer one replaced', async () => {
    store.dispatch(lineReplaced(editorLine(60)))
    store.dispatch(anotherAsked())
    store.dispatch(briefSet({ ...DEFAULT_PREFERENCE, rhythm: 'sparse' }))
    answer(0, lineAt(61))
    answer(1, lineAt(62))
    await vi.waitFor(() => expect(current()?.notes[0]?.midi).toBe(62))
    expect(composer.briefs.map(({ rhythm }) => rhythm)).toEqual([undefined, 'sparse'])
  })

  it('keeps locked notes when another line is asked for, and all others when some are rewritten', () => {
    store.dispatch(lineReplaced(editorLine(60, { locked: [240] })))
    store.dispatch(anotherAsked())
    expect(composer.briefs[0]).toMatchObject({ seed: 5, locked: [{ start: 240 }], avoid: [{ seed: 4 }] })
    store.dispatch(rewriteAsked({ from: 1, to: 1 }))
    expect(composer.briefs[1]!.locked?.map(({ start }) => start)).toEqual([0, 480])
  })

  it('keeps the title of a line of which some notes are rewritten, not that of another line', async () => {
    store.dispatch(lineReplaced(editorLine(60)))
    store.dispatch(rewriteAsked({ from: 1, to: 1 }))
    answer(0, lineAt(62))
    await vi.waitFor(() => expect(current()).toMatchObject({ title: 'Mine', seed: 5 }))
    store.dispatch(anotherAsked())
    answer(1, lineAt(64))
    await vi.waitFor(() => expect(current()).toMatchObject({ title: '', seed: 6 }))
  })

  it('composes for another brief only over a line, for a contour always', () => {
    store.dispatch(briefSet(DEFAULT_PREFERENCE))
    expect(composer.briefs).toEqual([])
    store.dispatch(contourSet([{ tick: 0, midi: 64 }]))
    expect(composer.briefs[0]).toMatchObject({ seed: 1, contour: { points: [{ tick: 0, midi: 64 }] } })
  })

  it('offers alternatives with their scores and leaves the line as it is', async () => {
    store.dispatch(lineReplaced(editorLine(60)))
    store.dispatch(alternativesAsked())
    answer(0, lineAt(61), lineAt(63))
    await vi.waitFor(() => expect(state().alternatives.map(({ score }) => score)).toEqual([61, 63]))
    expect(current()?.notes[0]?.midi).toBe(60)
  })
})
