import { describe, expect, it } from 'vitest'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import type { ScaleId } from '../../theory/scale/scale.ts'
import { harmonyOf } from './harmony.ts'
import { landingBetween, landings } from './landing.ts'

const harmony = (symbol: string, scale: ScaleId) => {
  const outcome = readChordSymbol(symbol)
  if (!outcome.ok) throw new Error(symbol)
  return harmonyOf(outcome.value, scale)
}
const pitch = (name: string) => readPitch(name)!.midi
const AB = harmony('Ab7', 'mixolydian')

/** Down one bar of A♭7: the start, the half steps, the run and where it lands. Common practice, no source. */
const DOWN: readonly (readonly [string, number, string, string])[] = [
  ['R', 1, 'Ab4 G4 Gb4 F4 Eb4 Db4 C4 Bb3', 'Ab3'],
  ['3', 1, 'C5 Bb4 Ab4 G4 Gb4 F4 Eb4 Db4', 'C4'],
  ['3', 3, 'C5 B4 Bb4 A4 Ab4 G4 Gb4 F4', 'Eb4'],
  ['5', 1, 'Eb5 Db5 C5 Bb4 Ab4 G4 Gb4 F4', 'Eb4'],
  ['5', 3, 'Eb5 Db5 C5 B4 Bb4 A4 Ab4 G4', 'Gb4'],
  ['b7', 1, 'Gb5 F5 Eb5 Db5 C5 Bb4 Ab4 G4', 'Gb4'],
  ['b7', 2, 'Gb5 F5 Eb5 Db5 C5 B4 Bb4 A4', 'Ab4'],
  ['9', 0, 'Bb4 Ab4 Gb4 F4 Eb4 Db4 C4 Bb3', 'Ab3'],
  ['11', 0, 'Db5 C5 Bb4 Ab4 Gb4 F4 Eb4 Db4', 'C4'],
  ['13', 0, 'F5 Eb5 Db5 C5 Bb4 Ab4 Gb4 F4', 'Eb4'],
]

describe('landings', () => {
  it.each(DOWN)('from the %s of A♭7 with %i half steps', (_degree, halfSteps, notes, landing) => {
    const names = notes.split(' ')
    const found = landings(AB, pitch(names[0]!), -1, 8).find((run) => run.halfSteps === halfSteps)
    expect(found).toEqual({ notes: names.map(pitch), landing: pitch(landing), halfSteps })
  })

  it('finds only the ways from the tones of A♭7', () => {
    for (const degree of ['R', '3', '5', 'b7']) {
      const rows = DOWN.filter(([from]) => from === degree)
      const start = pitch(rows[0]![2].split(' ')[0]!)
      expect(landings(AB, start, -1, 8).map(({ halfSteps }) => halfSteps)).toEqual(
        rows.map(([, halfSteps]) => halfSteps),
      )
    }
  })

  it('is the same in twelve keys', () => {
    const roots = ['A', 'Bb', 'B', 'C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G']
    for (const [degree, halfSteps, notes, landing] of DOWN)
      roots.forEach((root, at) => {
        const names = notes.split(' ')
        const moved = names.map((name) => pitch(name) + at + 1)
        const found = landings(harmony(`${root}7`, 'mixolydian'), moved[0]!, -1, 8)
        expect(found, `${degree} of ${root}7`).toContainEqual({
          notes: moved,
          landing: pitch(landing) + at + 1,
          halfSteps,
        })
      })
  })

  it('needs none from the 7 of a major 7 or of a tonic minor: it lands on the 6', () => {
    const major = landings(harmony('Dbmaj7', 'ionian'), pitch('C5'), -1, 8)[0]
    expect(major).toMatchObject({ landing: pitch('Bb3'), halfSteps: 0 })
    const minor = landings(harmony('DbmMaj7', 'melodicMinor'), pitch('C5'), -1, 8)[0]
    expect(minor).toMatchObject({ landing: pitch('Bb3'), halfSteps: 0 })
  })

  it('adds between the 6 and the 5 of I, and between R and ♭7 of ii', () => {
    const tonic = landings(harmony('Dbmaj7', 'ionian'), pitch('Db5'), -1, 8)[0]!
    expect(tonic.notes).toEqual('Db5 C5 Bb4 A4 Ab4 Gb4 F4 Eb4'.split(' ').map(pitch))
    const two = landings(harmony('Ebm7', 'dorian'), pitch('Eb5'), -1, 8)[0]!
    expect(two.notes).toEqual('Eb5 D5 Db5 C5 Bb4 Ab4 Gb4 F4'.split(' ').map(pitch))
  })

  it('runs up by the same count', () => {
    const up = landings(AB, pitch('Ab3'), 1, 8)[0]!
    expect(up).toMatchObject({ landing: pitch('Ab4'), halfSteps: 1 })
    expect(up.notes).toEqual('Ab3 Bb3 C4 Db4 Eb4 F4 Gb4 G4'.split(' ').map(pitch))
  })
})

describe('landingBetween', () => {
  it('fills the slots of half a bar', () => {
    expect(landingBetween(AB, pitch('Ab4'), pitch('Eb4'), 3)).toEqual(['G4', 'Gb4', 'F4'].map(pitch))
    expect(landingBetween(AB, pitch('Eb4'), pitch('Ab3'), 3)).toEqual(['Db4', 'C4', 'Bb3'].map(pitch))
    expect(landingBetween(AB, pitch('Eb4'), pitch('Ab4'), 3)).toEqual(['F4', 'Gb4', 'G4'].map(pitch))
  })

  it('finds none where the number of notes doesn’t fit', () => {
    expect(landingBetween(AB, pitch('Ab4'), pitch('F4'), 3)).toBeUndefined()
    expect(landingBetween(AB, pitch('Ab4'), pitch('Ab3'), 3)).toBeUndefined()
  })
})
