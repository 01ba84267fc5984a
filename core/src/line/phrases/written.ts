import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
import { degreeSemitones } from '../../theory/pitch/degree.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import { NotationError, readDegrees } from '../fragments/notation.ts'
import { PHRASE_BAR, type Phrase } from './phrase.ts'

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
  if (home === undefined || !first) throw new NotationError(`${over} | ${text}`, 'nothing over a chord')
  let semitones = pitchClass(chords[first.chord]!.root! + degreeSemitones(first.degree) - home)
  const last = notes.at(-1)!
  return {
    notes: notes.map(({ onset, duration, degree, interval }) => {
      semitones += interval
      return { at: onset, duration, semitones, degree }
    }),
    // Silence over further chords is no part of it.
    chords: placed(chords, over).filter(({ at }) => at < last.onset + last.duration),
  }
}

/** Chords one after the other, from the first one's root. */
const placed = (chords: ReturnType<typeof readDegrees>['chords'], over: string): Phrase['chords'] => {
  const home = chords[0]?.root ?? 0
  let at = 0
  return chords.map(({ root, kind, beats }) => {
    if (root === undefined || kind === undefined) throw new NotationError(over, 'a chord without a kind')
    const chord = { at, kind, above: pitchClass(root - home) }
    at += beats * QUARTER
    return chord
  })
}

/** What is made of a text, or what in it can't be read. */
const reading = <T>(read: () => T): Outcome<T> => {
  try {
    return ok(read())
  } catch (error) {
    if (error instanceof NotationError) return err(reason('phrase.unread', error.what))
    throw error
  }
}

/**
 * The same of what a player typed: the phrase, or what can't be read.
 *
 * @example typedPhrase('IIm7', 'R b3 x').ok // false
 */
export const typedPhrase = (over: string, text: string): Outcome<Phrase> =>
  reading(() => {
    const { barLines } = readDegrees(over, over, text)
    const wrong = barLines.findIndex((tick, bar) => tick !== (bar + 1) * PHRASE_BAR)
    if (wrong < 0) return readPhrase(over, text)
    const beats = (barLines[wrong]! - wrong * PHRASE_BAR) / QUARTER
    throw new NotationError(text, `bar ${wrong + 1} has ${Number(beats.toFixed(2))} beats of four`)
  })

/**
 * Chords that a player typed, to play something over them; or what can't be read.
 *
 * @example typedChords('IIm7 V7').ok // true
 */
export const typedChords = (over: string): Outcome<Phrase['chords']> =>
  reading(() => placed(readDegrees(over, over, 'r').chords, over))
