import { describe, expect, it } from 'vitest'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import { harmonyOf } from './harmony.ts'
import { PLACED, placedNotes } from './placed.ts'

const pitch = (name: string) => readPitch(name)!.midi

/** Around the 3 of D♭maj7, and up from its root. Common practice, no source. */
const WORKED: readonly (readonly [string, string, string, readonly number[]])[] = [
  ['triplet enclosure', 'F4', 'E4 Gb4 F4', [0, 160, 320]],
  ['led triplet', 'Db4', 'C4 Db4 F4 Ab4 C5', [-240, 0, 160, 320, 480]],
  ['delayed from above', 'F4', 'Gb4 F4', [0, 240]],
  ['delayed from below', 'F4', 'E4 F4', [0, 240]],
  ['delayed by half steps', 'F4', 'G4 Gb4 F4', [0, 240, 480]],
]

describe('placed figures', () => {
  it('are these', () => {
    expect(PLACED.map(({ id }) => id)).toEqual(WORKED.map(([id]) => id))
  })

  it.each(WORKED)('%s into %s is %s, in twelve keys', (id, target, notes, onsets) => {
    const figure = PLACED.find((row) => row.id === id)!
    const roots = ['Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B', 'C']
    roots.forEach((root, up) => {
      const outcome = readChordSymbol(`${root}maj7`)
      if (!outcome.ok) throw new Error(root)
      expect(placedNotes(figure, pitch(target) + up, harmonyOf(outcome.value, 'ionian'))).toEqual(
        notes.split(' ').map((name, at) => ({ midi: pitch(name) + up, onset: onsets[at] })),
      )
    })
  })
})
