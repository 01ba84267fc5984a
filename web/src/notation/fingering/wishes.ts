import { type Board, type FingeringWish, fingerPlaces } from '@eager-contour/core'
import { LEAST, type LineFingering } from './useFingering.ts'

type WishedPlace = NonNullable<FingeringWish['places']>[number]

/** A wish for a whole line, in words: least movement, no shift, its first note on a string or in a position, or by hand. */
export type WholeWish = 'least' | 'still' | 'own' | `string ${number}` | `position ${number}`

/** What is asked for the whole line. */
export const wholeWishOf = (
  { notes: [first] }: LineFingering,
  { still, places = [] }: FingeringWish,
): WholeWish => {
  const [only, other] = places
  if (!only) return still ? 'still' : 'least'
  if (other || still || !first || only.start !== first.start || only.midi !== first.midi) return 'own'
  if (only.position === undefined) return `string ${only.string ?? 0}`
  return only.string === undefined ? `position ${only.position}` : 'own'
}

/** The wish that words stand for; `own` leaves what was there. */
export const wishFor = (
  { notes: [first] }: LineFingering,
  words: WholeWish,
  before: FingeringWish,
): FingeringWish => {
  const [part, number] = words.split(' ')
  if (words === 'least') return LEAST
  if (words === 'still') return { still: true }
  if (words === 'own' || !first) return before
  return { places: [{ ...first, [part === 'string' ? 'string' : 'position']: Number(number) }] }
}

/** Where a note can be played: every string that has its pitch, the lowest first. */
export const stringsFor = (
  board: Board,
  midi: number,
): readonly { readonly string: number; readonly fret: number }[] => [
  ...new Map(fingerPlaces(board, midi).map(({ string, fret }) => [string, { string, fret }])).values(),
]

const isFor =
  ({ start, midi }: { readonly start: number; readonly midi: number }) =>
  (one: WishedPlace) =>
    one.start === start && one.midi === midi

/** The string that is asked for a note; undefined if none is. */
export const stringWished = (
  { places = [] }: FingeringWish,
  note: { readonly start: number; readonly midi: number },
): number | undefined => places.find(isFor(note))?.string

/** The wish with a note on a string, or wherever is best. */
export const withString = (
  { places = [], ...wish }: FingeringWish,
  note: { readonly start: number; readonly midi: number },
  string: number | undefined,
): FingeringWish => {
  const same = isFor(note)
  const others = places.filter((one) => !same(one))
  const all = string === undefined ? others : [...others, { ...note, string }]
  return { ...wish, ...(all.length > 0 ? { places: all } : {}) }
}
