import { chordKind } from '../../theory/chord/chord.ts'
import { type Degree, degreeFifths } from '../../theory/pitch/degree.ts'
import { accidentalOf, type Fifths, fifthsOf, letterOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { spellPitch } from '../../theory/pitch/pitch.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import { scaleDegreeAt } from '../../theory/scale/scale.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { type ChangesWish, playedChanges } from '../changes/playedChanges.ts'
import type { Line } from './line.ts'

/** A note without its spelling. */
export interface UnspelledNote {
  readonly start: Ticks
  readonly duration: Ticks
  readonly midi: number
  /** How it is spelled where it comes from ('Fb4'): that is kept. */
  readonly written?: string
}

/**
 * Spells notes as musicians write them: chord tones by the chord, scale notes by its scale, all others by where they
 * go: rising as the letter below the target, falling as the letter above, never with a double accidental. Where the
 * line plays other chords than the written ones, those spell it. A note that is spelled where it comes from stays so.
 * @param analysis the chords, at the notes' pitch
 * @param notes MIDI numbers with their ticks
 * @returns the same notes with spellings such as 'Bb4'
 * @example spellNotes(analysis, [{ start: 0, duration: 240, midi: 70 }])
 */
export const spellNotes = (analysis: Analysis, notes: readonly UnspelledNote[], wish?: ChangesWish): Line => {
  const { changes } = playedChanges(analysis, notes, wish)
  return {
    notes: notes.map(({ written, ...note }, index) => ({
      ...note,
      spelling: written ?? spellPitch(note.midi, spellingOf(changes, note, notes[index + 1])),
    })),
  }
}

/**
 * The line with other pitches at some indexes; those and the notes that lead to them are spelled again.
 *
 * @example repitchLine(analysis, line, new Map([[0, 60]])).notes[0].spelling // 'C4'
 */
export const repitchLine = (analysis: Analysis, line: Line, pitches: ReadonlyMap<number, number>): Line => {
  const midiAt = (index: number): number => pitches.get(index) ?? line.notes[index]!.midi
  const { changes } = playedChanges(
    analysis,
    line.notes.map(({ start }, index) => ({ start, midi: midiAt(index) })),
  )
  return {
    notes: line.notes.map((note, index) => {
      if (!pitches.has(index) && !pitches.has(index + 1)) return note
      const midi = midiAt(index)
      const after = line.notes[index + 1]
      const next = after && { ...after, midi: midiAt(index + 1) }
      return { ...note, midi, spelling: spellPitch(midi, spellingOf(changes, { ...note, midi }, next)) }
    }),
  }
}

const spellingOf = (analysis: Analysis, note: UnspelledNote, next: UnspelledNote | undefined): Fifths => {
  const here = spellingInChord(analysis, note.midi, note.start)
  const coming = next && comingSpelling(analysis, note, next)
  if (coming !== undefined && coming !== here) return coming
  if (here !== undefined) return here
  const direction = next === undefined ? -1 : next.midi - note.midi
  const altered = next === undefined || Math.abs(direction) > 2 ? alteration(analysis, note) : undefined
  if (altered !== undefined) return altered
  const goal = next && (spellingInChord(analysis, next.midi, next.start) ?? undefined)
  return foreignSpelling(note.midi, direction, Math.abs(direction) <= 2 ? goal : undefined)
}

/** Half steps above a dominant's root, and the altered degrees that they are; its ♯9 is written as it goes, often as the ♭3. */
const ALTERATIONS: Readonly<Record<number, Degree>> = { 1: 'b9', 6: '#11', 8: 'b13' }

/** The spelling of a dominant's altered note that leaps, or ends: by its degree. */
const alteration = (analysis: Analysis, { midi, start }: UnspelledNote): Fifths | undefined => {
  const { chord } = chordAt(analysis, start)
  if (chord.tones.length === 0 || chordKind(chord) !== 'dominant') return undefined
  const root = fifthsOf(chord.root)
  const degree = ALTERATIONS[pitchClass(midi - pitchClassOf(root))]
  return degree === undefined ? undefined : withoutDouble(root + degreeFifths(degree))
}

/** A pickup that moves by step to another chord, and is no tone of its own, is spelled by the coming chord's scale. */
const comingSpelling = (analysis: Analysis, note: UnspelledNote, next: UnspelledNote): Fifths | undefined => {
  const [here, there] = [chordAt(analysis, note.start), chordAt(analysis, next.start)]
  if (here.index === there.index || Math.abs(next.midi - note.midi) > 2) return undefined
  const above = pitchClass(note.midi - pitchClassOf(fifthsOf(here.chord.root || 'C')))
  if (here.chord.tones.some(({ semitones }) => semitones === above)) return undefined
  return spellingInChord(analysis, note.midi, next.start)
}

/** The spelling of a pitch by the chord that sounds at a tick, or by its scale; undefined if neither contains it. */
const spellingInChord = (analysis: Analysis, midi: number, tick: Ticks): Fifths | undefined => {
  const { chord, index } = chordAt(analysis, tick)
  if (chord.tones.length === 0) return undefined
  const root = fifthsOf(chord.root)
  const above = pitchClass(midi - pitchClassOf(root))
  const tone = chord.tones.find(({ semitones }) => semitones === above)
  const degree = tone?.degree ?? scaleDegreeAt(analysis.readings[index]!.scale, above)
  return degree === undefined ? undefined : withoutDouble(root + degreeFifths(degree))
}

/** The same pitch with one accidental at most: players read the ♯9 of E7 as G and the ♭♭7 of C° as A. */
const withoutDouble = (fifths: Fifths): Fifths => {
  const accidental = accidentalOf(fifths)
  return Math.abs(accidental) <= 1 ? fifths : fifths - Math.sign(accidental) * FIFTHS_IN_OCTAVE
}
const FIFTHS_IN_OCTAVE = 12

/** Naturals, and the sharps (rising) or flats (falling) between them. */
const RISING: readonly Fifths[] = [0, 7, 2, 9, 4, -1, 6, 1, 8, 3, 10, 5]
const FALLING: readonly Fifths[] = [0, -5, 2, -3, 4, -1, -6, 1, -4, 3, -2, 5]

const foreignSpelling = (midi: number, direction: number, goal: Fifths | undefined): Fifths => {
  const plain = (direction >= 0 ? RISING : FALLING)[pitchClass(midi)]!
  if (goal === undefined || direction <= 0 || letterOf(plain) !== letterOf(goal)) return plain
  const letterBelow = plain + 12
  return accidentalOf(letterBelow) === 1 ? letterBelow : plain
}
