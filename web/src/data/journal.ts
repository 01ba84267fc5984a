import type { PendingEdit } from './browserStore.ts'
import { smallStore } from './smallStore.ts'

const PREFIX = 'eager-contour edit '

/**
 * Notes an edit until the browser's own store has it: that store answers some milliseconds later, and a page that is
 * closed in between would lose the edit. This is done before anything is waited for.
 */
export const noteEdit = (edit: PendingEdit): void => {
  try {
    smallStore('localStorage')?.setItem(PREFIX + edit.edit, JSON.stringify(edit))
  } catch {
    // Too large, or denied: then it is safe a few milliseconds later.
  }
}

export const dropNotedEdit = (edit: string): void => smallStore('localStorage')?.removeItem(PREFIX + edit)

/** The edits that the store did not take before their page was closed, oldest first. */
export const notedEdits = (): readonly PendingEdit[] => {
  const store = smallStore('localStorage')
  if (!store) return []
  return Array.from({ length: store.length }, (_, at) => store.key(at) ?? '')
    .filter((key) => key.startsWith(PREFIX))
    .flatMap((key) => {
      try {
        return [JSON.parse(store.getItem(key) ?? '') as PendingEdit]
      } catch {
        return []
      }
    })
    .sort((a, b) => a.at - b.at)
}
