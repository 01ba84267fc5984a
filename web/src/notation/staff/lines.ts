import type { Instrument } from '@eager-contour/core'

/** The height of a system's drawing, and where its stave begins, in pixels. */
export const STAFF_HEIGHT = 132
export const STAVE_Y = 10

/** The top line, below the room that the engraver leaves for ledger lines; and the space between two lines. */
export const STAFF_LINES = { top: STAVE_Y + 40, space: 10 } as const

/** An instrument's clef: with an 8 under it, if it sounds an octave lower than it is written and is read at concert pitch. */
export const clefOf = ({ clef, written }: Instrument) => ({
  clef,
  octaveClef: written.semitones === 12 && written.fifths === 0,
})
