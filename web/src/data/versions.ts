import { type Instrument, noteName, QUARTER, readPitch, withSigns } from '@eager-contour/core'
import { group } from 'd3-array'

/** A version of a record: what was to be saved, or what is. */
export type Version = Readonly<Record<string, unknown>>

/** A row of a version as the player reads it, and whether the other version has no such row. */
export interface VersionRow {
  readonly text: string
  readonly differs: boolean
}

/** Fields that only the application knows. */
const HIDDEN = new Set([
  'id',
  'edit',
  'revision',
  'updatedAt',
  'lastEdit',
  'tune',
  'version',
  'removed',
  'stretch',
])
/** A row of notes is as long as a bar of 4/4, whatever the tune's bars are. */
const ROW_TICKS = 4 * QUARTER

interface NoteLike {
  readonly start?: number
  readonly at?: number
  readonly spelling?: string
  readonly degree?: string
}

/** A note's name at the player's pitch, or its degree in a phrase. */
const noteText = ({ spelling, degree }: NoteLike, { written }: Instrument): string => {
  const pitch = spelling === undefined ? undefined : readPitch(spelling)
  return withSigns(pitch ? noteName(pitch.fifths + written.fifths) : (degree ?? ''))
}

/** Rows of a version with what they are compared by: notes are the same only if their times are, too. */
const rowsOf = (version: Version, instrument: Instrument): readonly { text: string; key: string }[] =>
  Object.entries(version).flatMap(([field, value]) => {
    if (HIDDEN.has(field)) return []
    if (field === 'chart')
      return String(value)
        .split('\n')
        .map((text) => ({ text, key: text }))
    if (field === 'exercises' && Array.isArray(value))
      return [{ text: `exercises: ${value.length}`, key: JSON.stringify(value) }]
    if (field === 'notes' && Array.isArray(value)) return noteRows(value as readonly NoteLike[], instrument)
    if (Array.isArray(value) && value.length > 0 && value.every((one) => typeof one === 'string'))
      return [{ text: `${field}: ${value.join(', ')}`, key: `${field} ${value.join()}` }]
    if (typeof value === 'object') return []
    return value === '' ? [] : [{ text: `${field}: ${value}`, key: `${field} ${value}` }]
  })

const noteRows = (notes: readonly NoteLike[], instrument: Instrument) => {
  const rows = group(notes, ({ start, at = 0 }) => Math.floor((start ?? at) / ROW_TICKS))
  return [...rows].map(([row, here]) => ({
    text: `beat ${row * 4 + 1}: ${here.map((note) => noteText(note, instrument)).join(' ')}`,
    key: JSON.stringify(here),
  }))
}

/** Two versions side by side, each with the rows that the other one lacks marked. */
export const compareVersions = (
  theirs: Version,
  mine: Version,
  instrument: Instrument,
): { readonly theirs: readonly VersionRow[]; readonly mine: readonly VersionRow[] } => {
  const [a, b] = [rowsOf(theirs, instrument), rowsOf(mine, instrument)]
  const marked = (rows: typeof a, others: typeof a): readonly VersionRow[] => {
    const known = new Set(others.map(({ key }) => key))
    return rows.map(({ text, key }) => ({ text, differs: !known.has(key) }))
  }
  return { theirs: marked(a, b), mine: marked(b, a) }
}
