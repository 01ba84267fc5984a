import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { lineOfText } from '../../../test/handLines.ts'
import { wordReason } from '../../wording/words.ts'
import { explainLine } from './explain.ts'
import { landingReason } from './runLanding.ts'

/** Bebop scales with their added half step: D. Baker, How to Play Bebop, vol. 1 (1985), from memory. */
const said = (changes: string, text: string, index: number): string | undefined => {
  const tune = analysed(changes)
  const line = lineOfText(text)
  const why = landingReason(line, explainLine(tune, line), index)
  return why && wordReason(why)
}

describe('how a run lands', () => {
  it('down from the root of a dominant: one half step between R and ♭7 brings the 3 onto beat 1', () => {
    expect(said('| C7 | Fmaj7 |', 'C5 B4 Bb4 A4 G4 F4 E4 D4 | C4__ r__', 2)).toBe(
      'One extra half step, between R and ♭7, and the run lands on the 5 of Fmaj7.',
    )
    expect(said('| C7 | C7 |', 'C5 B4 Bb4 A4 G4_ r_ | r__ r__', 1)).toBe(
      'One extra half step, between R and ♭7, and the run lands on the 5 of C7.',
    )
  })

  it('says when no half step is needed, over the bar line too', () => {
    expect(said('| G7 | Cmaj7 |', 'r__ r D5 C5 B4 | G4__ r__', 6)).toBeUndefined()
    expect(said('| G7 | Cmaj7 |', 'r__ B4 A4 G4 F4 | E4__ r__', 1)).toBe(
      'No extra half step is needed: the run lands on the 3 of Cmaj7.',
    )
  })

  it('says nothing of a note in no run', () => {
    expect(said('| Cmaj7 |', 'C4 E4 G4 B4 C5__', 2)).toBeUndefined()
  })
})
