import 'fake-indexeddb/auto'
import { configureStore } from '@reduxjs/toolkit'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { RelativeRequest } from '../../test/relativeRequests.ts'
import type { AppDispatch } from '../store/store.ts'
import { api } from './api.ts'
import {
  browserKeeps,
  dropDraft,
  keepDraft,
  keepPendingEdit,
  pendingEdits,
  readDraft,
} from './browserStore.ts'
import { notedEdits } from './journal.ts'
import {
  discardRefused,
  type Edit,
  resumeSending,
  saveRefusedAsCopy,
  saveRefusedOver,
  sendEdit,
  sendPending,
} from './outbox.ts'
import { editSaved, outboxSlice } from './outboxSlice.ts'
import { tabId } from './tab.ts'

interface Sent {
  readonly path: string
  readonly body: Record<string, unknown>
}

/** A server on the other side of fetch: what it was sent, and how it answers next. */
const server = { sent: [] as Sent[], answer: (_sent: Sent): Response => new Response('{}') }

const makeStore = () =>
  configureStore({
    reducer: { outbox: outboxSlice.reducer, [api.reducerPath]: api.reducer },
    middleware: (getDefault) => getDefault().concat(api.middleware),
  })
let store: ReturnType<typeof makeStore>
let dispatch: AppDispatch

const line = (more: Partial<Edit> = {}, title = 'One'): Edit => ({
  entity: 'line-1',
  path: 'lines/line-1',
  title,
  body: { revision: 0, title },
  ...more,
})
/** The browser's small store, which answers at once. */
const storageOf = (kept: Map<string, string>) => ({
  get length() {
    return kept.size
  },
  key: (at: number) => [...kept.keys()][at] ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  getItem: (key: string) => kept.get(key) ?? null,
  removeItem: (key: string) => void kept.delete(key),
})
const state = () => store.getState().outbox
const settled = () =>
  vi.waitFor(async () => expect(await pendingEdits()).toHaveLength(state().waiting + state().refused.length))

beforeEach(() => {
  store = makeStore()
  dispatch = store.dispatch as unknown as AppDispatch
  server.sent = []
  server.answer = () => Response.json({ revision: 1 })
  vi.stubGlobal('Request', RelativeRequest)
  vi.stubGlobal('fetch', async (request: Request) => {
    const sent = {
      path: new URL(request.url).pathname,
      body: (await request.json()) as Record<string, unknown>,
    }
    server.sent.push(sent)
    return server.answer(sent)
  })
})

afterEach(async () => {
  for (const { edit } of await pendingEdits()) await discardRefused(dispatch, edit)
  // What waits for the server is given up.
  await sendPending(dispatch)
  await new Promise((resolve) => setTimeout(resolve, 20))
  vi.unstubAllGlobals()
})

describe('the outbox', () => {
  it('sends each edit with its own id, and removes it once the server has it', async () => {
    await sendEdit(dispatch, line())
    await vi.waitFor(() => expect(server.sent).toHaveLength(1))
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 0, reachable: true }))
    expect(await pendingEdits()).toEqual([])
    expect(server.sent).toMatchObject([{ path: '/api/lines/line-1', body: { title: 'One', revision: 0 } }])
    expect(server.sent[0]!.body.edit).toMatch(/^edit-[0-9a-f]{20}$/)
    expect(state()).toMatchObject({ waiting: 0, reachable: true })
  })

  it('keeps edits while the server is unreachable, and sends the same edit when it is back', async () => {
    server.answer = () => {
      throw new TypeError('Failed to fetch')
    }
    await sendEdit(dispatch, line({ entity: 'line-2', path: 'lines/line-2' }))
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 1, reachable: false }))
    const [waiting] = await pendingEdits()
    server.answer = () => Response.json({ revision: 1 })
    await sendPending(dispatch)
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 0, reachable: true }))
    expect(server.sent.at(-1)!.body.edit).toBe(waiting!.edit)
  })

  it('tells what waits when the application starts without the server', async () => {
    server.answer = () => new Response('{}', { status: 503 })
    const edit = { edit: 'edit-before', entity: 'line-8', path: 'lines/line-8', title: 'Before', at: 0 }
    await keepPendingEdit({ ...edit, body: { revision: 0 } })
    void sendPending(dispatch)
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 1, reachable: false }))
  })

  it('takes a failing server for one that is away', async () => {
    server.answer = () => new Response('{}', { status: 503 })
    await sendEdit(dispatch, line({ entity: 'line-3', path: 'lines/line-3' }))
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 1, reachable: false }))
  })

  it('keeps what may have reached the server, and of later writings of it only the newest', async () => {
    server.answer = () => {
      throw new TypeError('Failed to fetch')
    }
    for (const title of ['First', 'Second', 'Third']) {
      await sendEdit(dispatch, line({ entity: 'line-4', path: 'lines/line-4' }, title))
      await vi.waitFor(() => expect(state().reachable).toBe(false))
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    const waiting = await pendingEdits()
    expect(waiting.map(({ title }) => title)).toEqual(['First', 'Third'])
  })

  it('builds each writing on the revision that the one before it reached', async () => {
    let revision = 4
    server.answer = () => Response.json({ revision: ++revision })
    const entity = 'line-5'
    await sendEdit(dispatch, line({ entity, path: 'lines/line-5', body: { revision: 4 } }))
    await vi.waitFor(() => expect(server.sent).toHaveLength(1))
    await settled()
    await sendEdit(dispatch, line({ entity, path: 'lines/line-5', body: { revision: 4 } }))
    await vi.waitFor(() => expect(server.sent).toHaveLength(2))
    expect(server.sent.map(({ body }) => body.revision)).toEqual([4, 5])
  })

  describe('a page that is closed at once', () => {
    beforeEach(() => vi.stubGlobal('localStorage', storageOf(new Map())))

    it('has its edit noted before anything is waited for, and the note goes once the store has it', async () => {
      const kept = sendEdit(dispatch, line({ entity: 'line-closed', path: 'lines/line-closed' }))
      expect(notedEdits()).toMatchObject([{ entity: 'line-closed', body: { title: 'One' } }])
      await kept
      expect(notedEdits()).toEqual([])
    })

    it('loses nothing: what was noted is sent at the next start, on what its record had reached', async () => {
      let revision = 0
      server.answer = () => Response.json({ revision: ++revision })
      const at = { entity: 'line-opened', path: 'lines/line-opened' }
      await sendEdit(dispatch, line(at, 'First'))
      await vi.waitFor(() => expect(server.sent).toHaveLength(1))
      await settled()
      const closed = sendEdit(dispatch, line(at, 'Second'))
      const noted = notedEdits()
      await closed
      await vi.waitFor(() => expect(server.sent).toHaveLength(2))
      await settled()
      // The store of a page that was closed in between has the note alone.
      localStorage.setItem(`eager-contour edit ${noted[0]!.edit}`, JSON.stringify(noted[0]))
      localStorage.setItem('eager-contour edit y', 'not an edit')
      await resumeSending(dispatch)
      await vi.waitFor(() => expect(server.sent).toHaveLength(3))
      expect(server.sent[2]!.body).toMatchObject({ title: 'Second', edit: server.sent[1]!.body.edit })
      expect(noted[0]!.body.revision).toBe(1)
      expect(notedEdits()).toEqual([])
    })
  })

  it('keeps what the server refuses, with its reason, until the player lets it go', async () => {
    server.answer = () =>
      Response.json(
        { error: { code: 'conflict', message: 'Changed elsewhere.', problems: [] } },
        { status: 409 },
      )
    await sendEdit(dispatch, line({ entity: 'line-6', path: 'lines/line-6' }, 'Mine'))
    await vi.waitFor(() => expect(state().refused).toHaveLength(1))
    expect(state().refused[0]).toMatchObject({ title: 'Mine', reason: 'Changed elsewhere.' })
    server.answer = () => Response.json({ revision: 1 })
    await sendEdit(dispatch, line({ entity: 'line-7', path: 'lines/line-7' }))
    await vi.waitFor(() => expect(state().waiting).toBe(0))
    expect(state().refused).toHaveLength(1)
    await discardRefused(dispatch, state().refused[0]!.edit)
    expect(state().refused).toEqual([])
  })

  it('sends the same edit again when its answer was lost, and builds the next one on it', async () => {
    const stored = { revision: 0, edit: '' }
    let broken = true
    server.answer = ({ body }) => {
      if (body.edit !== stored.edit && body.revision !== stored.revision)
        return Response.json({ error: { message: 'Changed elsewhere.' } }, { status: 409 })
      if (body.edit !== stored.edit)
        Object.assign(stored, { revision: stored.revision + 1, edit: body.edit as string })
      if (broken) throw new TypeError('the connection broke')
      return Response.json({ revision: stored.revision })
    }
    const entity = 'line-9'
    await sendEdit(dispatch, line({ entity, path: 'lines/line-9' }, 'First'))
    await vi.waitFor(() => expect(state().reachable).toBe(false))
    broken = false
    await sendEdit(dispatch, line({ entity, path: 'lines/line-9' }, 'Second'))
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 0, refused: [] }))
    expect(stored.revision).toBe(2)
  })

  it('keeps an edit that was tried before a reload: the server may have it, so it goes first, as it was', async () => {
    let revision = 0
    server.answer = () => Response.json({ revision: ++revision })
    const tried = { edit: 'edit-tried', entity: 'line-16', path: 'lines/line-16', title: 'Tried', at: 0 }
    await keepPendingEdit({ ...tried, body: { revision: 0 }, tab: tabId(), tried: true })
    await sendEdit(dispatch, line({ entity: 'line-16', path: 'lines/line-16' }, 'Newer'))
    await vi.waitFor(() => expect(server.sent).toHaveLength(2))
    expect(server.sent.map(({ body }) => body.revision)).toEqual([0, 1])
    expect(server.sent[1]!.body.title).toBe('Newer')
  })

  it('does not renew this tab’s line from the answer to another tab’s edit: it has not seen that', async () => {
    const told: string[] = []
    const listening = ((action: unknown) => {
      if (editSaved.match(action as never)) told.push((action as ReturnType<typeof editSaved>).payload.entity)
      return store.dispatch(action as never)
    }) as AppDispatch
    const theirs = { edit: 'edit-closed', entity: 'line-17', path: 'lines/line-17', title: 'Theirs', at: 0 }
    await keepPendingEdit({ ...theirs, body: { revision: 0 }, tab: 'tab-closed' })
    await sendEdit(listening, line({ entity: 'line-18', path: 'lines/line-18' }, 'Mine'))
    await vi.waitFor(async () => {
      await sendPending(listening)
      expect(server.sent).toHaveLength(2)
    })
    await settled()
    expect(told).toEqual(['line-18'])
  })

  it('never bases another tab’s edit on what this tab has reached', async () => {
    server.answer = () => Response.json({ revision: 8 })
    const entity = 'line-10'
    await sendEdit(dispatch, line({ entity, path: 'lines/line-10', body: { revision: 7 } }))
    await settled()
    const theirs = { edit: 'edit-theirs', entity, path: 'lines/line-10', title: 'Theirs', at: 0 }
    await keepPendingEdit({ ...theirs, body: { revision: 7 }, tab: 'tab-other' })
    await vi.waitFor(async () => {
      await sendPending(dispatch)
      expect(server.sent).toHaveLength(2)
    })
    expect(server.sent[1]!.body).toMatchObject({ revision: 7 })
  })

  it('does not drop another tab’s waiting edit', async () => {
    server.answer = () => {
      throw new TypeError('Failed to fetch')
    }
    const theirs = { edit: 'edit-theirs', entity: 'line-11', path: 'lines/line-11', title: 'Theirs', at: 0 }
    await keepPendingEdit({ ...theirs, body: { revision: 0 }, tab: 'tab-other' })
    await sendEdit(dispatch, line({ entity: 'line-11', path: 'lines/line-11' }, 'Mine'))
    expect((await pendingEdits()).map(({ title }) => title)).toEqual(['Theirs', 'Mine'])
  })

  it('sets aside what the server fails on, and sends what waits behind it', async () => {
    server.answer = ({ path }) =>
      path.endsWith('line-12') ? new Response('{}', { status: 500 }) : Response.json({ revision: 1 })
    await sendEdit(dispatch, line({ entity: 'line-12', path: 'lines/line-12' }, 'Bad luck'))
    await sendEdit(dispatch, line({ entity: 'line-13', path: 'lines/line-13' }))
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 0, refused: [{ title: 'Bad luck' }] }))
    expect(server.sent.map(({ path }) => path)).toContain('/api/lines/line-13')
  })

  it('saves a refused edit as a new record, beside the one that the server has', async () => {
    const current = { title: 'Theirs', notes: [1, 2] }
    server.answer = ({ path }) =>
      path.endsWith('line-14')
        ? Response.json({ error: { message: 'Changed elsewhere.', current } }, { status: 409 })
        : Response.json({ revision: 1 })
    const body = { revision: 3, title: 'Mine', notes: [1] }
    await sendEdit(dispatch, line({ entity: 'line-14', path: 'lines/line-14', body }, 'Mine'))
    await vi.waitFor(() =>
      expect(state().refused[0]?.versions).toMatchObject({ theirs: current, mine: { title: 'Mine' } }),
    )
    await saveRefusedAsCopy(dispatch, state().refused[0]!.edit)
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 0, refused: [] }))
    const copy = server.sent.at(-1)!
    expect(copy.path).toMatch(/^\/api\/lines\/line-[0-9a-f]{20}$/)
    expect(copy.body).toMatchObject({ title: 'Mine (my version)', revision: 0, notes: [1] })
  })

  it('saves a refused edit over what the server has, once the player has chosen so', async () => {
    const current = { title: 'Theirs', revision: 7 }
    server.answer = ({ body }) =>
      body.revision === 7
        ? Response.json({ revision: 8 })
        : Response.json({ error: { message: 'Changed elsewhere.', current } }, { status: 409 })
    const body = { revision: 3, title: 'Mine' }
    await sendEdit(dispatch, line({ entity: 'line-15', path: 'lines/line-15', body }, 'Mine'))
    await vi.waitFor(() => expect(state().refused).toHaveLength(1))
    await saveRefusedOver(dispatch, state().refused[0]!.edit)
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 0, refused: [] }))
    expect(server.sent.at(-1)).toMatchObject({
      path: '/api/lines/line-15',
      body: { title: 'Mine', revision: 7 },
    })
  })

  it('sends although the browser’s store fails, and says that it does not keep', async () => {
    const failing = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    let away = true
    server.answer = () => {
      if (away) throw new TypeError('Failed to fetch')
      return Response.json({ revision: 1 })
    }
    await sendEdit(dispatch, line({ entity: 'line-15', path: 'lines/line-15' }, 'Kept here'))
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 1, reachable: false }))
    expect(browserKeeps.get()).toBe(false)
    away = false
    await sendPending(dispatch)
    await vi.waitFor(() => expect(state()).toMatchObject({ waiting: 0, reachable: true }))
    failing.mockRestore()
    await keepDraft('anything', 1)
    expect(browserKeeps.get()).toBe(true)
  })

  it('gives a run, which is written once, no edit id', async () => {
    await sendEdit(dispatch, { entity: 'run-1', path: 'runs/run-1', title: 'Run', body: { tempo: 120 } })
    await vi.waitFor(() => expect(server.sent).toHaveLength(1))
    expect(server.sent[0]!.body).toEqual({ tempo: 120 })
  })
})

describe('drafts', () => {
  it('are kept by name, and gone when dropped', async () => {
    await keepDraft('new tune', '| Dm7 |')
    await keepDraft('new tune', '| Dm7 | G7 |')
    expect(await readDraft('new tune')).toBe('| Dm7 | G7 |')
    await dropDraft('new tune')
    expect(await readDraft('new tune')).toBeUndefined()
  })
})
