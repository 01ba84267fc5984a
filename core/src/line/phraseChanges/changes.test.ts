import { Note, Scale } from 'tonal'
import { describe, expect, it } from 'vitest'
import type { Phrase } from '../phrases/phrase.ts'
import { phraseInKey } from '../phrases/phraseTune.ts'
import { SHIPPED_PHRASES } from '../phrases/shipped.ts'
import { readPhrase } from '../phrases/written.ts'
import { changedPhrase, PHRASE_CHANGES, type PhraseChangeId, toKind } from './changes.ts'

const intervals = ({ notes }: Phrase): readonly number[] =>
  notes.slice(1).map((note, at) => note.semitones - notes[at]!.semitones)
const starts = ({ notes }: Phrase): readonly number[] => notes.map(({ at }) => at)
const degrees = ({ notes }: Phrase): string => notes.map(({ degree }) => degree).join(' ')
const changed = (phrase: Phrase, id: PhraseChangeId, at?: number): Phrase => {
  const result = changedPhrase(phrase, id, at)
  if (!result) throw new Error(`${id} can't be done`)
  return result.phrase
}

const CELL = readPhrase('IIm7', 'R 9 b3 5')

describe('changes of a phrase', () => {
  it('by half steps turned over and backwards, as set theory has inversion and retrograde (common practice, no source)', () => {
    for (const { phrase } of SHIPPED_PHRASES) {
      const over = changed(phrase, 'turnedByHalfSteps')
      expect(intervals(over)).toEqual(intervals(phrase).map((one) => (one === 0 ? 0 : -one)))
      expect(starts(over)).toEqual(starts(phrase))
      const back = changed(phrase, 'backwards')
      expect(intervals(back)).toEqual(
        intervals(phrase)
          .map((one) => (one === 0 ? 0 : -one))
          .reverse(),
      )
      // Done twice they give what was there.
      expect(intervals(changed(over, 'turnedByHalfSteps'))).toEqual(intervals(phrase))
      expect(intervals(changed(back, 'backwards'))).toEqual(intervals(phrase))
    }
  })

  it('by scale steps turned over and in sequence: 1 2 3 5 of D minor', () => {
    expect(degrees(changed(CELL, 'turnedByScale'))).toBe('R b7 13 11')
    expect(degrees(changed(CELL, 'stepUp'))).toBe('9 b3 11 13')
    expect(degrees(changed(CELL, 'thirdUp'))).toBe('b3 11 5 b7')
    expect(degrees(changed(CELL, 'fourthUp'))).toBe('11 5 13 R')
    expect(degrees(changed(CELL, 'halfUp'))).toBe('b9 b3 3 b13')
    expect(intervals(changed(CELL, 'halfDown'))).toEqual(intervals(CELL))
    expect(degrees(changed(changed(CELL, 'stepUp'), 'stepDown'))).toBe(degrees(CELL))
    // A half step under a tone stays a half step beside its mirror.
    const turned = changed(readPhrase('Imaj7', 'R #9 3 5'), 'turnedByScale')
    expect(intervals(turned).at(1)).toBe(-1)
  })

  it('steps along the scales that tonal has: Dorian, Mixolydian, Ionian, Locrian', () => {
    for (const [chord, name, written] of [
      ['IIm7', 'D dorian', 'R 9 b3 11 5 13 b7'],
      ['V7', 'G mixolydian', 'R 9 3 11 5 13 b7'],
      ['Imaj7', 'C ionian', 'R 9 3 11 5 13 7'],
    ] as const) {
      const scale = readPhrase(chord, written)
      const classes = Scale.get(name).notes.map((note) => Note.chroma(note)!)
      const root = classes[0]!
      for (const [id, steps] of [
        ['stepUp', 1],
        ['thirdUp', 2],
        ['fourthUp', 3],
        ['stepDown', -1],
        ['thirdDown', -2],
      ] as const)
        expect(changed(scale, id).notes.map(({ semitones }) => (root + semitones + 24) % 12)).toEqual(
          classes.map((_, at) => classes[(at + steps + 7) % 7]!),
        )
    }
  })

  it('in time and at the ends: earlier, later, led in, enclosed, longer, shorter', () => {
    expect(starts(changed(CELL, 'later'))).toEqual([240, 480, 720, 960])
    expect(degrees(changed(CELL, 'earlier'))).toBe(degrees(CELL))
    const below = changed(readPhrase('IIm7', 'r_ b3 5 b7'), 'ledFromBelow')
    expect(intervals(below)[0]).toBe(1)
    expect(below.notes).toHaveLength(4)
    const enclosed = changed(readPhrase('V7', 'r_ 3 5 b7'), 'enclosed')
    expect(intervals(enclosed).slice(0, 2)).toEqual([-2, 1])
    expect(degrees(changed(CELL, 'noteAdded'))).toBe('R 9 b3 5 b7')
    expect(degrees(changed(readPhrase('IIm7', 'r R 9 b3 5'), 'noteBefore'))).toBe('b7 R 9 b3 5')
    expect(degrees(changed(CELL, 'withoutFirst'))).toBe('9 b3 5')
    expect(degrees(changed(CELL, 'withoutLast'))).toBe('R 9 b3')
    // A pickup before the first bar has a bar to stand in.
    const early = changed(CELL, 'ledFromBelow')
    const { line } = phraseInKey(early, 0, 62)
    expect(line.notes[0]!.start).toBe(1920 - 240)
  })

  it('round, before and inside a chosen note: turned over, led in, an octave away, a note between', () => {
    // Inversion round a pitch a: x becomes 2a - x (common practice in set theory, no source).
    const semitones = ({ notes }: Phrase) => notes.map((note) => note.semitones)
    const round = changed(CELL, 'turnedByHalfSteps', 2)
    expect(intervals(round)).toEqual([-2, -1, -4])
    expect(degrees(changed(CELL, 'turnedByScale', 2))).toBe('5 11 b3 R')
    expect(semitones(changed(CELL, 'octaveUp', 3)).at(-1)).toBe(semitones(CELL).at(-1)! + 12)
    expect(intervals(changed(CELL, 'octaveDown', 1))).toEqual([-10, 13, 4])
    // R 9 b3 5: the 9 makes room for the half step under the b3; a guide tone never does.
    expect(degrees(changed(CELL, 'ledFromBelow', 2))).toBe('R 9 b3 5')
    expect(changedPhrase(CELL, 'ledFromBelow', 3)).toBeUndefined()
    const long = readPhrase('IIm7', 'R__ b3 5')
    expect(degrees(changed(long, 'enclosed', 1))).toBe('R 11 9 b3 5')
    expect(starts(changed(long, 'enclosed', 1))).toEqual([0, 480, 720, 960, 1200])
    expect(degrees(changed(long, 'noteBetween', 1))).toBe('R b3 11 5')
    expect(degrees(changed(long, 'toneBetween', 0))).toBe('R b3 b3 5')
    expect(changedPhrase(readPhrase('IIm7', '(R b3 5)'), 'noteBetween', 0)).toBeUndefined()
  })

  it('in other rhythms, and in other lengths with its chords', () => {
    expect(starts(changed(CELL, 'inTriplets'))).toEqual([0, 160, 320, 480])
    expect(starts(changed(CELL, 'inSixteenths'))).toEqual([0, 120, 240, 360])
    expect(starts(changed(CELL, 'longAndShort'))).toEqual([0, 480, 720, 960])
    expect(starts(changed(CELL, 'shortAndLong'))).toEqual([0, 240, 720, 960])
    // Eight notes as long as that don’t fit into a bar.
    expect(changedPhrase(readPhrase('V7', '3 5 b7 b9 R b7 5 b13'), 'longAndShort')).toBeUndefined()
    const cadence = readPhrase('IIm7 V7 Imaj7', 'b3 5 b7 9 R b7 5 b3 | 3 5 b7 b9 R b7 5 b13 | 5_ 3_')
    const twice = changed(cadence, 'twiceAsLong')
    expect(twice.chords.map(({ at }) => at)).toEqual([0, 3840, 7680])
    expect(degrees(twice)).toBe(degrees(cadence))
    expect(changed(twice, 'halfAsLong')).toEqual(cadence)
    // The same notes over the same chords, now two bars each.
    const { analysis, line } = phraseInKey(twice, 0, 62)
    expect(analysis.chart.bars).toHaveLength(5)
    expect(line.notes.at(-1)!.start).toBe(2 * cadence.notes.at(-1)!.at)
  })

  it('strips a phrase to its guide tones and its landing', () => {
    const phrase = readPhrase('IIm7 V7 Imaj7', 'r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 5 b13 | 5_ 3_')
    expect(degrees(changed(phrase, 'stripped'))).toBe('b3 b7 b7 3 b7 b7 3')
  })

  it('alters a dominant: 9 to ♭9, 5 to ♭13, without striking a note twice', () => {
    expect(degrees(changed(readPhrase('V7', 'R 9 3 5 13 b7'), 'altered'))).toBe('R b9 3 b13 #11 b7')
    expect(degrees(changed(readPhrase('IIm7:2 V7:2 Imaj7', 'R b3 5 b7 3 5 b7 9 | 5_ 3_'), 'altered'))).toBe(
      'R b3 5 b7 3 b13 b7 b9 5 3',
    )
    expect(changedPhrase(CELL, 'altered')).toBeUndefined()
  })

  it('decorates a plain path: its notes stay where they are, every bar gets more, or the bars without are told', () => {
    const path = readPhrase('IIm7 V7 Imaj7 VI7', 'b3__ r__ | 3__ r__ | 7__ r__ | 3__ b7__')
    const { phrase, why } = changedPhrase(path, 'decorated')!
    for (const { at, semitones } of path.notes)
      expect(phrase.notes).toContainEqual(expect.objectContaining({ at, semitones }))
    const barsOf = ({ notes }: Phrase) => notes.map(({ at }) => Math.floor(at / 1920))
    const bare = [0, 1, 2, 3].filter(
      (bar) =>
        barsOf(phrase).filter((one) => one === bar).length <=
        barsOf(path).filter((one) => one === bar).length,
    )
    expect(why?.args[0] ?? []).toEqual(bare.map((bar) => bar + 1))
    expect(bare.length).toBeLessThan(2)
    // Nothing stands between notes that leave no room.
    expect(changedPhrase(readPhrase('V7', '3 5 b7 b9'), 'decorated')).toBeUndefined()
  })

  it('each gives a phrase or can’t be done, for every phrase that ships, and says what it does', () => {
    for (const { id, name, does } of PHRASE_CHANGES) {
      expect(name.length + does.length).toBeGreaterThan(20)
      const results = SHIPPED_PHRASES.map(({ phrase }) => changedPhrase(phrase, id))
      expect(results.filter(Boolean).length, id).toBeGreaterThan(SHIPPED_PHRASES.length / 5)
    }
    expect(changedPhrase(readPhrase('V7', 'R'), 'withoutLast')).toBeUndefined()
  })

  it('moves a cell to another kind of chord by its degrees, and shows what had to change', () => {
    const major = toKind(CELL, 'major')!
    expect(degrees(major.phrase)).toBe('R 9 3 5')
    expect(major.changed).toEqual([{ at: 2, from: 'b3', to: '3' }])
    const half = toKind(CELL, 'halfDiminished')!
    expect(degrees(half.phrase)).toMatch(/^R b?9 b3 b5$/)
    // Of two bars, and led in, moved twice.
    const long = toKind(readPhrase('IIm7:8', 'R 9 b3 5 b7 5 b3 9 | R_ b3_ 5__'), 'dominant')!
    expect(degrees(long.phrase)).toBe('R 9 3 5 b7 5 3 9 R 3 5')
    const led = changed(readPhrase('IIm7', 'b3 5 b7'), 'ledFromBelow')
    const there = toKind(toKind(led, 'dominant')!.phrase, 'major')!.phrase
    expect(degrees(there)).toMatch(/ 3 5 7$/)
    expect(intervals(there)[0]).toBe(1)
    expect(toKind(readPhrase('IIm7:2 V7:2', 'R 9 b3 5 3'), 'major')).toBeUndefined()
  })
})
