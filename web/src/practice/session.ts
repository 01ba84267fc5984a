import { type PlanBlock, RUNGS } from '@eager-contour/core'
import { useSyncExternalStore } from 'react'
import { smallStore } from '../data/smallStore.ts'

/** A block of a session, and how far it has come. */
export interface SessionBlock extends PlanBlock {
  /** When its first run was begun, in milliseconds. */
  readonly startedAt?: number
  readonly state: 'waiting' | 'done' | 'skipped'
}

/** What is practised: the blocks in their order. It stays until all of it is done, or another one is planned. */
export interface Session {
  /** The player's day: “2026-11-03”. */
  readonly day: string
  readonly minutes: number
  readonly blocks: readonly SessionBlock[]
}

const STORE = 'eager-contour session'
const listeners = new Set<() => void>()

/** It is kept at once, so that nothing is lost with a closed page. */
let text = smallStore('localStorage')?.getItem(STORE) ?? ''
let known: { readonly text: string; readonly session: Session | undefined } = { text: '', session: undefined }

const readSession = (): Session | undefined => {
  if (known.text === text) return known.session
  try {
    const session = JSON.parse(text) as Session
    // A block of a rung that this version doesn't have can't be played.
    const blocks = session.blocks.filter(({ rung }) => RUNGS.some(({ id }) => id === rung))
    known = { text, session: { ...session, blocks } }
  } catch {
    known = { text, session: undefined }
  }
  return known.session
}

/** Another tab may have gone on with it. */
globalThis.addEventListener?.('storage', ({ key, newValue }) => {
  if (key !== STORE) return
  text = newValue ?? ''
  for (const listener of listeners) listener()
})

export const keepSession = (session: Session): void => {
  text = JSON.stringify(session)
  smallStore('localStorage')?.setItem(STORE, text)
  for (const listener of listeners) listener()
}

/** The session with a block changed; nothing happens without one. */
export const changeBlock = (id: string, part: Partial<SessionBlock>): void => {
  const session = readSession()
  if (!session) return
  const blocks = session.blocks.map((block) => (block.id === id ? { ...block, ...part } : block))
  keepSession({ ...session, blocks })
}

export const useSession = (): Session | undefined =>
  useSyncExternalStore((listener) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }, readSession)

/** A day as the player's own clock has it. */
export const dayOf = (date: Date): string =>
  [date.getFullYear(), date.getMonth() + 1, date.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-')

/** The block that is next: the first one that waits. */
export const nextBlock = (session: Session | undefined): SessionBlock | undefined =>
  session?.blocks.find(({ state }) => state === 'waiting')

const MINUTE_MS = 60_000

/** Whether a block is over after a run: it went well, or its minutes have passed. */
export const isOver = (block: SessionBlock, held: boolean, now: number): boolean =>
  held || (block.startedAt !== undefined && now - block.startedAt >= block.minutes * MINUTE_MS)
