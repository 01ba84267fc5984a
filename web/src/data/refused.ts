import type { PendingEdit } from './browserStore.ts'
import type { RefusedEdit } from './outboxSlice.ts'
import type { Version } from './versions.ts'

/** A refused edit as the player is told of it; undefined for one that still waits. */
export const asRefused = ({ edit, title, body, current, refused }: PendingEdit): RefusedEdit | undefined => {
  if (refused === undefined) return undefined
  // Only what has a title can be kept as a record of its own beside the other.
  const hasBoth = typeof current === 'object' && current !== null && typeof body.title === 'string'
  return {
    edit,
    title,
    reason: refused,
    ...(hasBoth ? { versions: { theirs: current as Version, mine: body } } : {}),
  }
}
