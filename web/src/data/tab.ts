import { newId } from './ids.ts'
import { smallStore } from './smallStore.ts'

const KEPT = 'eager-contour tab'

const session = () => smallStore('sessionStorage')

const write = (id: string): string => {
  try {
    session()?.setItem(KEPT, id)
  } catch {
    // Without it the tab has another id after a reload; nothing else depends on it.
  }
  return id
}

let current = session()?.getItem(KEPT) ?? write(newId('tab'))

/** Keeps something for this tab alone: it is there after a reload, and gone with the tab. */
export const keepInTab = (name: string, value: unknown): void => {
  try {
    session()?.setItem(name, JSON.stringify(value))
  } catch {
    // Too large, or denied: then the tab reads what all tabs share.
    session()?.removeItem(name)
  }
}

export const readInTab = <T>(name: string): T | undefined => {
  try {
    const text = session()?.getItem(name)
    return text ? (JSON.parse(text) as T) : undefined
  } catch {
    return undefined
  }
}

/** This tab's id: the same after a reload. */
export const tabId = (): string => current

const lockOf = (id: string): string => `tab ${id}`

/** The tabs that are open, as far as the browser tells: those that hold their lock. */
export const isTabOpen = async (): Promise<(id: string) => boolean> => {
  const { locks } = globalThis.navigator ?? {}
  const { held = [] } = (await locks?.query()) ?? {}
  const names = new Set(held.map(({ name }) => name))
  return (id) => names.has(lockOf(id))
}

/** A duplicated tab begins with the id of the first: it takes another. The lock is held until the page closes. */
export const claimTab = async (): Promise<void> => {
  const { locks } = globalThis.navigator ?? {}
  if (!locks) return
  for (;;) {
    const claimed = await new Promise<boolean>((answer) => {
      void locks.request(lockOf(current), { ifAvailable: true }, (lock) => {
        answer(lock !== null)
        return lock ? new Promise(() => undefined) : undefined
      })
    })
    if (claimed) return
    current = write(newId('tab'))
  }
}
