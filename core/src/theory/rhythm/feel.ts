import { type Swing, swingAt } from './swing.ts'

/** How a tune moves: swing, even eighths, bossa, or a ballad in brushes. */
export type Feel = 'swing' | 'straight' | 'bossa' | 'ballad'

/** The feels that a chart can ask for, and whether their eighths swing (common practice, no source). */
const SWINGS: Readonly<Record<Feel, boolean>> = { swing: true, straight: false, bossa: false, ballad: true }

export const FEELS = Object.keys(SWINGS) as readonly Feel[]

/**
 * The share of a beat that its first eighth takes in a feel at a tempo.
 *
 * @example swingOf('swing', 300) // 0.52
 */
export const swingOf = (feel: Feel, bpm: number): Swing => (SWINGS[feel] ? swingAt(bpm) : 0.5)
