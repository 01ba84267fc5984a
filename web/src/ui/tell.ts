import { useSyncExternalStore } from 'react'

/** Something that is said to the player: what is done, with a way to take it back, or what failed. */
export interface Message {
  readonly kind: 'done' | 'failed'
  readonly text: string
  readonly undo?: () => void
}

const waiting: Message[] = []
let told = 0
const watchers = new Set<() => void>()

const tell = (message: Message): void => {
  waiting.push(message)
  told += 1
  for (const watcher of watchers) watcher()
}

/** Calls a watcher whenever something is told; returns how to stop that. */
export const watchMessages = (watcher: () => void): (() => void) => {
  watchers.add(watcher)
  return () => void watchers.delete(watcher)
}

/** The messages that wait to be shown, oldest first: each is taken once. */
export const takeMessages = (): readonly Message[] => waiting.splice(0)

/** Whether anything was told yet: until then nothing that shows messages is loaded. */
export const useHasMessages = (): boolean => useSyncExternalStore(watchMessages, () => told > 0)

/** Says that something is done: “Saved: Weir Lane.” */
export const tellDone = (text: string): void => tell({ kind: 'done', text })

/** Says that something is done that can be taken back, and that it was, if it is. */
export const tellUndoable = (text: string, undo: () => void, undone: string): void =>
  tell({
    kind: 'done',
    text,
    undo: () => {
      undo()
      tellDone(undone)
    },
  })

/** Says what went wrong, until it is closed. */
export const tellFailed = (text: string): void => tell({ kind: 'failed', text })
