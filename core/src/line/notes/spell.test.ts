import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { repitchLine, spellNotes } from './spell.ts'

/** Eighths at MIDI numbers, spelled over changes. */
const spelled = (changes: string, pitches: readonly number[], from = 0) =>
  spellNotes(
    analysed(changes),
    pitches.map((midi, at) => ({ start: from + at * 240, duration: 240, midi })),
  )
    .notes.map(({ spelling }) => spelling)
    .join(' ')

/** Common practice, no source. */
describe('spellNotes', () => {
  it('spells chord tones by the chord, scale notes by the scale', () => {
    expect(spelled('| Dbmaj7 |', [61, 65, 68, 72, 66])).toBe('Db4 F4 Ab4 C5 Gb4')
    expect(spelled('key: F# minor\n| C#7 | F#m6 |', [65, 68, 71])).toBe('E#4 G#4 B4')
  })

  it('spells foreign notes by where they go: rising from the letter below, falling from the one above', () => {
    expect(spelled('| Dbmaj7 |', [64, 65])).toBe('E4 F4')
    expect(spelled('| Cmaj7 |', [66, 67])).toBe('F#4 G4')
    expect(spelled('| Cmaj7 |', [68, 67])).toBe('Ab4 G4')
  })

  it('spells a pickup by the chord that it leads to', () => {
    expect(spelled('key: F major\n| Bdim7 | F7 |', [71, 70, 69], 1920 - 480)).toBe('B4 Bb4 A4')
    expect(spelled('key: Db major\n| Gbm6 | Dbmaj7 |', [69, 70, 72], 1920 - 480)).toBe('A4 Bb4 C5')
  })

  it('writes no double accidental, also where a chord tone has one by its name (common practice, no source)', () => {
    expect(spelled('| E7#9 | Am7 |', [67, 68])).toBe('G4 G#4')
    expect(spelled('| Cdim7 | Bm7 |', [63, 66, 69])).toBe('Eb4 Gb4 A4')
    expect(spelled('key: Db major\n| Gbm6 | Dbmaj7 |', [69, 73])).toBe('A4 Db5')
  })

  it('respells the changed notes and those that lead into them', () => {
    const analysis = analysed('| Cmaj7 |')
    const line = spellNotes(
      analysis,
      [68, 67, 64].map((midi, at) => ({ start: at * 240, duration: 240, midi })),
    )
    const changed = repitchLine(analysis, line, new Map([[1, 69]]))
    expect(changed.notes.map(({ spelling }) => spelling)).toEqual(['G#4', 'A4', 'E4'])
    expect(changed.notes[2]).toBe(line.notes[2])
  })
})
