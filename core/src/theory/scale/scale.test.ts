import { Note, Scale } from 'tonal'
import { describe, expect, it } from 'vitest'
import { fifthsOf } from '../pitch/fifths.ts'
import { parentOf, SCALES, type ScaleId, scaleNeighbours, scaleSemitones, scaleSpellings } from './scale.ts'

/** Our scales under the names of tonal's dictionary. */
const NAMES: Readonly<Record<ScaleId, string>> = {
  ionian: 'ionian',
  dorian: 'dorian',
  phrygian: 'phrygian',
  lydian: 'lydian',
  mixolydian: 'mixolydian',
  aeolian: 'aeolian',
  locrian: 'locrian',
  locrianNatural9: 'locrian #2',
  locrianFlat4: 'altered',
  melodicMinor: 'melodic minor',
  harmonicMinor: 'harmonic minor',
  phrygianDominant: 'phrygian dominant',
  lydianDominant: 'lydian dominant',
  mixolydianFlat6: 'mixolydian b6',
  altered: 'altered',
  halfWhole: 'half-whole diminished',
  wholeHalf: 'whole-half diminished',
  wholeTone: 'whole tone',
  lydianAugmented: 'lydian augmented',
}

const chroma = (notes: readonly string[]) => notes.map((note) => Note.chroma(note)!).sort((a, b) => a - b)

describe('the dictionary of scales', () => {
  it.each(Object.keys(SCALES) as ScaleId[])('%s has the notes of tonal', (id) => {
    for (const tonic of ['C', 'Eb', 'F#']) {
      const theirs = Scale.get(`${tonic} ${NAMES[id]}`)
      expect(theirs.empty, NAMES[id]).toBe(false)
      expect(chroma(scaleSpellings(id, fifthsOf(tonic)))).toEqual(chroma(theirs.notes))
    }
  })

  it.each(Object.keys(SCALES) as ScaleId[])('%s has the notes of the parent that it names', (id) => {
    const parent = parentOf(id, fifthsOf('Eb'))
    const theirs = Scale.get(`${parent.root} ${parent.name.replace('–', '-')}`)
    expect(chroma(scaleSpellings(id, fifthsOf('Eb')))).toEqual(chroma(theirs.notes))
  })

  /** Notes above R, 3, 5, 7 in half steps; common practice, no source. */
  it.each([
    ['ionian', 'Db', ['Db', 'F', 'Ab', 'C'], [2, 1, 2, 1]],
    ['lydian', 'Gb', ['Gb', 'Bb', 'Db', 'F'], [2, 2, 2, 1]],
    ['dorian', 'Eb', ['Eb', 'Gb', 'Bb', 'Db'], [2, 2, 2, 2]],
    ['phrygian', 'F', ['F', 'Ab', 'C', 'Eb'], [1, 2, 1, 2]],
    ['mixolydian', 'Ab', ['Ab', 'C', 'Eb', 'Gb'], [2, 1, 2, 2]],
    ['phrygianDominant', 'C#', ['C#', 'E#', 'G#', 'B'], [1, 1, 1, 2]],
    ['lydianDominant', 'C', ['C', 'E', 'G', 'Bb'], [2, 2, 2, 2]],
  ] as const)('%s: the notes above its chord tones', (id, root, tones, wanted) => {
    const above = tones.map((tone) => scaleNeighbours(id, Note.chroma(tone)! - Note.chroma(root)!).above)
    expect(above).toEqual(wanted)
  })

  it('rises from the root', () => {
    for (const id of Object.keys(SCALES) as ScaleId[])
      expect([...scaleSemitones(id)].sort((a, b) => a - b)).toEqual(scaleSemitones(id))
  })
})
