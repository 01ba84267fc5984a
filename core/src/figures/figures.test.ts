import { describe, expect, it } from 'vitest'
import { readChordSymbol } from '../chord/read.ts'
import { readPitch } from '../pitch/pitch.ts'
import type { ScaleId } from '../scale/scale.ts'
import { CLOSINGS, OPENINGS } from './figures.ts'
import { fillsBetween } from './fill.ts'
import { groundOf, holds, walkIn } from './ground.ts'

const ground = (symbol: string, scale: ScaleId) => {
  const outcome = readChordSymbol(symbol)
  if (!outcome.ok) throw new Error(symbol)
  return groundOf(outcome.value, scale)
}
const pitch = (name: string) => readPitch(name)!.midi
const DB = ground('Dbmaj7', 'ionian')
const AB = ground('Ab7', 'mixolydian')

describe('groundOf', () => {
  it('knows chord tones, guide tones and scale', () => {
    const classes = (set: readonly boolean[]) =>
      set.flatMap((inside, pitchClass) => (inside ? [pitchClass] : []))
    expect(classes(DB.isTone)).toEqual([0, 1, 5, 8])
    expect(classes(DB.isGuide)).toEqual([0, 5])
    expect(classes(DB.isScale)).toEqual([0, 1, 3, 5, 6, 8, 10])
    expect(holds(AB.isGuide, pitch('Gb4'))).toBe(true)
  })

  it('walks over chord tones and scale notes, up and down', () => {
    expect(walkIn(DB.isTone, pitch('F4'), 2)).toBe(pitch('C5'))
    expect(walkIn(DB.isTone, pitch('F4'), -1)).toBe(pitch('Db4'))
    expect(walkIn(DB.isScale, pitch('F4'), 1)).toBe(pitch('Gb4'))
    expect(walkIn(new Array(12).fill(false), 60, 3)).toBe(60)
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
]

describe('closings', () => {
  it.each(WORKED)('%s into %s is %s', (id, target, wanted) => {
    const closing = CLOSINGS.find((row) => row.id === id)!
    const slots = closing.steps.length
    const anchors = Array.from({ length: 30 }, (_, at) => 50 + at)
    const found = anchors
      .flatMap((anchor) => fillsBetween(slots, DB, DB, anchor, pitch(target)))
      .find((fill) => CLOSINGS[fill.closing]!.id === id && fill.opening === 0)
    expect(found?.notes).toEqual(wanted.split(' ').map(pitch))
  })
})

describe('openings', () => {
  it.each([
    ['arpeggio up 3', 'Db4', 'F4 Ab4 C5'],
    ['arpeggio down 3', 'C5', 'Ab4 F4 Db4'],
    ['turn back up', 'Db4', 'F4 Ab4 F4'],
  ])('%s from %s is %s', (id, anchor, wanted) => {
    const targets = Array.from({ length: 30 }, (_, at) => 50 + at)
    const fills = targets.flatMap((target) => fillsBetween(3, DB, DB, pitch(anchor), target))
    expect(fills.find((fill) => OPENINGS[fill.opening]!.id === id)?.notes).toEqual(
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
    const fills = fillsBetween(1, AB, ground('Gm7b5', 'locrian'), pitch('Eb4'), pitch('F4'))
    expect(fills.find((fill) => CLOSINGS[fill.closing]!.id === 'above')?.notes).toEqual([pitch('G4')])
  })
})
