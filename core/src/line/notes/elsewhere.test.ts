import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { explainLine } from '../explain/explain.ts'
import { lineElsewhere } from './elsewhere.ts'

const TUNE = analysed(
  'key: C major\n| Dm7 | G7 | Cmaj7 | % | Ebm7 | Ab7 | Dbmaj7 | % | Dm7b5 | G7b9 | Cm7 | % |',
)
// Over Dm7 and G7: 1 ♭3 5 ♭7, then 3 of G7 by an enclosure.
const LINE = eighths('D4 F4 A4 C5 B4 A4 C5 A#4 B4 G4 F4 D4 E4')
const names = (line: typeof LINE) => line.notes.map(({ spelling }) => spelling).join(' ')

describe('lineElsewhere', () => {
  it('keeps each note’s degree over the chords of another ii–V–I', () => {
    const there = lineElsewhere(TUNE, LINE, 0, 4, 'degrees')
    expect(names(there)).toBe('Eb4 Gb4 Bb4 Db5 C5 Bb4 Db5 B4 C5 Ab4 Gb4 Eb4 F4')
    expect(there.notes[0]!.start).toBe(4 * 1920)
    const degrees = (line: typeof LINE) => explainLine(TUNE, line).notes.map(({ degree }) => degree)
    expect(degrees(there)).toEqual(degrees(LINE))
  })

  it('takes the quality of the chord that is there: over the minor ii–V the 5 is flat', () => {
    expect(names(lineElsewhere(TUNE, eighths('D4 F4 A4 C5'), 0, 8, 'degrees'))).toBe('D4 F4 Ab4 C5')
    expect(names(lineElsewhere(TUNE, eighths('D4 F4 A4 C5'), 0, 6, 'degrees'))).toBe('Db4 F4 Ab4 C5')
  })

  it('moves by half steps where the pitches are wanted, and stops at the end of the tune', () => {
    expect(names(lineElsewhere(TUNE, LINE, 0, 4, 'pitches', 1))).toBe(
      names(lineElsewhere(TUNE, LINE, 0, 4, 'degrees')),
    )
    expect(lineElsewhere(TUNE, LINE, 0, 11, 'degrees').notes).toHaveLength(8)
    expect(names(lineElsewhere(TUNE, LINE, 0, 0, 'degrees'))).toBe(names(LINE))
  })
})
