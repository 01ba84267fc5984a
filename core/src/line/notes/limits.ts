import { MINOR_SIXTH } from '../../theory/pitch/interval.ts'

/** What the composer aims for and the reviewer stops at (common practice, no source). */

/** A leap of this size or more, in half steps, has to be answered by a turn back. */
export const LEAP = MINOR_SIXTH

/** At most this many notes run in one direction. */
export const LONGEST_RUN = 9

/** A four-note shape occurs at most this many times in a line of this length, and in proportion in longer lines. */
const SHAPE_TIMES = 2
const SHAPE_BARS = 8

/** How many times a four-note shape may occur in a line of some bars. */
export const mostShapes = (bars: number): number => SHAPE_TIMES * Math.max(1, bars / SHAPE_BARS)
