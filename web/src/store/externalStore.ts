import { useSyncExternalStore } from 'react'

/** A value outside Redux that changes by itself (a device), with a hook that follows it. */
export interface ExternalStore<T> {
  readonly get: () => T
  readonly set: (next: T) => void
  readonly use: () => T
}

/** Makes a store for a value that lives outside React. `onFirst` is called when the hook is first used. */
export const externalStore = <T>(initial: T, onFirst?: () => void): ExternalStore<T> => {
  let value = initial
  let first = onFirst
  const watchers = new Set<() => void>()
  const subscribe = (watcher: () => void) => {
    watchers.add(watcher)
    first?.()
    first = undefined
    return () => void watchers.delete(watcher)
  }
  const get = () => value
  return {
    get,
    set: (next) => {
      value = next
      for (const watcher of watchers) watcher()
    },
    use: () => useSyncExternalStore(subscribe, get),
  }
}
