import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { keepDraft, readDraft } from '../../data/browserStore.ts'
import type { Edit } from '../../data/outbox.ts'
import { store } from '../../store/store.ts'
import { DEFAULT_PREFERENCE } from '../brief/briefs.ts'
import { briefNamed, editorPlaced, selectCanUndo, selectLine } from './editorSlice.ts'
import { type EditorLine, lineDetailsSet, lineOpened, lineReplaced, lineSaved } from './lineHistory.ts'
import './saving.ts'

const sent = vi.hoisted(() => ({ edits: [] as Edit[] }))
vi.mock('../../data/outbox.ts', () => ({
  sendEdit: async (_dispatch: unknown, edit: Edit) => void sent.edits.push(edit),
}))

const line = (midi: number, more: Partial<EditorLine> = {}): EditorLine => ({
  notes: [{ start: 0, duration: 240, midi, spelling: 'C4' }],
  stretch: { from: 0, to: 3 },
  seed: 1,
  title: 'One',
  revision: 2,
  ...more,
})
const place = (tune: string) =>
  editorPlaced({
    tune,
    stretch: { from: 0, to: 3 },
    analysis: 1,
    range: { low: 50, comfortLow: 55, comfortHigh: 75, high: 80 },
  })
/** The tab's own store, which Node lacks. */
const tabStore = new Map<string, string>()
vi.stubGlobal('sessionStorage', {
  getItem: (name: string) => tabStore.get(name) ?? null,
  setItem: (name: string, value: string) => void tabStore.set(name, value),
  removeItem: (name: string) => void tabStore.delete(name),
})
const AFTER_AUTOSAVE_MS = 700

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  sent.edits = []
  store.dispatch(place('tune-1'))
  store.dispatch(lineOpened({ tune: 'tune-1', line: undefined }))
})
afterEach(() => {
  vi.useRealTimers()
})

describe('saving the line', () => {
  it('saves a line that was saved before, once, as it was after quick changes', async () => {
    store.dispatch(lineReplaced(line(60, { id: 'line-1' })))
    store.dispatch(lineReplaced(line(61, { id: 'line-1' })))
    store.dispatch(lineDetailsSet({ title: 'Two' }))
    await vi.advanceTimersByTimeAsync(AFTER_AUTOSAVE_MS)
    expect(sent.edits).toMatchObject([
      { entity: 'line-1', body: { tune: 'tune-1', title: 'Two', revision: 2, notes: [{ midi: 61 }] } },
    ])
  })

  it('saves a changed line although another one was opened right after', async () => {
    store.dispatch(lineReplaced(line(60, { id: 'line-1' })))
    store.dispatch(lineReplaced(line(61, { id: 'line-1' })))
    store.dispatch(lineReplaced(line(70, { id: 'line-2' })))
    await vi.advanceTimersByTimeAsync(AFTER_AUTOSAVE_MS)
    expect(sent.edits).toMatchObject([{ entity: 'line-1', body: { notes: [{ midi: 61 }] } }])
  })

  it('does not save a line that never was, nor locks and names of the id alone', async () => {
    store.dispatch(lineReplaced(line(60)))
    store.dispatch(lineReplaced(line(61)))
    store.dispatch(lineSaved({ id: 'line-1', title: 'One' }))
    store.dispatch(lineDetailsSet({ locked: [0] }))
    await vi.advanceTimersByTimeAsync(AFTER_AUTOSAVE_MS)
    expect(sent.edits).toEqual([])
  })

  it('opens this tab’s own draft although another tab wrote a newer one', async () => {
    vi.useRealTimers()
    store.dispatch(lineReplaced(line(64)))
    await vi.waitFor(async () => expect(await readDraft('line tune-1')).toBeDefined())
    await keepDraft('line tune-1', line(90))
    store.dispatch(lineOpened({ tune: 'tune-9', line: undefined }))
    store.dispatch(place('tune-1'))
    await vi.waitFor(() => expect(selectLine(store.getState())?.notes[0]?.midi).toBe(64))
  })

  it('keeps the briefs that another tab has named in the meantime', async () => {
    vi.useRealTimers()
    const preference = DEFAULT_PREFERENCE
    await keepDraft('briefs', [{ name: 'theirs', preference }])
    store.dispatch(briefNamed('mine'))
    await vi.waitFor(async () =>
      expect(await readDraft('briefs')).toEqual([
        { name: 'theirs', preference },
        { name: 'mine', preference },
      ]),
    )
  })

  it('keeps every change as a draft, and opens a tune’s draft with its page, without a history', async () => {
    vi.useRealTimers()
    store.dispatch(lineReplaced(line(64)))
    await vi.waitFor(async () =>
      expect(await readDraft<EditorLine>('line tune-1')).toMatchObject({ notes: [{ midi: 64 }] }),
    )
    await keepDraft('line tune-2', line(72))
    store.dispatch(place('tune-2'))
    await vi.waitFor(() => expect(selectLine(store.getState())?.notes[0]?.midi).toBe(72))
    await vi.waitFor(() => expect(selectCanUndo(store.getState())).toBe(false))
  })
})
