import { degreeSemitones } from '../../theory/pitch/degree.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import { readDegrees } from '../fragments/notation.ts'
import type { Phrase } from './phrase.ts'

/**
 * A phrase from its chords (`IIm7 V7 Imaj7`) and its notes in degrees (`r b3 5 b7 9 | 3`), in the notation of the fragments:
 * four beats a chord unless a colon gives its beats; an eighth by default, `_` a quarter, `.` a dotted quarter, `__` a half,
 * `=` a sixteenth, ( ) a triplet, `r` a rest; each note the nearest to the one before, `^` above it, `v` below it, `>` a degree
 * of the coming chord. It throws where that can't be read, with the reason.
 *
 * @example readPhrase('V7 Imaj7', 'b9 b7 5 3 | 5').notes.length // 5
 */
export const readPhrase = (over: string, text: string): Phrase => {
  const { chords, notes } = readDegrees(`${over} | ${text}`, over, text)
  const [home, first] = [chords[0]?.root, notes[0]]
  if (home === undefined || !first) throw new Error(`“${over} | ${text}”: nothing over a chord`)
  let semitones = pitchClass(chords[first.chord]!.root! + degreeSemitones(first.degree) - home)
  let at = 0
  const last = notes.at(-1)!
  const end = last.onset + last.duration
  return {
    notes: notes.map(({ onset, duration, degree, interval }) => {
      semitones += interval
      return { at: onset, duration, semitones, degree }
    }),
    chords: chords.flatMap(({ root, kind, beats }) => {
      const start = at
      at += beats * QUARTER
      if (root === undefined || kind === undefined) throw new Error(`“${over}”: a chord without a kind`)
      // Silence over further chords is no part of it.
      return start < end ? [{ at: start, kind, above: pitchClass(root - home) }] : []
    }),
  }
}
