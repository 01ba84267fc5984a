import 'fake-indexeddb/auto'
import { configureStore, type Middleware } from '@reduxjs/toolkit'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { RelativeRequest } from '../../test/relativeRequests.ts'
import type { AppDispatch } from '../store/store.ts'

const ENTITY = 'line-shared'

/** A server with one record; it may be away. */
const server = {
  away: false,
  revision: 0,
  lastEdit: '',
  /** What was stored, by which tab. */
  stored: [] as { readonly by: string; readonly title: string }[],
}

const answer = async (request: Request): Promise<Response> => {
  const body = (await request.json()) as Record<string, string | number>
  if (server.away) throw new TypeError('Failed to fetch')
  if (body.edit !== server.lastEdit) {
    if (body.revision !== server.revision)
      return Response.json(
        { error: { message: 'Changed elsewhere.', current: { title: server.stored.at(-1)?.title } } },
        { status: 409 },
      )
    server.revision += 1
    server.lastEdit = String(body.edit)
    server.stored.push({ by: String(body.by), title: String(body.title) })
  }
  return Response.json({ revision: server.revision })
}

/** A tab of its own: its modules are loaded again, so that it shares only the browser's store with the other. */
const openTab = async (by: string) => {
  vi.resetModules()
  const { api } = await import('./api.ts')
  const { outboxSlice, editSaved } = await import('./outboxSlice.ts')
  const outbox = await import('./outbox.ts')
  await (await import('./tab.ts')).claimTab()
  let base = 0
  const follow: Middleware = () => (next) => (action) => {
    if (editSaved.match(action)) base = action.payload.revision
    return next(action)
  }
  const store = configureStore({
    reducer: { outbox: outboxSlice.reducer, [api.reducerPath]: api.reducer },
    middleware: (getDefault) => getDefault().concat(api.middleware, follow),
  })
  const dispatch = store.dispatch as unknown as AppDispatch
  const said: string[] = []
  return {
    by,
    said,
    state: () => store.getState().outbox,
    send: () => outbox.sendPending(dispatch),
    /** Edits the record as this tab knows it. */
    edit: async (title: string) => {
      said.push(title)
      await outbox.sendEdit(dispatch, {
        entity: ENTITY,
        path: `lines/${ENTITY}`,
        title,
        body: { revision: base, title, by },
      })
    },
    discard: (edit: string) => outbox.discardRefused(dispatch, edit),
  }
}

/** The browser's locks, as far as the outbox needs them: one sends at a time, and an open tab holds its own. */
let sending: Promise<unknown> = Promise.resolve()
const open = new Set<string>()
type Act = (lock: object | null) => Promise<unknown>
const locks = {
  query: async () => ({ held: [...open].map((name) => ({ name })) }),
  request: (name: string, ...[options, claim]: readonly [object, Act] | readonly [Act]) => {
    if (claim) {
      const free = !open.has(name)
      open.add(name)
      return claim(free ? {} : null)
    }
    const turn = sending.then(() => (options as Act)({}))
    sending = turn.catch(() => undefined)
    return turn
  },
}

beforeEach(() => {
  open.clear()
  vi.stubGlobal('navigator', { locks })
  Object.assign(server, { away: false, revision: 0, lastEdit: '', stored: [] })
  vi.stubGlobal('Request', RelativeRequest)
  vi.stubGlobal('fetch', answer)
})
afterEach(() => vi.unstubAllGlobals())

const EDITS = 6
/** Every order in which two tabs can make six edits: which tab makes each, as bits. */
const ORDERS = Array.from({ length: 2 ** EDITS }, (_, order) =>
  Array.from({ length: EDITS }, (_edit, at) => (order >> at) & 1),
)

describe('two tabs with one line', () => {
  it.each(ORDERS.map((order, number) => ({ order, name: order.join(''), away: number % 3 })))(
    'in the order $name: nothing is overwritten unseen, nothing is dropped',
    async ({ order, away }) => {
      const tabs = [await openTab('first'), await openTab('second')] as const
      for (const [at, which] of order.entries()) {
        // Away not at all, for the first edits, or for those in the middle.
        server.away = (away === 1 && at < 3) || (away === 2 && at >= 2 && at < 5)
        await tabs[which]!.edit(`${tabs[which]!.by} ${at}`)
        await new Promise((resolve) => setTimeout(resolve, 4))
      }
      server.away = false
      await vi.waitFor(async () => {
        for (const tab of tabs) await tab.send()
        for (const tab of tabs) expect(tab.state().waiting).toBe(0)
      })
      // Whoever came first built on its own edits only; the other never saw them, and never replaced them.
      const owners = new Set(server.stored.map(({ by }) => by))
      expect(owners.size).toBe(1)
      const [owner] = owners
      const other = tabs.find(({ by }) => by !== owner)!
      const winner = tabs.find(({ by }) => by === owner)!
      expect(server.stored.at(-1)!.title).toBe(winner.said.at(-1))
      const refused = other.state().refused
      if (other.said.length > 0) expect(refused.map(({ title }) => title)).toContain(other.said.at(-1))
      else expect(refused).toEqual([])
      for (const { edit } of refused) await other.discard(edit)
    },
  )
})
