import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { wordReason } from '../../wording/index.ts'
import { phraseAt, phraseFits, phraseFrom } from './phrase.ts'
import { placesOf } from './places.ts'
import { sameShape } from './shapes.ts'
import { readPhrase } from './written.ts'

const TUNE = analysed(
  'key: C major\n| Dm7 | G7 | Cmaj7 | A7 | Dm7 | Db7 | C6 | % | Fm7 | Bb7 | Ebmaj7 | Dm7 G7 |',
)
// 1 ♭3 5 ♭7 of Dm7, then 3 1 5 3 of G7, then the 3 of C.
const LINE = eighths('D4 F4 A4 C5 . . . . B4 G4 D4 B3 . . . . E4')

describe('a phrase', () => {
  const phrase = phraseFrom(TUNE, LINE, 0, 8)!

  it('is stored in degrees with the chords that it was played over', () => {
    expect(phrase.notes.map(({ degree }) => degree)).toEqual(['R', 'b3', '5', 'b7', '3', 'R', '5', '3', '3'])
    expect(phrase.chords.map(({ kind, above }) => `${kind} ${above}`)).toEqual([
      'minor 0',
      'dominant 5',
      'major 10',
    ])
  })

  it('fits where the same kinds of chord have the same intervals between them: the ii–V–I in E♭, not the one with a tritone substitution', () => {
    expect(phraseFits(TUNE, phrase)).toEqual([0, 8])
    expect(phraseFits(TUNE, phraseFrom(TUNE, LINE, 0, 3)!)).toEqual([0, 4, 8, 11])
  })

  it('is played in the key of the place, near a pitch', () => {
    const there = phraseAt(TUNE, phrase, 8, 65)
    expect(there.notes.map(({ spelling }) => spelling).join(' ')).toBe('F4 Ab4 C5 Eb5 D5 Bb4 F4 D4 G4')
    expect(there.notes[0]!.start).toBe(8 * 1920)
    expect(phraseAt(TUNE, phrase, 0, 62).notes).toEqual(LINE.notes)
  })

  it('has its places best first: those whose notes are in the scale there and comfortable', () => {
    const places = placesOf(TUNE, phrase, { low: 50, comfortLow: 57, comfortHigh: 77, high: 90 })
    expect(places.map(({ bar }) => bar)).toEqual([0, 8])
    expect(places.map(({ why }) => wordReason(why))).toEqual(['in C major', 'in E♭ major'])
    expect(places[0]!.penalty).toBeLessThanOrEqual(places[1]!.penalty)
    const narrow = placesOf(TUNE, phrase, { low: 50, comfortLow: 60, comfortHigh: 70, high: 90 })
    expect(wordReason(narrow[0]!.why)).toMatch(/^in C major, \d notes? out of the comfortable range$/)
  })

  it('shares a shape with another by five notes of the same steps in the same rhythm, wherever they begin', () => {
    const one = { phrase: readPhrase('IIm7', 'R b3 5 b7 9 b7 5') }
    const other = { phrase: readPhrase('Imaj7', 'r R 3 5 7 9 R_') }
    const slower = { phrase: readPhrase('IIm7', 'R_ b3_ 5_ b7_') }
    const turned = { phrase: readPhrase('IIm7', '9 b7 5 b3 R 9 b3') }
    expect(sameShape(one.phrase, [other, slower, turned])).toEqual([other])
  })

  it('is undefined without notes or without a chord', () => {
    expect(phraseFrom(TUNE, LINE, 5, 4)).toBeUndefined()
    expect(phraseFrom(analysed('| N.C. |'), eighths('C4 D4'), 0, 1)).toBeUndefined()
  })
})
