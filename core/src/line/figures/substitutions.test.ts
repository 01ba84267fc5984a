import { describe, expect, it } from 'vitest'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { fifthsOf } from '../../theory/pitch/fifths.ts'
import { PROGRESSIONS, progressionChords, SUBSTITUTIONS, substitutionHarmonies } from './substitutions.ts'

/** In D♭; common practice, no source. */
describe('substitutions', () => {
  it.each([
    ['backdoor', 'Gbm7', 'Cb7'],
    ['tritone', 'Am7', 'D7'],
    ['minorFour', 'Gbm6', 'Gbm6'],
    ['throughHalfSteps', 'Ebm7', 'D7'],
  ] as const)('%s into D♭ is %s and %s', (id, two, five) => {
    const harmonies = substitutionHarmonies(id, fifthsOf('Db'))
    const classes = (symbol: string) => {
      const outcome = readChordSymbol(symbol)
      if (!outcome.ok) throw new Error(symbol)
      const root = (fifthsOf(outcome.value.root) * 7 + 1200) % 12
      return outcome.value.tones.map(({ semitones }) => (root + semitones) % 12).sort((a, b) => a - b)
    }
    const held = (isTone: readonly boolean[]) => isTone.flatMap((inside, one) => (inside ? [one] : []))
    expect(held(harmonies.two.isTone)).toEqual(classes(two))
    expect(held(harmonies.five.isTone)).toEqual(classes(five))
    expect(SUBSTITUTIONS.some((substitution) => substitution.id === id)).toBe(true)
  })

  it('goes up by diminished chords and down by half steps', () => {
    const chords = PROGRESSIONS.map((one) => progressionChords(one, fifthsOf('Db')).join(' '))
    expect(chords).toEqual(['Dbmaj7 Ddim7 Ebm7 Edim7 Fm7', 'Fm7 E7 Ebm7 D7 Dbmaj7'])
    for (const one of PROGRESSIONS)
      for (let tonic = -6; tonic <= 6; tonic += 1)
        for (const symbol of progressionChords(one, tonic)) expect(readChordSymbol(symbol).ok).toBe(true)
  })
})
