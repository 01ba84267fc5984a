import fc from 'fast-check'
import teoria from 'teoria'
import { Interval, Note } from 'tonal'
import { describe, expect, it } from 'vitest'
import { degreeFifths, degreeSemitones, foreignDegree } from './degree.ts'
import { accidentalOf, fifthsOf, noteName, pitchClassOf, readNoteName, simpleSpelling } from './fifths.ts'
import { pitchClass } from './interval.ts'
import { keySignature, keysOfMode, readKey, transposeKey } from './key.ts'
import { readPitch, spellPitch } from './pitch.ts'

const spelling = fc.integer({ min: -15, max: 19 })

describe('the line of fifths', () => {
  it('names and sounds as tonal and teoria say', () => {
    fc.assert(
      fc.property(spelling, (fifths) => {
        const name = noteName(fifths)
        expect(readNoteName(name)).toBe(fifths)
        expect(Note.chroma(name)).toBe(pitchClassOf(fifths))
        expect((teoria.note(name.toLowerCase().replace('##', 'x')).chroma() + 12) % 12).toBe(
          pitchClassOf(fifths),
        )
      }),
    )
  })

  it('transposes as tonal does', () => {
    for (const interval of ['2m', '2M', '3m', '3M', '4P', '4A', '5d', '5P', '6m', '6M', '7m', '7M'])
      for (const tonic of ['C', 'Eb', 'F#', 'Ab', 'B']) {
        const fifths = fifthsOf(tonic) + fifthsOf(Note.transpose('C', interval))
        expect(noteName(fifths)).toBe(Note.transpose(tonic, interval))
      }
  })

  it('counts degrees as tonal counts intervals', () => {
    expect(degreeSemitones('b9')).toBe(Interval.semitones('2m'))
    expect(degreeSemitones('#11')).toBe(Interval.semitones('4A'))
    expect(degreeSemitones('bb7')).toBe(Interval.semitones('7d'))
    expect(noteName(fifthsOf('Ab') + degreeFifths('#9'))).toBe('B')
  })

  it('simple spelling keeps the sound and never has a double accidental', () => {
    fc.assert(
      fc.property(spelling, (fifths) => {
        const simple = simpleSpelling(fifths)
        expect(pitchClassOf(simple)).toBe(pitchClassOf(fifths))
        expect(Math.abs(accidentalOf(simple))).toBeLessThan(2)
      }),
    )
  })

  it('calls a minor third over a chord with a major one ♯9', () => {
    expect([foreignDegree(3), foreignDegree(3, true), foreignDegree(-1)]).toEqual(['b3', '#9', '7'])
  })
})

describe('pitches', () => {
  it('have the MIDI number that tonal gives their name', () => {
    fc.assert(
      fc.property(fc.integer({ min: 12, max: 115 }), spelling, (near, fifths) => {
        const midi = near + pitchClass(pitchClassOf(fifths) - near)
        const name = spellPitch(midi, fifths)
        expect(Note.midi(name)).toBe(midi)
        expect(readPitch(name)).toMatchObject({ midi, fifths })
      }),
    )
  })
})

describe('keys', () => {
  it('have the signatures of the circle of fifths', () => {
    expect(['Db', 'F#', 'C'].map((tonic) => keySignature({ tonic, mode: 'major' }))).toEqual([-5, 6, 0])
    expect(['F#', 'Eb'].map((tonic) => keySignature({ tonic, mode: 'minor' }))).toEqual([3, -6])
    expect(keysOfMode('major')).toHaveLength(12)
    expect(new Set(keysOfMode('minor').map(({ tonic }) => Note.chroma(tonic))).size).toBe(12)
  })

  it('are read and transposed to signatures that are written', () => {
    expect(readKey('c♯m')).toEqual({ tonic: 'C#', mode: 'minor' })
    expect(readKey('H')).toBeUndefined()
    expect(transposeKey({ tonic: 'Db', mode: 'major' }, 2)).toEqual({ tonic: 'Eb', mode: 'major' })
    expect(transposeKey({ tonic: 'B', mode: 'major' }, 2)).toEqual({ tonic: 'Db', mode: 'major' })
  })
})
