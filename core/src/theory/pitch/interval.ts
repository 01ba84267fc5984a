/** Intervals in half steps. */
export const FIFTH = 7
export const MINOR_SIXTH = 8
export const MAJOR_SIXTH = 9
export const OCTAVE = 12

/**
 * The pitch class, 0 (C) to 11 (B), of a MIDI number; or any number of half steps within one octave.
 * @example pitchClass(61) // 1
 * @example pitchClass(-1) // 11
 */
export const pitchClass = (halfSteps: number): number => ((halfSteps % OCTAVE) + OCTAVE) % OCTAVE
