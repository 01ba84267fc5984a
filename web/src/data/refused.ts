import type { PendingEdit } from './browserStore.ts'
import type { RefusedEdit } from './outboxSlice.ts'

const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`

/** How large a version of a record is, in its own terms. */
const sizeWords = ({ notes, chart, exercises }: Readonly<Record<string, unknown>>): string => {
  if (Array.isArray(notes)) return counted(notes.length, 'note')
  if (typeof chart === 'string') return counted(chart.split('|').length - 1, 'bar line')
  return Array.isArray(exercises) ? counted(exercises.length, 'exercise') : ''
}

const versionWords = (version: Readonly<Record<string, unknown>>): string =>
  [`“${String(version.title ?? '')}”`, sizeWords(version)].filter(Boolean).join(', ')

/** A refused edit as the player is told of it; undefined for one that still waits. */
export const asRefused = ({ edit, title, body, current, refused }: PendingEdit): RefusedEdit | undefined => {
  if (refused === undefined) return undefined
  // Only what has a title can be kept as a record of its own beside the other.
  const hasBoth = typeof current === 'object' && current !== null && typeof body.title === 'string'
  return {
    edit,
    title,
    reason: refused,
    ...(hasBoth
      ? {
          versions: {
            theirs: versionWords(current as Readonly<Record<string, unknown>>),
            mine: versionWords(body),
          },
        }
      : {}),
  }
}
