import { APPROACH_ROWS } from './rows/approaches.ts'
import { COLOUR_ROWS } from './rows/colours.ts'
import { OUTLINE_ROWS } from './rows/outlines.ts'
import { SCALE_ROWS } from './rows/scales.ts'

/** The rungs with given notes, in order of difficulty (the ladder; common practice, no source). */
export const SET_ROWS = [...OUTLINE_ROWS, ...APPROACH_ROWS, ...SCALE_ROWS, ...COLOUR_ROWS] as const
