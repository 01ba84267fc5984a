import { describe, expect, it } from 'vitest'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import type { ScaleId } from '../../theory/scale/scale.ts'
import { APPROACH_FIGURES, DEPARTURE_FIGURES } from './figures.ts'
import { departureNotes, fillsBetween } from './fill.ts'
import { harmonyOf, hasPitch, walkIn } from './harmony.ts'

const harmony = (symbol: string, scale: ScaleId) => {
  const outcome = readChordSymbol(symbol)
  if (!outcome.ok) throw new Error(symbol)
  return harmonyOf(outcome.value, scale)
}
const pitch = (name: string) => readPitch(name)!.midi
const DB = harmony('Dbmaj7', 'ionian')
const AB = harmony('Ab7', 'mixolydian')

describe('harmonyOf', () => {
  it('knows chord tones, guide tones and scale', () => {
    const classes = (set: readonly boolean[]) =>
      set.flatMap((inside, pitchClass) => (inside ? [pitchClass] : []))
    expect(classes(DB.isTone)).toEqual([0, 1, 5, 8])
    expect(classes(DB.isGuide)).toEqual([0, 5])
    expect(classes(DB.isScale)).toEqual([0, 1, 3, 5, 6, 8, 10])
    expect(hasPitch(AB.isGuide, pitch('Gb4'))).toBe(true)
  })

  it('walks over chord tones and scale notes, up and down', () => {
    expect(walkIn(DB.isTone, pitch('F4'), 2)).toBe(pitch('C5'))
    expect(walkIn(DB.isTone, pitch('F4'), -1)).toBe(pitch('Db4'))
    expect(walkIn(DB.isScale, pitch('F4'), 1)).toBe(pitch('Gb4'))
    expect(walkIn(new Array(12).fill(false), 60, 3)).toBe(60)
  })
})

/** The sixth above a minor chord's 5 is a matter of taste (common practice, no source). */
describe('the note above the 5 of a minor chord', () => {
  const above5 = (symbol: string, scale: ScaleId, fifth: string, sixth?: 'b13' | '13') => {
    const outcome = readChordSymbol(symbol)
    if (!outcome.ok) throw new Error(symbol)
    return walkIn(harmonyOf(outcome.value, scale, sixth).isUpper, pitch(fifth), 1) - pitch(fifth)
  }

  it('is the ♭6 over a tonic minor, or the natural 6 where that is chosen', () => {
    expect(above5('F#m6', 'melodicMinor', 'C#5')).toBe(1)
    expect(above5('F#m6', 'melodicMinor', 'C#5', '13')).toBe(2)
  })

  it('is the scale’s ♭13 above a ♭5, or the natural 6 where that is chosen', () => {
    expect(above5('G#m7b5', 'locrian', 'D5')).toBe(2)
    expect(above5('G#m7b5', 'locrian', 'D5', '13')).toBe(3)
  })
})

/** Notes around the 3 of D♭maj7 (F) and, where said, its 5 (A♭). Common practice, no source. */
const WORKED: readonly (readonly [string, string, string])[] = [
  ['below', 'F4', 'E4'],
  ['above', 'F4', 'Gb4'],
  ['above', 'Ab4', 'Bb4'],
  ['half above', 'Ab4', 'A4'],
  ['above, below', 'F4', 'Gb4 E4'],
  ['below, above', 'F4', 'E4 Gb4'],
  ['double chromatic below', 'F4', 'Eb4 E4'],
  ['double chromatic above', 'F4', 'G4 Gb4'],
  ['above, half above, below', 'Ab4', 'Bb4 A4 G4'],
  ['two below, above', 'Ab4', 'Gb4 G4 Bb4'],
  ['scale from above', 'F4', 'Ab4 Gb4'],
  ['scale from below', 'F4', 'Db4 Eb4'],
  ['run from above', 'F4', 'Bb4 Ab4 Gb4'],
  ['run from below', 'F4', 'C4 Db4 Eb4'],
  ['two above, two below', 'Ab4', 'Bb4 A4 Gb4 G4'],
  ['two below, two above', 'Ab4', 'Gb4 G4 Bb4 A4'],
  ['turn', 'F4', 'Gb4 F4 E4'],
]

describe('closings', () => {
  it.each(WORKED)('%s into %s is %s', (id, target, wanted) => {
    const approach = APPROACH_FIGURES.find((row) => row.id === id)!
    const slots = approach.steps.length
    const anchors = Array.from({ length: 30 }, (_, at) => 50 + at)
    const found = anchors
      .flatMap((anchor) => fillsBetween(slots, DB, DB, anchor, pitch(target)))
      .find((fill) => APPROACH_FIGURES[fill.approach]!.id === id && fill.departure === 0)
    expect(found?.notes).toEqual(wanted.split(' ').map(pitch))
  })

  it('move with the chord through twelve keys', () => {
    const roots = ['D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B', 'C']
    roots.forEach((root, at) => {
      const over = harmony(`${root}maj7`, 'ionian')
      for (const [id, target, wanted] of WORKED) {
        const approach = APPROACH_FIGURES.findIndex((row) => row.id === id)
        const slots = APPROACH_FIGURES[approach]!.steps.length
        const goal = pitch(target) + at + 1
        const found = Array.from({ length: 30 }, (_, step) => 50 + at + step)
          .flatMap((anchor) => fillsBetween(slots, over, over, anchor, goal))
          .find((fill) => fill.approach === approach && fill.departure === 0)
        expect(found?.notes, `${id} in ${root}`).toEqual(
          wanted.split(' ').map((note) => pitch(note) + at + 1),
        )
      }
    })
  })
})

describe('openings', () => {
  it.each([
    ['arpeggio up', 'Db4', 'F4 Ab4 C5'],
    ['arpeggio down', 'C5', 'Ab4 F4 Db4'],
    ['arpeggio up and back', 'Db4', 'F4 Ab4 F4'],
  ])('%s from %s is %s', (id, anchor, wanted) => {
    const targets = Array.from({ length: 30 }, (_, at) => 50 + at)
    const fills = targets.flatMap((target) => fillsBetween(3, DB, DB, pitch(anchor), target))
    expect(fills.find((fill) => DEPARTURE_FIGURES[fill.departure]?.id === id)?.notes).toEqual(
      wanted.split(' ').map(pitch),
    )
  })
})

describe('fillsBetween', () => {
  it('never repeats a note, and fills exactly the slots', () => {
    for (const slots of [0, 1, 2, 3]) {
      for (let target = pitch('C4'); target < pitch('C5'); target += 1) {
        for (const { notes } of fillsBetween(slots, AB, DB, pitch('Eb4'), target)) {
          expect(notes).toHaveLength(slots)
          const path = [pitch('Eb4'), ...notes, target]
          path.slice(1).forEach((midi, at) => {
            expect(midi).not.toBe(path[at])
          })
        }
      }
    }
  })

  it('takes the scale of the chord that it leads to', () => {
    const fills = fillsBetween(1, AB, harmony('Gm7b5', 'locrian'), pitch('Eb4'), pitch('F4'))
    expect(fills.find((fill) => APPROACH_FIGURES[fill.approach]!.id === 'above')?.notes).toEqual([
      pitch('G4'),
    ])
  })
})

/** Figures that leave a degree, over A♭7 in D♭, D♭maj7 and E♭m7. Common practice, no source. */
const LEAVING: readonly (readonly [string, ScaleId, string, string, string])[] = [
  ['Dbmaj7', 'ionian', 'Db4', 'arpeggio up to the 9', 'F4 Ab4 C5 Eb5'],
  ['Dbmaj7', 'ionian', 'F4', 'rootless arpeggio, 3 5 7 9', 'Ab4 C5 Eb5'],
  ['Ebm7', 'dorian', 'Bb4', 'rootless arpeggio, 5 7 9 11', 'Db5 F5 Ab5'],
  ['Dbmaj7', 'ionian', 'Db4', '1 3 5 7 9 7 5 3', 'F4 Ab4 C5 Eb5 C5 Ab4 F4'],
  ['Dbmaj7', 'ionian', 'Db4', 'order 1 5 3 7', 'Ab4 F4 C5'],
  ['Dbmaj7', 'ionian', 'Db5', 'broken arpeggio from below', 'F4 Ab4 C5'],
  ['Dbmaj7', 'ionian', 'F4', 'two arpeggios chained, 3 5 7 9 and R 3 5 7', 'Ab4 C5 Eb5 Db5 F5 Ab5 C6'],
  ['Dbmaj7', 'ionian', 'F4', 'cell 3–R', 'Db4'],
  ['Ab7', 'mixolydian', 'C5', 'cell 3–R–♭7', 'Ab4 Gb4'],
  ['Ebm7', 'dorian', 'Gb4', 'cell 3–R–♭7', 'Eb4 Db4'],
  ['Dbmaj7', 'ionian', 'Ab4', 'cell 5–3–R', 'F4 Db4'],
  ['Ab7', 'mixolydian', 'C4', 'diminished 7 from the 3', 'Eb4 Gb4 A4'],
  ['Ab7', 'mixolydian', 'Gb4', 'half-diminished arpeggio on the ♭7', 'A4 C5 E5'],
  ['Ab7', 'mixolydian', 'Gb4', 'minor pentatonic a minor third up', 'A4 B4 D5'],
  ['Ab7', 'mixolydian', 'Ab4', 'major triad on the ♭13', 'B4 E5'],
  ['Ab7', 'mixolydian', 'C5', 'tritone dominant, 3 ♭9 ♭7 ♯11', 'A4 Gb4 D4'],
  ['Ab7', 'mixolydian', 'C5', 'altered, 3 ♯9 ♭9 R', 'B4 A4 Ab4'],
  ['Ab7', 'mixolydian', 'Eb5', 'blues scale, 5 ♭5 4 ♭3', 'D5 Db5 B4'],
  ['Ab7', 'mixolydian', 'Ab4', 'R 9 3 5', 'Bb4 C5 Eb5'],
  ['Ebm7', 'dorian', 'Eb4', 'R ♭3 11 5', 'Gb4 Ab4 Bb4'],
]

describe('what leaves a degree', () => {
  it.each(LEAVING)('over %s, %s, from %s: %s', (symbol, scale, anchor, name, wanted) => {
    const over = harmony(symbol, scale)
    const found = DEPARTURE_FIGURES.filter((departure) => departure.name === name).flatMap(
      (departure) => departureNotes(departure, pitch(anchor), over) ?? [],
    )
    expect(found).toEqual(wanted.split(' ').map(pitch))
  })

  it('moves with the root through twelve keys', () => {
    const roots = ['A', 'Bb', 'B', 'C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G']
    for (const [symbol, scale, anchor, name, wanted] of LEAVING.filter(([first]) => first === 'Ab7'))
      roots.forEach((root, at) => {
        const over = harmony(symbol.replace('Ab', root), scale)
        const found = DEPARTURE_FIGURES.filter((departure) => departure.name === name).flatMap(
          (departure) => departureNotes(departure, pitch(anchor) + at + 1, over) ?? [],
        )
        expect(found, `${name} over ${root}7`).toEqual(wanted.split(' ').map((note) => pitch(note) + at + 1))
      })
  })

  it('keeps to the kinds and degrees that it belongs to', () => {
    const diminished = DEPARTURE_FIGURES.find(({ name }) => name === 'diminished 7 from the 3')!
    expect(departureNotes(diminished, pitch('F4'), DB)).toBeUndefined()
    expect(departureNotes(diminished, pitch('Eb4'), AB)).toBeUndefined()
  })
})

describe('the note above', () => {
  /** Worked in the trade's table of scales: the note above R, 3, 5 and 7. Common practice, no source. */
  it.each([
    ['Ab7', 'mixolydian', 'Ab4 C5 Eb5 Gb5', 'Bb4 Db5 F5 Ab5'],
    ['Dbmaj7', 'ionian', 'Db4 F4 Ab4 C5', 'Eb4 Gb4 Bb4 Db5'],
    ['Ebm7', 'dorian', 'Eb4 Gb4 Bb4 Db5', 'F4 Ab4 C5 Eb5'],
    ['C#7', 'phrygianDominant', 'C#4 E#4 G#4 B4', 'D4 F#4 A4 C#5'],
    ['F#m6', 'melodicMinor', 'F#4 A4 C#5', 'G#4 B4 D5'],
  ] as const)('over %s is the scale’s', (symbol, scale, targets, above) => {
    const over = harmony(symbol, scale)
    expect(targets.split(' ').map((target) => walkIn(over.isUpper, pitch(target), 1))).toEqual(
      above.split(' ').map(pitch),
    )
  })

  /** The trade's whole table: half steps above the root of R, 3, 5, 7 (what stands for them), and the step above each. Common practice, no source. */
  it.each([
    ['I maj7', 'Cmaj7', 'ionian', [0, 4, 7, 11], [2, 1, 2, 1]],
    ['IV maj7', 'Cmaj7', 'lydian', [0, 4, 7, 11], [2, 2, 2, 1]],
    ['ii m7', 'Cm7', 'dorian', [0, 3, 7, 10], [2, 2, 2, 2]],
    ['vi m7', 'Cm7', 'aeolian', [0, 3, 7, 10], [2, 2, 1, 2]],
    ['iii m7', 'Cm7', 'phrygian', [0, 3, 7, 10], [1, 2, 1, 2]],
    ['V7 to major', 'C7', 'mixolydian', [0, 4, 7, 10], [2, 1, 2, 2]],
    ['V7sus', 'C7sus4', 'mixolydian', [0, 5, 7, 10], [2, 2, 2, 2]],
    ['13♭9', 'C13b9', 'halfWhole', [0, 4, 7, 10], [1, 2, 2, 2]],
    ['7♯5', 'C7#5', 'wholeTone', [0, 4, 8, 10], [2, 2, 2, 2]],
    ['V7 to minor', 'C7', 'phrygianDominant', [0, 4, 7, 10], [1, 1, 1, 2]],
    ['V7alt', 'C7alt', 'altered', [0, 4, 10], [1, 2, 2]],
    ['♭II7', 'C7', 'lydianDominant', [0, 4, 7, 10], [2, 2, 2, 2]],
    ['iiø', 'Cm7b5', 'locrian', [0, 3, 6, 10], [1, 2, 2, 2]],
    ['♯IVø', 'Cm7b5', 'locrianNatural9', [0, 3, 6, 10], [2, 2, 2, 2]],
    ['iv m6', 'Cm6', 'dorian', [0, 3], [2, 2]],
    ['i mMaj7', 'CmMaj7', 'melodicMinor', [0, 3, 7, 11], [2, 2, 1, 1]],
    ['°7', 'Cdim7', 'wholeHalf', [0, 3, 6, 9], [2, 2, 2, 2]],
  ] as const)('above %s (%s, %s)', (_name, symbol, scale, tones, above) => {
    for (let semitones = 0; semitones < 12; semitones += 1) {
      const root = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'][semitones]!
      const over = harmony(symbol.replace('C', root), scale)
      expect(
        tones.map((tone) => walkIn(over.isUpper, 60 + semitones + tone, 1) - 60 - semitones - tone),
      ).toEqual(above)
    }
  })

  it('is the 13 over a tonic minor where the player wants that', () => {
    const outcome = readChordSymbol('F#m6')
    if (!outcome.ok) throw new Error('F#m6')
    const over = harmonyOf(outcome.value, 'melodicMinor', '13')
    expect(walkIn(over.isUpper, pitch('C#5'), 1)).toBe(pitch('D#5'))
  })
})
