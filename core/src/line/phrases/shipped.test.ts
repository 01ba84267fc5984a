import { describe, expect, it } from 'vitest'
import { INSTRUMENTS } from '../../theory/instrument/instrument.ts'
import { accidentalOf } from '../../theory/pitch/fifths.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import { explainLine } from '../explain/explain.ts'
import { FRAGMENTS } from '../fragments/fragments.ts'
import { reviewLine } from '../review/review.ts'
import { familiesOf, PHRASE_FAMILIES } from './family.ts'
import type { Phrase } from './phrase.ts'
import { phraseFits } from './phrase.ts'
import { homeOf, phraseInKey } from './phraseTune.ts'
import { PHRASE_USES, SHIPPED_PHRASES, usageOf } from './shipped.ts'
import { readPhrase, typedChords, typedPhrase } from './written.ts'

/** Intervals and times between the notes. */
const shapeOf = ({ notes }: Phrase): string =>
  notes
    .slice(1)
    .map((note, at) => `${note.semitones - notes[at]!.semitones}/${note.at - notes[at]!.at}`)
    .join(' ')

describe('the phrases that ship', () => {
  it('are at least 72, with names of their own, every use and every grade among them', () => {
    expect(SHIPPED_PHRASES.length).toBeGreaterThanOrEqual(72)
    expect(new Set(SHIPPED_PHRASES.map(({ id }) => id)).size).toBe(SHIPPED_PHRASES.length)
    expect(new Set(SHIPPED_PHRASES.map(({ use }) => use)).size).toBe(Object.keys(PHRASE_USES).length)
    expect(new Set(SHIPPED_PHRASES.map(({ grade }) => grade))).toEqual(new Set([1, 2, 3]))
  })

  it('say what others over the same chords are used for; a dominant alone is static (common practice, no source)', () => {
    const uses = [
      ['I7', 'R 3'],
      ['V7 V7', 'R 3 5 b7 R 3 5 b7 | R'],
      ['Imaj7', 'R 3'],
      ['IIm7 V7 Imaj7', 'R b3 5 b7 R b3 5 b7 | 3 5 b7 9 3 5 b7 9 | 5'],
      ['IIø:2 V7:2 Im6', 'R b3 b5 b7 3 5 b7 b9 | 5'],
      ['Idim', 'R b3'],
    ].map(([chords = '', notes = '']) => usageOf(readPhrase(chords, notes)))
    const [one, two, major, long, short, none] = uses
    expect([one, two]).toEqual(['staticDominant', 'staticDominant'])
    expect([major, long, short]).toEqual(['one', 'twoFiveOne', 'minorTwoFiveOneShort'])
    expect(none).toBeUndefined()
  })

  it('have the families that are found in them, at least eight to each', () => {
    for (const { name, phrase, families } of SHIPPED_PHRASES)
      expect({ name, families }).toEqual({ name, families: familiesOf(phrase) })
    const families = SHIPPED_PHRASES.flatMap((one) => one.families)
    for (const { id } of PHRASE_FAMILIES)
      expect({ id, count: families.filter((one) => one === id).length }).toEqual({
        id,
        count: expect.toSatisfy((count: number) => count >= 8),
      })
  })

  it('are unlike each other, and unlike the fragments of the composer', () => {
    const shapes = SHIPPED_PHRASES.map(({ phrase }) => shapeOf(phrase))
    expect(new Set(shapes).size).toBe(shapes.length)
    const fragments = new Set(
      FRAGMENTS.map(({ notes }) =>
        notes
          .slice(1)
          .map((note, at) => `${note.interval}/${note.onset - notes[at]!.onset}`)
          .join(' '),
      ),
    )
    for (const shape of shapes) expect(fragments.has(shape)).toBe(false)
  })

  it.each(SHIPPED_PHRASES.map((one) => [one.name, one] as const))(
    '%s: every note is explained, and the review gives 80 or more',
    (_name, { phrase }) => {
      const { analysis, line } = phraseInKey(phrase, 0, 64)
      const unexplained = explainLine(analysis, line).notes.filter(
        ({ role, target, device }) => role === 'outside' && target === undefined && device === undefined,
      )
      expect(unexplained).toEqual([])
      expect(reviewLine(analysis, line).score).toBeGreaterThanOrEqual(80)
    },
  )

  it('fit their own changes in twelve keys, are spelled without double accidentals, and fit every instrument by octave', () => {
    for (const { name, phrase } of SHIPPED_PHRASES) {
      const semitones = phrase.notes.map((note) => note.semitones)
      const width = Math.max(...semitones) - Math.min(...semitones)
      for (const { range } of INSTRUMENTS)
        expect({ name, fits: width <= range.high - range.low - 11 }).toMatchObject({ fits: true })
      for (let tonic = 0; tonic < 12; tonic += 1) {
        const { analysis, line } = phraseInKey(phrase, tonic, 64)
        expect(phraseFits(analysis, phrase)).toContain(0)
        expect(line.notes.map(({ midi }) => midi - line.notes[0]!.midi)).toEqual(
          semitones.map((one) => one - semitones[0]!),
        )
        for (const { spelling } of line.notes)
          expect(Math.abs(accidentalOf(readPitch(spelling)!.fifths))).toBeLessThanOrEqual(1)
      }
    }
  })
})

describe('readPhrase', () => {
  it('reads degrees with their rhythm over chords counted from one key', () => {
    const phrase = readPhrase('IIm7:2 V7:2 Imaj7', 'r b3 (5 b7 9) 3_ | b9 ^5__')
    expect(phrase.chords).toEqual([
      { at: 0, kind: 'minor', above: 0 },
      { at: 960, kind: 'dominant', above: 5 },
      { at: 1920, kind: 'major', above: 10 },
    ])
    expect(
      phrase.notes.map(({ at, duration, semitones, degree }) => [at, duration, semitones, degree]),
    ).toEqual([
      [240, 240, 3, 'b3'],
      [480, 160, 7, '5'],
      [640, 160, 10, 'b7'],
      [800, 160, 14, '9'],
      [960, 480, 9, '3'],
      [1440, 240, 6, 'b9'],
      [1680, 960, 12, '5'],
    ])
    expect(homeOf(phrase)).toEqual({ above: 10, mode: 'major' })
  })

  it('says what of a player’s typing it can’t read, and reads chords alone', () => {
    expect(typedPhrase('IIm7', 'R x 5')).toMatchObject({
      problems: [{ rule: 'phrase.unread', args: ['“x” is no note'] }],
    })
    expect(typedPhrase('IIm7 V7', 'r b3 (5 b7 9) R b7 5 | 3 5')).toMatchObject({
      problems: [{ args: ['bar 1 has 3.5 beats of four'] }],
    })
    expect(typedPhrase('IIm7', 'R b3 5')).toEqual({ ok: true, value: readPhrase('IIm7', 'R b3 5') })
    expect(typedChords('H7')).toMatchObject({ problems: [{ args: ['H7 is no chord'] }] })
    expect(typedChords('')).toMatchObject({ ok: false })
    expect(typedChords('IIm7 V7:2')).toMatchObject({
      value: [
        { at: 0, kind: 'minor', above: 0 },
        { at: 1920, kind: 'dominant', above: 5 },
      ],
    })
  })

  it('says what it can’t read', () => {
    expect(() => readPhrase('IIm7', 'R x 5')).toThrow('“x” is no note')
    expect(() => readPhrase('H7', 'R 3 5')).toThrow('H7 is no chord')
    expect(() => readPhrase('IIm7', 'r r')).toThrow('nothing over a chord')
  })
})
